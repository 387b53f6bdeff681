import { failed, success, type Outcome } from '@/core/units';
import { inkNamesOf, type Impression } from '@/derived';
import { archivePage, ledgerCsv, printsCsv, writeBundle } from '@/formats';
import type { Store } from '@/store';
import { longDayOf } from '@/words/dates';
import { editionInWords, kindInWords, recordInWords, recordWords } from '@/words/records';
import { picturesOf, type PrintPictures } from './editionPictures';
import { bundleOf, runSvg } from './exports';
import { fileStem, type FileOut, type Report } from './fileOut';
import { recordedPrint, type Recorded } from './recordOf';
import { unitAsked } from './unitAsked';

interface ArchiveFile {
  readonly path: string;
  readonly bytes: Uint8Array;
  readonly mediaType: string;
}

/** Pictures of prints and runs in the archive, px. */
const PRINT_PX = 1600,
  RUN_PX = 900;

const asText = (path: string, content: string, mediaType: string): ArchiveFile => ({
  ...{ path, mediaType },
  bytes: new TextEncoder().encode(content),
});

/**
 * The whole print as one file that a stranger reads without Ulexite: `index.html` with pictures, tables, cut maps and figures beside it. The
 * same file is a bundle, and opens as a print.
 */
export async function archiveFile(
  db: Store,
  id: string,
  now: string,
  withWords: boolean,
  report: Report = () => undefined,
): Promise<Outcome<FileOut>> {
  const found = recordedPrint(db, id),
    bundle = bundleOf(db, id, withWords);
  if (!found.ok) return failed(found);
  if (!bundle.ok) return failed(bundle);
  const of = found.value;
  const pictures = picturesOf(db, id, of.plan);
  const looks = await looksOfRuns(pictures, of, (share) => report(share / 2));
  if (!looks.ok) return looks;
  const cuts = of.plan.runs.flatMap((_, r) => {
    const svg = runSvg(db, id, r + 1, 'stage');
    return svg.ok ? [{ path: `cuts/before-run-${r + 1}.svg`, bytes: svg.value.bytes, mediaType: 'image/svg+xml' }] : [];
  });
  const photographs = await photographsOf(pictures, of, (share) => report(0.5 + share / 2));
  if (!photographs.ok) return photographs;
  const { record, progress, plan } = of;
  const beside = [
    asText('index.html', pageOf(of, looks.value, cuts, photographs.value, now), 'text/html'),
    asText('record.json', JSON.stringify(record, null, 1), 'application/json'),
    asText('prints.csv', `\uFEFF${printsCsv(record)}`, 'text/csv'),
    asText('ledger.csv', `\uFEFF${ledgerCsv(plan, progress.bench, progress.sheets)}`, 'text/csv'),
    ...[...looks.value, ...cuts, ...photographs.value.map(({ file }) => file)],
  ];
  return success({
    bytes: writeBundle({ ...bundle.value, beside }, now),
    mediaType: 'application/zip',
    fileName: recordWords('archiveName', { name: fileStem(of.name) }),
  });
}

async function looksOfRuns(
  pictures: PrintPictures,
  { plan }: Recorded,
  report: Report,
): Promise<Outcome<ArchiveFile[]>> {
  const looks: ArchiveFile[] = [];
  for (const r of plan.runs.keys()) {
    const look = await pictures.of({ printed: r + 1 }, RUN_PX);
    if (!look.ok) return failed(look);
    looks.push({ path: `runs/after-run-${r + 1}.png`, bytes: look.value.bytes, mediaType: 'image/png' });
    report((r + 1) / plan.runs.length);
  }
  return success(looks);
}

interface Photographed {
  readonly print: Impression;
  readonly file: ArchiveFile;
}

async function photographsOf(
  pictures: PrintPictures,
  { prints }: Recorded,
  report: Report,
): Promise<Outcome<Photographed[]>> {
  const taken = prints.filter(({ photograph, mark }) => photograph && mark !== ''),
    files: Photographed[] = [];
  for (const print of taken) {
    const picture = await pictures.of(print, PRINT_PX);
    if (!picture.ok) return failed(picture);
    const path = `prints/${fileStem(print.mark).replaceAll(' ', '-')}-sheet-${print.name}.png`;
    files.push({ print, file: { path, bytes: picture.value.bytes, mediaType: 'image/png' } });
    report(files.length / taken.length);
  }
  return success(files);
}

function pageOf(
  { record, plan, prints }: Recorded,
  looks: readonly ArchiveFile[],
  cuts: readonly ArchiveFile[],
  photographs: readonly Photographed[],
  now: string,
): string {
  const main = photographs[0]?.file ?? looks.at(-1);
  const inks = (r: number) => recordWords('row.run', { run: r + 1 }) + ` · ${inkNamesOf(plan, plan.runs[r])}`;
  const heads = (['mark', 'sheet', 'kind', 'varies', 'faults'] as const).map((head) => recordWords(`head.${head}`));
  return archivePage({
    title: record.name,
    subtitle: [record.told.by, editionInWords(record, record.sets[0])].filter(Boolean).join(' · '),
    statement: record.told.statement,
    made: recordWords('archive.made', { day: longDayOf(now) }),
    main: main && { path: main.path, says: record.name },
    sections: recordInWords(record, unitAsked()),
    strips: [
      { title: recordWords('archive.looks'), pictures: looks.map(({ path }, r) => ({ path, says: inks(r) })) },
      {
        title: recordWords('archive.photographs'),
        pictures: photographs.map(({ print, file }) => ({
          path: file.path,
          says: [print.mark, print.varies].filter(Boolean).join(' · '),
        })),
      },
      { title: recordWords('archive.cuts'), pictures: cuts.map(({ path }, r) => ({ path, says: inks(r) })) },
    ],
    table: {
      title: recordWords('archive.prints'),
      heads,
      rows: record.prints.map(({ mark, name, kind, varies, faults }) => [
        ...[mark, name, kindInWords(kind), varies, faults.join(', ')],
      ]),
    },
    files: {
      title: recordWords('archive.files'),
      list: [
        { path: 'record.json', says: recordWords('archive.file.record') },
        ...(prints.length > 0 ? [{ path: 'booklet.json', says: recordWords('archive.file.booklet') }] : []),
        { path: 'prints.csv', says: recordWords('archive.file.prints') },
        { path: 'ledger.csv', says: recordWords('archive.file.ledger') },
        ...cuts.slice(0, 1).map(({ path }) => ({ path, says: recordWords('archive.file.cuts') })),
        { path: 'plan.json', says: recordWords('archive.file.plan') },
      ],
    },
  });
}
