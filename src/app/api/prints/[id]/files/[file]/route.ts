import { failure, type Outcome } from '@/model';
import {
  bookletJson,
  database,
  drawnFor,
  ledgerFile,
  lookPicture,
  numberingFile,
  printsFile,
  whereaboutsFile,
  sourcePng,
  storedBytes,
} from '@/server';
import { nowIso, refuse, respondFile, route } from '../../../../respond';
import { respondInSteps } from '../../../../steps';

/**
 * Files of a print: registration.pdf; tracing-block.pdf and tracing-print.pdf; run-2 and block-2 as svg, ora, dxf; drawing-key, drawing-flat, drawing-block-1 as pdf, svg, png (?dpi=300);
 * fade-2 as pdf, svg; saw-<side> as pdf, svg, dxf; type-<block> as pdf, svg; mask-<id>, finish and jig as pdf, svg, dxf; look-2.png, lid-2.pdf, chips-2.pdf (?ink=), card-2.pdf, stations-2.pdf, parting.pdf, booklet.pdf, booklet.json, ledger.csv, numbering.csv, prints.csv, whereabouts.csv, record.pdf, labels.pdf, certificate.pdf and picture as jpg, png (?print=),
 * archive.zip, print.ulexite.zip (?words=1: with what was said in words of where prints are).
 */
export const GET = route(async (request: Request, { params }: { params: Promise<{ id: string; file: string }> }) => {
  const { id, file } = await params;
  const wanted = new URL(request.url).searchParams;
  for (const [pattern, answer] of FILES) {
    const found = pattern.exec(file);
    if (found) return answer({ db: database(), id, wanted, found, request });
  }
  return refuse(failure('run-missing.thereIsNoFile', { file }));
});

interface Asked {
  readonly db: ReturnType<typeof database>;
  readonly id: string;
  readonly wanted: URLSearchParams;
  readonly found: RegExpExecArray;
  readonly request: Request;
}

const RUN_FILES = { svg: 'runSvg', ora: 'layeredFile', dxf: 'linesFile' } as const;

