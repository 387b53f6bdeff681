import type { LengthUnit } from '@/core/units';
import { formatSize } from './lengths';
import type { EditionOfInks, EditionRecord, PrintKind } from '@/model';
import type { CardSection } from './cards';
import { roleInWords } from './craft';
import { longDayOf, shortDayOf } from './dates';
import type { records } from './en/records';
import made from './made/en/records.json';
import { listOf } from './phrases';
import { printWords } from './prints';
import { translator } from './translator';

export const recordWords = translator<typeof records>('records', made);

/** What became of a print, as it is read. */
export function kindInWords(kind: PrintKind): string {
  return kind === 'spoiled' || kind === 'test' || kind === 'unfinished'
    ? recordWords(`kind.${kind}`)
    : roleInWords(kind);
}

/** How the print is made, in the maker's words where there are any. */
export function techniqueInWords({ told, process, blocks, runs }: EditionRecord): string {
  if (told.technique !== '') return told.technique;
  const mediums = new Set(runs.flatMap((run) => run.mediums));
  return recordWords('technique', {
    ...{ process, blocks: blocks.length, runs: runs.length },
    materials: [...new Set(blocks.map(({ materialId }) => printWords(`material.${materialId}`)))].join(', '),
    mediums: [...mediums].map((id) => printWords(`mediumInShort.${id}`)).join(', '),
  });
}

/** “an edition of 30”, or why it is none. */
export function editionInWords({ edition }: EditionRecord, { numbered }: EditionOfInks): string {
  return edition === null ? recordWords('edition.none') : recordWords(`edition.${edition}`, { numbered });
}

/** “3 A.P., 1 B.A.T.”: the prints of a set that bear another mark than a number. */
export function besideInWords({ kinds }: EditionOfInks): string {
  const never: readonly PrintKind[] = ['numbered', 'not numbered', 'spoiled', 'test', 'unfinished'];
  return listOf(kinds.flatMap(({ kind, count }) => (never.includes(kind) ? [] : [`${count} ${kindInWords(kind)}`])));
}

type Row = readonly [string, string];
const said = (...rows: readonly (Row | false | null | undefined)[]): Row[] =>
  rows.filter((row): row is Row => Boolean(row) && (row as Row)[1] !== '');

/** The record section by section, as it stands on the page, on paper and in the archive. */
export function recordInWords(record: EditionRecord, unit: LengthUnit): CardSection[] {
  const { runs, blocks, sets, begunAt, finishedAt, numberedAt, corrections } = record;
  const day = (at: string | null) => (at ? longDayOf(at) : '');
  return [
    { title: recordWords('section.print'), rows: printRows(record, unit) },
    ...sets.map((set) => ({
      title: set.colourway ? recordWords('section.set', { name: set.colourway }) : recordWords('section.edition'),
      rows: said(
        [recordWords('row.kind'), editionInWords(record, set)],
        ...set.kinds.map(({ kind, count }): Row => [kindInWords(kind), String(count)]),
        ...set.inks.map(({ run, names }): Row => [recordWords('row.run', { run }), names.join(', ')]),
      ),
    })),
    {
      title: recordWords('section.dates'),
      rows: said(
        [recordWords('row.begun'), day(begunAt)],
        [recordWords('row.finished'), day(finishedAt)],
        [recordWords('row.numbered'), day(numberedAt)],
        ...corrections.map(({ at, reason }): Row => [
          recordWords('row.corrected'),
          recordWords('correction', { day: shortDayOf(at), reason }),
        ]),
      ),
    },
    {
      title: recordWords('section.runs'),
      rows: runs.map(({ run, inks, sheets, firstAt, lastAt }): Row => [
        recordWords('row.run', { run }),
        recordWords('runOf', { inks: inks.join(', '), sheets, days: daysOf(firstAt, lastAt) }),
      ]),
    },
    {
      title: recordWords('section.blocks'),
      rows: blocks.map(({ name, materialId, end, endedAt }): Row => [
        name,
        recordWords('material', {
          material: printWords(`material.${materialId}`),
          end:
            end && endedAt
              ? recordWords('ended', { end: recordWords(`end.${end}`), day: shortDayOf(endedAt) })
              : recordWords('end.open'),
        }),
      ]),
    },
  ].filter(({ rows }) => rows.length > 0);
}

function printRows(record: EditionRecord, unit: LengthUnit): Row[] {
  const { told, imageMm, sheetMm, hands } = record;
  const size = (mm: typeof imageMm) => (mm ? formatSize(mm.widthMm, mm.heightMm, unit) : '');
  return said(
    [recordWords('row.by'), told.by],
    [recordWords('row.technique'), techniqueInWords(record)],
    [recordWords('row.size'), size(imageMm)],
    [recordWords('row.sheet'), size(sheetMm)],
    [recordWords('row.paper'), record.paper],
    [recordWords('row.printedBy'), told.printedBy || hands.join(', ')],
    [recordWords('row.place'), told.place],
    [recordWords('row.year'), told.year],
    [recordWords('row.rights'), told.rights],
    [recordWords('row.price'), told.price],
  );
}

function daysOf(firstAt: string | null, lastAt: string | null): string {
  if (!firstAt || !lastAt) return '';
  const [first, last] = [shortDayOf(firstAt), shortDayOf(lastAt)];
  return first === last ? recordWords('runDay', { day: first }) : recordWords('runDays', { first, last });
}
