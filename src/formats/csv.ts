import { fileWords } from '@/words/files';
import { amountToBuy, boughtInWords, shoppingWords } from '@/words/shopping';
import { stringify } from 'csv-stringify/sync';
import { isTestSheet, printName, type SheetName } from '@/core/sheets';
import { formatSize } from '@/core/units';
import { type BenchState, inkNamesOf, type KeptInk } from '@/derived';
import type { EditionRecord, Plan, PrintStanding, ShoppingRow } from '@/model';
import { roleInWords } from '@/words/craft';
import { editionInWords, kindInWords, recordWords, techniqueInWords } from '@/words/records';
import { whereWords } from '@/words/where';

/**
 * A cell that a spreadsheet would take for a formula is written with a leading apostrophe: also behind blanks, which some cut away, and
 * with full-width signs, which some read as plain ones.
 */
export function plainCell(cell: string | number): string | number {
  return typeof cell === 'string' && /^[\s\u00a0\u200b-\u200f\u2060\ufeff]*[=+\-@＝＋－＠|%\t\r]/.test(cell)
    ? `'${cell}`
    : cell;
}

function table(rows: readonly (readonly (string | number)[])[]): string {
  return stringify(
    rows.map((row) => row.map(plainCell)),
    { record_delimiter: 'windows' },
  );
}

/** Recipes and pots of all prints; shares are parts of a hundred. */
export function recipesCsv(inks: readonly KeptInk[]): string {
  const head = (['print', 'ink', 'medium', 'runs', 'mixed'] as const).map((column) => fileWords(`recipes.${column}`));
  const tail = (['recipe', 'softener', 'grease', 'drier', 'left', 'lightFast'] as const).map((column) =>
    fileWords(`recipes.${column}`),
  );
  const tenth = (value: number) => Math.round(10 * value) / 10;
  return table([
    [...head, 'L*', 'a*', 'b*', fileWords('recipes.known'), ...tail],
    ...inks.map((ink) => [
      ...[ink.printName, ink.name, ink.mediumId, ink.runs.join(' '), ink.at ?? ''],
      ...ink.labD50,
      ink.known,
      ink.parts.map(({ name, share }) => `${tenth(100 * share)} ${name}`).join(' + '),
      ...[ink.added.softener, ink.added.grease, ink.added.drier, ink.leftG].map(tenth),
      ink.lightFast.map(({ name, says }) => `${name}: ${says}`).join(' · '),
    ]),
  ]);
}

/** Sheets × runs: outcome, faults, note and time of each pull. */
export function ledgerCsv(plan: Plan, bench: BenchState, sheets: readonly SheetName[]): string {
  const header = [
    fileWords('csv.sheet'),
    fileWords('csv.kind'),
    ...plan.runs.flatMap((run, i) => [
      fileWords('layered.runInInk', { run: i + 1, ink: inkNamesOf(plan, run) }),
      fileWords('csv.runFaults', { run: i + 1 }),
      fileWords('csv.runNote', { run: i + 1 }),
      fileWords('csv.runPulledAt', { run: i + 1 }),
    ]),
    fileWords('csv.mark'),
  ];
  const rows = sheets.map((sheet) => [
    isTestSheet(sheet) ? sheet : Number(sheet),
    isTestSheet(sheet) ? fileWords('csv.test') : fileWords('csv.counted'),
    ...plan.runs.flatMap((run) => {
      const pull = bench.pulls.find((p) => p.runId === run.id && p.sheet === sheet);
      return pull
        ? [
            pull.setAside ? fileWords('csv.setAside') : pull.faults.length ? 'usable' : 'good',
            pull.faults.join(' + '),
            pull.note,
            pull.at,
          ]
        : ['', '', '', ''];
    }),
    bench.marks
      .filter((m) => m.sheet === sheet)
      .map(({ mark }) => mark)
      .join(' · '),
  ]);
  return table([header, ...rows]);
}

/** What is to be bought: amounts wanted, in stock and missing, each in the unit it is bought by. */
export function shoppingCsv(rows: readonly ShoppingRow[]): string {
  const heads = (['what', 'wanted', 'stock', 'missing'] as const).map((head) => shoppingWords(`head.${head}`));
  return table([
    [heads[0], fileWords('csv.kind'), shoppingWords('column.unit'), ...heads.slice(1), shoppingWords('head.prints')],
    ...rows.map(({ what, name, amount, stock, missing, prints }) => [
      ...[boughtInWords({ what, name }), shoppingWords(`what.${what}`), shoppingWords(`unit.${what}`)],
      amountToBuy(what, amount),
      stock === null ? '' : amountToBuy(what, stock),
      amountToBuy(what, missing),
      prints.join(' · '),
    ]),
  ]);
}

/** The numbering: mark, sheet, faults noted on the way. */
export function numberingCsv(bench: BenchState): string {
  return table([
    ['mark', 'sheet', fileWords('csv.faultsNoted')],
    ...bench.marks.map(({ sheet, image, mark }) => [
      mark,
      printName({ sheet, image }),
      [...new Set(bench.pulls.filter((p) => p.sheet === sheet).flatMap((p) => p.faults))].join(' + '),
    ]),
  ]);
}

/** All prints of an edition: mark, sheet, what each is, and what varies on it; where they are stays out of it. */
export function printsCsv({ prints }: EditionRecord): string {
  const heads = (['mark', 'sheet', 'kind', 'inks', 'varies', 'faults', 'looked'] as const).map((head) =>
    recordWords(`head.${head}`),
  );
  return table([
    heads,
    ...prints.map(({ name, mark, kind, colourway, varies, faults, graded }) => [
      ...[mark, name, kindInWords(kind), colourway, varies, faults.join(' + '), graded ?? ''],
    ]),
  ]);
}

/** Where finished prints are; `shared`: without what was said in words. */
export function whereaboutsCsv(prints: readonly PrintStanding[], shared: boolean): string {
  const heads = (['mark', 'sheet', 'kind', 'where', 'since'] as const).map((head) => recordWords(`head.${head}`));
  const said = shared ? [] : (['place', 'note'] as const).map((head) => recordWords(`head.${head}`));
  return table([
    [...heads, ...said],
    ...prints.map(({ mark, name, role, where, on, place, note }) => [
      ...[mark, name, roleInWords(role), whereWords(`where.${where ?? 'unsaid'}`), on ?? ''],
      ...(shared ? [] : [place, note]),
    ]),
  ]);
}

/** What a show asks of each print: title, maker, technique, sizes, edition, what is left of it, price. */
export function showCsv(prints: readonly { readonly record: EditionRecord; readonly left: number }[]): string {
  const heads = (['title', 'by', 'year', 'technique', 'image', 'sheetSize', 'edition', 'left', 'price'] as const).map(
    (head) => recordWords(`head.${head}`),
  );
  const size = (mm: EditionRecord['imageMm']) => (mm ? formatSize(mm.widthMm, mm.heightMm, 'mm') : '');
  return table([
    heads,
    ...prints.map(({ record, left }) => [
      ...[record.name, record.told.by, record.told.year || (record.finishedAt ?? '').slice(0, 4)],
      ...[techniqueInWords(record), size(record.imageMm), size(record.sheetMm)],
      ...[record.sets.map((set) => editionInWords(record, set)).join(' · '), left, record.told.price],
    ]),
  ]);
}