const FILES: readonly (readonly [pattern: RegExp, answer: (asked: Asked) => Response | Promise<Response>])[] = [
  [
    /^look-(\d{1,2})\.png$/,
    async ({ db, id, wanted, found }) => {
      const width = Number(wanted.get('width') ?? 480);
      return png(
        await lookPicture(
          db,
          id,
          Number(found[1]),
          Number.isFinite(width) ? width : 480,
          nowIso(),
          wanted.get('colourway') ?? undefined,
        ),
        'private, max-age=31536000, immutable',
      );
    },
  ],
  [
    /^source\.png$/,
    async ({ db, id, wanted }) =>
      png(await sourcePng(db, id, Number(wanted.get('turn')), wanted.get('mirror') === '1'), 'no-store'),
  ],
  [
    /^lid-(\d{1,2})\.pdf$/,
    ({ db, id, found, request }) =>
      respondInSteps(request, (asker) => drawnFor(asker, db, 'lidLabelPdf', id, Number(found[1]), new Date())),
  ],
  [
    /^(?:card-(\d{1,2})|booklet)\.pdf$/,
    ({ db, id, found, request }) =>
      respondInSteps(request, (asker) =>
        drawnFor(asker, db, 'runCardsPdf', id, found[1] ? Number(found[1]) : null, new Date()),
      ),
  ],
  [
    /^stations-(\d{1,2})\.pdf$/,
    ({ db, id, found, request }) =>
      respondInSteps(request, (asker) => drawnFor(asker, db, 'stationCardsPdf', id, Number(found[1]), new Date())),
  ],
  [
    /^parting\.pdf$/,
    ({ db, id, request }) => respondInSteps(request, (asker) => drawnFor(asker, db, 'partingPdf', id, new Date())),
  ],
  [/^booklet\.json$/, ({ db, id }) => respondFile(bookletJson(db, id))],
  [
    /^chips-(\d{1,2})\.pdf$/,
    ({ db, id, wanted, found, request }) =>
      respondInSteps(request, (asker) =>
        drawnFor(asker, db, 'chipsPdf', id, Number(found[1]), wanted.get('ink') ?? '', new Date()),
      ),
  ],
  [
    /^(run|block)-(\d{1,2})\.(svg|ora|dxf)$/,
    ({ db, id, found: [, what, run, form], request }) =>
      respondInSteps(request, (asker) =>
        drawnFor(
          asker,
          db,
          RUN_FILES[form as keyof typeof RUN_FILES],
          id,
          Number(run),
          what === 'run' ? 'run' : 'stage',
        ),
      ),
  ],
  [
    /^drawing-(key|flat|block-\d{1,2})\.(pdf|svg|png)$/,
    ({ db, id, wanted, found: [, drawing, form], request }) =>
      respondInSteps(request, (asker) =>
        drawnFor(asker, db, 'transferFile', id, drawing, form as 'pdf', Number(wanted.get('dpi') ?? 300), new Date()),
      ),
  ],
  [
    /^fade-(\d{1,2})\.(pdf|svg)$/,
    ({ db, id, wanted, found: [, run, form], request }) =>
      respondInSteps(request, (asker) =>
        drawnFor(asker, db, 'fadeFile', id, Number(run), form as 'pdf', new Date(), Number(wanted.get('fade') ?? 1)),
      ),
  ],
  [
    /^saw-([\w-]{1,80})\.(pdf|svg|dxf)$/,
    ({ db, id, found: [, side, form], request }) =>
      respondInSteps(request, (asker) => drawnFor(asker, db, 'sawFile', id, side, form as 'pdf', new Date())),
  ],
  [
    /^type-([\w-]{1,80})\.(pdf|svg)$/,
    ({ db, id, found: [, block, form], request }) =>
      respondInSteps(request, (asker) => drawnFor(asker, db, 'typeFile', id, block, form as 'pdf', new Date())),
  ],
  [
    /^mask-([\w-]{1,80})\.(pdf|svg|dxf)$/,
    ({ db, id, found: [, mask, form], request }) =>
      respondInSteps(request, (asker) => drawnFor(asker, db, 'maskFile', id, mask, form as 'pdf', new Date())),
  ],
  [
    /^jig\.(pdf|svg|dxf)$/,
    ({ db, id, found: [, form], request }) =>
      respondInSteps(request, (asker) => drawnFor(asker, db, 'jigFile', id, form as 'pdf', new Date())),
  ],
  [
    /^finish\.(pdf|svg|dxf)$/,
    ({ db, id, found: [, form], request }) =>
      respondInSteps(request, (asker) => drawnFor(asker, db, 'finishFile', id, form as 'pdf', new Date())),
  ],
  [
    /^registration\.pdf$/,
    ({ db, id, request }) => respondInSteps(request, (asker) => drawnFor(asker, db, 'registrationPdf', id, new Date())),
  ],
  [
    /^tracing-(block|print)\.pdf$/,
    ({ db, id, found, request }) =>
      respondInSteps(request, (asker) => drawnFor(asker, db, 'tracingPdf', id, found[1] === 'block', new Date())),
  ],
  [/^stored\.json$/, ({ db, id }) => respondFile(storedBytes(db, id))],
  [/^ledger\.csv$/, ({ db, id }) => respondFile(ledgerFile(db, id))],
  [/^prints\.csv$/, ({ db, id }) => respondFile(printsFile(db, id))],
  [/^whereabouts\.csv$/, ({ db, id, wanted }) => respondFile(whereaboutsFile(db, id, wanted.get('words') === '1'))],
  [
    /^record\.pdf$/,
    ({ db, id, request }) => respondInSteps(request, (asker) => drawnFor(asker, db, 'recordPdf', id, new Date())),
  ],
  [
    /^labels\.pdf$/,
    ({ db, id, request }) => respondInSteps(request, (asker) => drawnFor(asker, db, 'folderLabelsPdf', id, new Date())),
  ],
  [
    /^certificate\.pdf$/,
    ({ db, id, wanted, request }) =>
      respondInSteps(request, (asker) =>
        drawnFor(asker, db, 'certificatePdf', id, wanted.get('print') ?? '', new Date()),
      ),
  ],
  [
    /^picture\.(jpg|png)$/,
    ({ db, id, wanted, found: [, form], request }) =>
      respondInSteps(request, (asker) =>
        drawnFor(asker, db, 'pictureWithMetadata', id, wanted.get('print') ?? '', form as 'jpg'),
      ),
  ],
  [
    /^archive\.zip$/,
    ({ db, id, wanted, request }) =>
      respondInSteps(request, (asker) => drawnFor(asker, db, 'archiveFile', id, nowIso(), wanted.get('words') === '1')),
  ],
  [/^numbering\.csv$/, ({ db, id }) => respondFile(numberingFile(db, id))],
  [
    /^print\.ulexite\.zip$/,
    ({ db, id, wanted, request }) =>
      respondInSteps(request, (asker) => drawnFor(asker, db, 'bundleFile', id, nowIso(), wanted.get('words') === '1')),
  ],
];

function png(made: Outcome<{ readonly bytes: Uint8Array }>, cacheControl: string): Response {
  if (!made.ok) return refuse(made);
  return new Response(Buffer.from(made.value.bytes), {
    headers: { 'Content-Type': 'image/png', 'Cache-Control': cacheControl },
  });
}
