import { failure } from '@/records';
import { database, drawn, ledgerFile, numberingFile, sourcePng, storedBytes } from '@/server';
import { nowIso, refuse, respondFile, route } from '../../../../respond';

/**
 * Files of a print: registration.pdf; run-2 and block-2 as svg, ora, dxf; drawing-key, drawing-flat, drawing-block-1 as pdf, svg, png (?dpi=300);
 * mask-<id> and jig as pdf, svg, dxf; look-2.png, lid-2.pdf, ledger.csv, numbering.csv, print.ulexite.zip.
 */
export const GET = route(async (request: Request, { params }: { params: Promise<{ id: string; file: string }> }) => {
  const { id, file } = await params;
  const db = database();
  const numbered = /^(run|block|look|lid)-(\d{1,2})\.(svg|png|pdf|ora|dxf)$/.exec(file);
  if (numbered?.[1] === 'look') {
    const width = Number(new URL(request.url).searchParams.get('width') ?? 480);
    const png = await drawn(db, 'lookPng', id, Number(numbered[2]), Number.isFinite(width) ? width : 480);
    return png.ok
      ? new Response(Buffer.from(png.value.bytes), {
          headers: { 'Content-Type': 'image/png', 'Cache-Control': 'private, max-age=31536000, immutable' },
        })
      : refuse(png);
  }
  if (numbered?.[1] === 'lid') return respondFile(await drawn(db, 'lidLabelPdf', id, Number(numbered[2]), new Date()));
  if (file === 'source.png') {
    const wanted = new URL(request.url).searchParams;
    const png = await sourcePng(db, id, Number(wanted.get('turn')), wanted.get('mirror') === '1');
    return png.ok
      ? new Response(Buffer.from(png.value.bytes), {
          headers: { 'Content-Type': 'image/png', 'Cache-Control': 'no-store' },
        })
      : refuse(png);
  }
  if (numbered) {
    const make = ({ svg: 'runSvg', ora: 'layeredFile', dxf: 'linesFile' } as const)[numbered[3]];
    if (make)
      return respondFile(await drawn(db, make, id, Number(numbered[2]), numbered[1] === 'run' ? 'run' : 'stage'));
  }
  const drawing = /^drawing-(key|flat|block-\d{1,2})\.(pdf|svg|png)$/.exec(file);
  if (drawing)
    return respondFile(
      await drawn(
        db,
        'transferFile',
        id,
        drawing[1],
        drawing[2] as 'pdf',
        Number(new URL(request.url).searchParams.get('dpi') ?? 300),
        new Date(),
      ),
    );
  const mask = /^mask-([\w-]{1,80})\.(pdf|svg|dxf)$/.exec(file);
  if (mask) return respondFile(await drawn(db, 'maskFile', id, mask[1], mask[2] as 'pdf', new Date()));
  const jig = /^jig\.(pdf|svg|dxf)$/.exec(file);
  if (jig) return respondFile(await drawn(db, 'jigFile', id, jig[1] as 'pdf', new Date()));
  if (file === 'registration.pdf') return respondFile(await drawn(db, 'registrationPdf', id, new Date()));
  if (file === 'stored.json') return respondFile(storedBytes(db, id));
  if (file === 'ledger.csv') return respondFile(ledgerFile(db, id));
  if (file === 'numbering.csv') return respondFile(numberingFile(db, id));
  if (file === 'print.ulexite.zip') return respondFile(await drawn(db, 'bundleFile', id, nowIso()));
  return refuse(failure('run-missing', `There is no file “${file}” of a print.`));
});
