import { ranged } from '../units';
import type { SheetName } from './names';

/** What a finished sheet can be called. */
export const SHEET_ROLES = ['numbered', 'progressive', 'A.P.', 'P.P.', 'B.A.T.', 'H.C.', 'not numbered'] as const;
export type SheetRole = (typeof SHEET_ROLES)[number];

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

/**
 * The pencil marks: `3/20` for numbered sheets in their order (N is the number of numbered sheets), `A.P. I/II` and the
 * like in Roman numerals for proofs, plain `B.A.T.` when there is one. `runs`: how many lie on a finished sheet; `sets`: progressive
 * sets there are, where not all have a finished sheet.
 */
export function markSheets(
  sheets: readonly SheetName[],
  roles: readonly SheetRole[],
  { runs, sets = 0 }: { readonly runs: number; readonly sets?: number },
): { sheet: SheetName; mark: string }[] {
  const total = (role: SheetRole) => roles.filter((r) => r === role).length;
  const given: Partial<Record<SheetRole, number>> = {};
  return sheets.flatMap((sheet, i) => {
    const role = roles[i];
    if (role === 'not numbered') return [];
    const n = (given[role] = (given[role] ?? 0) + 1);
    if (role === 'numbered') return [{ sheet, mark: `${n}/${total(role)}` }];
    if (role === 'progressive') return [{ sheet, mark: progressiveMark(runs, runs, n, Math.max(sets, total(role))) }];
    if (role === 'B.A.T.' && total(role) === 1) return [{ sheet, mark: role }];
    return [{ sheet, mark: `${role} ${roman(n)}/${roman(total(role))}` }];
  });
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
