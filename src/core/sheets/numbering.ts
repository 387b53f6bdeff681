import { ranged } from '../units';
import type { SheetName } from './names';

/** What a finished sheet can be called. */
export const SHEET_ROLES = ['numbered', 'A.P.', 'P.P.', 'B.A.T.', 'H.C.', 'not numbered'] as const;
export type SheetRole = (typeof SHEET_ROLES)[number];

/** Usual share of artist's proofs. */
const ARTIST_PROOF_SHARE = 0.1;

/** Most artist's proofs that custom allows for an edition: a tenth, at least one. */
export function usualArtistProofs(edition: number): number {
  ranged('the edition', edition, 0);
  return Math.max(1, Math.floor(edition * ARTIST_PROOF_SHARE));
}

/**
 * A first proposal in the order given: the edition is numbered, then artist's proofs up to the custom, the rest stays
 * without a number.
 */
export function proposeRoles(sheets: readonly SheetName[], edition: number): SheetRole[] {
  const proofs = usualArtistProofs(edition);
  return sheets.map((_, i) => (i < edition ? 'numbered' : i < edition + proofs ? 'A.P.' : 'not numbered'));
}

/**
 * The pencil marks: `3/20` for numbered sheets in their order (N is the number of numbered sheets), `A.P. I/II` and the
 * like in Roman numerals for proofs, plain `B.A.T.` when there is one.
 */
export function markSheets(
  sheets: readonly SheetName[],
  roles: readonly SheetRole[],
): { sheet: SheetName; mark: string }[] {
  const total = (role: SheetRole) => roles.filter((r) => r === role).length;
  const given: Partial<Record<SheetRole, number>> = {};
  return sheets.flatMap((sheet, i) => {
    const role = roles[i];
    if (role === 'not numbered') return [];
    const n = (given[role] = (given[role] ?? 0) + 1);
    if (role === 'numbered') return [{ sheet, mark: `${n}/${total(role)}` }];
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
