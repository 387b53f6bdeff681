import { ranged } from '../units';

export interface Roller {
  readonly diameterMm: number;
  readonly widthMm: number;
}

/** Start values for oil relief ink rolled by hand; editable guesses until the printer's own log replaces them. */
export const INK_START_VALUES = {
  wetFilmUm: 8,
  slabFilmUm: 12,
  roller: { diameterMm: 50, widthMm: 150 } as Roller,
  /** Length of the square on the slab, in turns of the roller. */
  slabTurns: 1.5,
  densityGPerMl: 1.1,
  spareShare: 0.1,
} as const;
export const ML_PER_TEASPOON = 4.93;

export interface InkNeed {
  readonly grams: number;
  readonly millilitres: number;
  readonly teaspoons: number;
}

/** Where the ink of a heap goes, ml. */
export interface HeapParts {
  readonly sheets: number;
  /** The square on the slab and the roller, filled once. */
  readonly slabAndRoller: number;
  /** What the block keeps while it works, and what raw wood drinks. */
  readonly block: number;
  /** Slab, roller and block once more for every sitting after a wash-up. */
  readonly again: number;
  /** A tenth over it. */
  readonly spare: number;
}

export interface Heap extends InkNeed {
  readonly partsMl: HeapParts;
  /** The least that can be rolled out at all: slab, roller and block filled once. */
  readonly leastMl: number;
}

export interface HeapTask {
  /** What one sheet takes ink from, cm². */
  readonly standingCm2: number;
  readonly sheets: number;
  /** Layings on one sheet by film weight: 1 is the usual film once. */
  readonly layings?: number;
  readonly wetFilmUm?: number;
  readonly roller?: Roller;
  /** Raw wood drinks as much again as it keeps. */
  readonly drinks?: boolean;
  /** Sittings after a wash-up. */
  readonly washUps?: number;
  /** Laid by brush there is neither slab nor roller. */
  readonly brushed?: boolean;
}

/** Ink to mix for one run. Throws OutOfRange for values below 0. */
export function inkForRun({
  standingCm2,
  sheets,
  layings = 1,
  wetFilmUm = INK_START_VALUES.wetFilmUm,
  roller = INK_START_VALUES.roller,
  drinks = false,
  washUps = 0,
  brushed = false,
}: HeapTask): Heap {
  ranged('the area inked (cm²)', standingCm2, 0);
  ranged('the number of sheets', sheets, 0);
  ranged('the number of impressions', layings, 0);
  ranged('the number of wash-ups', washUps, 0);
  const turnMm = Math.PI * roller.diameterMm,
    rolledCm2 = brushed ? 0 : (turnMm * roller.widthMm * (1 + INK_START_VALUES.slabTurns)) / 100,
    filmMl = standingCm2 * wetFilmUm * 1e-4;
  const slabAndRoller = rolledCm2 * INK_START_VALUES.slabFilmUm * 1e-4,
    block = filmMl * (drinks ? 2 : 1),
    again = washUps * (slabAndRoller + block),
    onSheets = filmMl * sheets * layings;
  const leastMl = slabAndRoller + block,
    spare = INK_START_VALUES.spareShare * (onSheets + leastMl + again),
    millilitres = onSheets + leastMl + again + spare;
  return {
    ...{ grams: millilitres * INK_START_VALUES.densityGPerMl, millilitres, teaspoons: millilitres / ML_PER_TEASPOON },
    partsMl: { sheets: onSheets, slabAndRoller, block, again, spare },
    leastMl,
  };
}
