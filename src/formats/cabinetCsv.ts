import { parse } from 'csv-parse/sync';
import { stringify } from 'csv-stringify/sync';
import { failure, success, type Outcome, phrase } from '@/core/units';
import { checkCabinetInk, type CabinetInk } from '@/model';
import { plainCell } from './csv';

const COLUMNS = ['name', 'kind', 'role', 'L*', 'a*', 'b*', 'opacity', 'strength', 'stock g', 'light-fast'] as const;
const MAX_INKS = 1000;

/** The cabinet as a table: colour over paper as Lab D50, opacity as a word or a contrast ratio. Drawdowns travel as CGATS. */
export function cabinetCsv(inks: readonly CabinetInk[]): string {
  const rows = inks.map((ink) =>
    [
      ink.name,
      ink.mediumId,
      ink.role,
      ...ink.colour.labD50.map((v) => Number(v.toFixed(2))),
      ink.opacity,
      ink.strength,
      ink.stockG,
      ink.lightFast,
    ].map(plainCell),
  );
  return stringify([[...COLUMNS], ...rows], { record_delimiter: 'windows' });
}

/** Reads such a table; columns may stand in any order and all but name, L*, a* and b* may be left out. */
export function readCabinetCsv(
  text: string,
  paperLabD50: CabinetInk['paperLabD50'],
): Outcome<Omit<CabinetInk, 'id'>[]> {
  let rows: Record<string, string>[];
  try {
    rows = parse(text, {
      bom: true,
      columns: (header: string[]) => header.map((h) => h.trim().toLowerCase()),
      skip_empty_lines: true,
      trim: true,
      to: MAX_INKS + 1,
      max_record_size: 20_000,
      delimiter: delimiterOf(text),
    });
  } catch (error) {
    return failure('cabinet-csv.thisTableCannotBe', {
      detail: error instanceof Error ? error.message : phrase('cabinetCsv.itIsDamaged'),
    });
  }
  if (rows.length === 0) return failure('cabinet-csv.thereAreNoInks');
  if (rows.length > MAX_INKS) return failure('cabinet-csv.thisTableHasMore', { maxInks: MAX_INKS });
  const missing = ['name', 'l*', 'a*', 'b*'].filter((column) => !(column in rows[0]));
  if (missing.length > 0) return failure('cabinet-csv.theTableNeedsColumns', { missing: missing.join(', ') });
  const inks: Omit<CabinetInk, 'id'>[] = [];
  for (const [i, row] of rows.entries()) {
    const ink = checkCabinetInk(inkOfRow(row, paperLabD50));
    if (!ink.ok) return failure('cabinet-csv.row', { row: i + 2, name: (row.name ?? '').slice(0, 30), why: ink });
    inks.push(ink.value);
  }
  return success(inks);
}

/** A comma may be a decimal point where the columns are parted by semicolons or tabs. */
function delimiterOf(text: string): string {
  const header = text.split(/\r|\n/, 1)[0];
  return header.includes(';') ? ';' : header.includes('\t') ? '\t' : ',';
}

function inkOfRow(row: Record<string, string>, paperLabD50: CabinetInk['paperLabD50']): unknown {
  const numberOr = (text: string | undefined, otherwise: number) =>
    text === undefined || text === '' ? otherwise : Number(text.replace(',', '.'));
  const name = (row.name ?? '').replace(/^'(?=[\s\u00a0]*[=+\-@＝＋－＠|%])/, '');
  const opacity = row.opacity ?? '';
  return {
    name,
    kind: row.kind || 'oil relief',
    role: row.role || 'pigment',
    paperLabD50,
    colour: { labD50: [numberOr(row['l*'], NaN), numberOr(row['a*'], NaN), numberOr(row['b*'], NaN)], spectrum: null },
    opacity: opacity === '' ? 'half' : /^[\d.,]+$/.test(opacity) ? Number(opacity.replace(',', '.')) : opacity,
    strength: numberOr(row.strength, 1),
    stockG: numberOr(row['stock g'], 0),
    lightFast: row['light-fast'] ?? '',
    drawdowns: [],
  };
}
