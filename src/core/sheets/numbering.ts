import { ranged } from '../units';
import type { SheetName } from './names';

/** What a finished sheet can be called, in the order they are listed. */
export const SHEET_ROLES = [
  'numbered',
  'progressive',
  'A.P.',
  'P.P.',
  'B.A.T.',
  'H.C.',
  'state',
  'T.P.',
  'C.P.',
  'not numbered',
] as const;
export type SheetRole = (typeof SHEET_ROLES)[number];

/** What the numbered prints of an edition are: alike, varied on purpose, or single prints, which are no edition. */
export type EditionKind = 'identical' | 'varied' | 'one-offs';

/** Usual share of artist's proofs. */
const ARTIST_PROOF_SHARE = 0.1;

/** Most artist's proofs that custom allows for an edition: a tenth, at least one. */
export function usualArtistProofs(edition: number): number {
  ranged('the edition', edition, 0);
  return Math.max(1, Math.floor(edition * ARTIST_PROOF_SHARE));
}

/**
 * A first proposal in the order given: the edition is numbered, then each progressive set gets its last sheet, then come artist's proofs up
 * to the custom; the rest stays without a number.
 */
export function proposeRoles(sheets: readonly SheetName[], edition: number, progressiveSets = 0): SheetRole[] {
  const roles = [
    ...Array<SheetRole>(edition).fill('numbered'),
    ...Array<SheetRole>(progressiveSets).fill('progressive'),
    ...Array<SheetRole>(usualArtistProofs(edition)).fill('A.P.'),
  ];
  return sheets.map((_, i) => roles[i] ?? 'not numbered');
}

/**
 * The pencil mark of a progressive set's sheet: how many of the runs lie on it, and which set it belongs to (from 1) where there are
 * several.
 */
export function progressiveMark(printed: number, runs: number, set: number, sets: number): string {
  return `Prog. ${printed}/${runs}${sets > 1 ? ` ${roman(set)}` : ''}`;
}

/** How marks are written. */
export interface Marking {
  /** How many lie on a finished sheet. */
  readonly runs: number;
  /** Progressive sets there are, where not all have a finished sheet. */
  readonly sets?: number;
  /** Absent: alike. */
  readonly edition?: EditionKind;
  /** The colourway these are of, which stands before each mark: they are numbered apart. Absent: the first set of inks. */
  readonly series?: string;
}

/**
 * The pencil marks: `3/20` for numbered sheets in their order (N is the number of numbered sheets), `V.E. 3/20` where they vary on purpose and `1/1` for each where they are
 * single prints; `A.P. I/II` and the like in Roman numerals for proofs, plain `B.A.T.` when there is one.
 */
export function markSheets(
  sheets: readonly SheetName[],
  roles: readonly SheetRole[],
  { runs, sets = 0, edition = 'identical', series }: Marking,
): { sheet: SheetName; role: SheetRole; mark: string }[] {
  const total = (role: SheetRole) => roles.filter((r) => r === role).length;
  const given: Partial<Record<SheetRole, number>> = {};
  const plainMark = (role: SheetRole, n: number): string => {
    const all = total(role);
    if (role === 'numbered')
      return edition === 'one-offs' ? '1/1' : `${edition === 'varied' ? 'V.E. ' : ''}${n}/${all}`;
    if (role === 'progressive') return progressiveMark(runs, runs, n, Math.max(sets, all));
    if (role === 'state') return `State ${roman(n)}`;
    return role === 'B.A.T.' && all === 1 ? role : `${role} ${roman(n)}/${roman(all)}`;
  };
  return sheets.flatMap((sheet, i) => {
    const role = roles[i];
    if (role === 'not numbered') return [];
    const n = (given[role] = (given[role] ?? 0) + 1);
    return [{ sheet, role, mark: `${series ? `${series} ` : ''}${plainMark(role, n)}` }];
  });
}

/** Whether a mark may stand on several prints: single prints are each the only one. */
export const standsOnMany = (mark: string) => mark === '1/1' || mark.endsWith(' 1/1');

/** What custom says against a numbering, each with the figures it rests on: advice, not law. */
export type NumberingAdvice =
  | { readonly code: 'manyArtistProofs'; readonly proofs: number; readonly usual: number }
  | { readonly code: 'severalToPrintBy'; readonly marks: number }
  | { readonly code: 'oneOffsNumbered'; readonly prints: number }
  | { readonly code: 'variedUnsaid'; readonly prints: number }
  | { readonly code: 'manyBeside'; readonly beside: number; readonly numbered: number };

/** Proofs beside the numbers, together, that custom still finds few: as a share of the edition. */
const BESIDE_SHARE = 0.25;

/** @param unsaid numbered prints of a varied edition of which nothing is said of what varies */
export function numberingAdvice(roles: readonly SheetRole[], edition: EditionKind, unsaid: number): NumberingAdvice[] {
  const count = (...some: SheetRole[]) => roles.filter((role) => some.includes(role)).length;
  const numbered = count('numbered'),
    proofs = count('A.P.'),
    usual = usualArtistProofs(Math.max(1, numbered)),
    printBy = count('B.A.T.'),
    beside = count('A.P.', 'P.P.', 'H.C.');
  const told: NumberingAdvice[] = [];
  if (proofs > usual) told.push({ code: 'manyArtistProofs', proofs, usual });
  if (printBy > 1) told.push({ code: 'severalToPrintBy', marks: printBy });
  if (edition === 'one-offs' && numbered > 1) told.push({ code: 'oneOffsNumbered', prints: numbered });
  if (edition === 'varied' && unsaid > 0) told.push({ code: 'variedUnsaid', prints: unsaid });
  if (proofs <= usual && beside > Math.max(2, BESIDE_SHARE * numbered))
    told.push({ code: 'manyBeside', beside, numbered });
  return told;
}

const NUMERALS: readonly (readonly [number, string])[] = [
  [100, 'C'],
  [90, 'XC'],
  [50, 'L'],
  [40, 'XL'],
  [10, 'X'],
  [9, 'IX'],
  [5, 'V'],
  [4, 'IV'],
  [1, 'I'],
];

export function roman(n: number): string {
  ranged('a Roman number', n, 1, 3999);
  let left = n,
    text = '';
  for (const [value, letters] of NUMERALS)
    while (left >= value) {
      text += letters;
      left -= value;
    }
  return text;
}
