import { deltaE2000, type Lab } from '../colour';
import { median } from '../numeric';
import type { SheetName } from './names';

/** What was measured on one print: colours by the names of the picture's colours, and how far the worst corner lies off, mm. */
export interface MeasuredPrint {
  readonly print: SheetName;
  readonly colours: ReadonlyMap<string, Lab>;
  readonly misfitMm?: number;
}

/** A print that lies apart from the others, and by how much; `usual`: as far as most lie from the middle one. */
export interface Outlier {
  readonly print: SheetName;
  readonly of: 'colour' | 'misfit';
  /** The colour that is farthest off; absent for a misfit. */
  readonly colourId?: string;
  /** ΔE00 to the middle of all prints, or mm. */
  readonly off: number;
  readonly usual: number;
}

/** Fewer prints have no middle. */
const LEAST_PRINTS = 5;
/** The standard deviation of a normal spread whose median absolute deviation is 1. */
const SD_PER_MAD = 1.4826;
/**
 * A deviation of more than 3.5 robust standard deviations marks an outlier (Iglewicz and Hoaglin, How to Detect and Handle Outliers, 1993): the median
 * and its absolute deviation do not move when a few prints lie far off.
 */
const ROBUST_LIMIT = 3.5;

interface Limits {
  /** Differences that nobody sees, or that the instrument itself may make, are none. */
  readonly leastDeltaE: number;
  readonly leastMisfitMm: number;
}

/** Prints whose measured colours or misfit lie apart from the rest, the farthest off first; each once for colour and once for misfit. */
export function outliersOf(prints: readonly MeasuredPrint[], { leastDeltaE, leastMisfitMm }: Limits): Outlier[] {
  const worst = new Map<SheetName, Outlier>();
  for (const colourId of new Set(prints.flatMap(({ colours }) => [...colours.keys()]))) {
    const read = prints.flatMap(({ print, colours }) => {
      const lab = colours.get(colourId);
      return lab ? [{ print, lab }] : [];
    });
    if (read.length < LEAST_PRINTS) continue;
    const middle = [0, 1, 2].map((axis) => median(read.map(({ lab }) => lab[axis]))!) as unknown as Lab;
    const offs = read.map(({ print, lab }) => ({ print, off: deltaE2000(middle, lab) }));
    for (const { print, off, usual } of apart(offs, leastDeltaE))
      if (off > (worst.get(print)?.off ?? 0)) worst.set(print, { print, of: 'colour', colourId, off, usual });
  }
  const misfits = prints.flatMap(({ print, misfitMm }) => (misfitMm === undefined ? [] : [{ print, off: misfitMm }]));
  const misfit =
    misfits.length < LEAST_PRINTS
      ? misfits.filter(({ off }) => off > leastMisfitMm).map((one) => ({ ...one, usual: leastMisfitMm }))
      : apart(misfits, leastMisfitMm);
  const share = ({ off, usual }: Outlier) => off / usual;
  return [...worst.values(), ...misfit.map((one): Outlier => ({ ...one, of: 'misfit' }))].sort(
    (a, b) => share(b) - share(a),
  );
}

/** Those whose distance is more than both the least that matters and what the spread of the others explains. */
function apart<T extends { readonly off: number }>(offs: readonly T[], least: number): (T & { usual: number })[] {
  const middle = median(offs.map(({ off }) => off))!,
    spread = SD_PER_MAD * median(offs.map(({ off }) => Math.abs(off - middle)))!;
  const usual = Math.max(least, middle + ROBUST_LIMIT * spread);
  return offs.filter(({ off }) => off > usual).map((one) => ({ ...one, usual }));
}
