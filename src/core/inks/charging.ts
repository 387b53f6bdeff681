import { ranged } from '../units';
import { INK_START_VALUES, type Roller } from './quantity';

/** How a roller is charged and led over a block (start values but for the geometry). */
export const CHARGING_START_VALUES = {
  /** At each contact the film splits in two. */
  splitShare: 0.5,
  /** Of a roller's width, what one stroke is counted for: strokes overlap. */
  usefulShare: 0.8,
  /** Every place is crossed so often in each direction. */
  crossings: 2,
  /** The square on the slab is so many turns of the roller long. */
  slabTurns: { least: 1, most: 2 },
} as const;

/** One film on one block: what a sheet takes, and what the block is. */
export interface Charged {
  /** What one sheet takes ink from, cm². */
  readonly standingCm2: number;
  /** On the sheet, µm. */
  readonly filmUm: number;
  /** Raw wood drinks as much again at the first inking as it keeps. */
  readonly drinks: boolean;
  readonly blockMm: { readonly widthMm: number; readonly heightMm: number };
  readonly roller: Roller;
}

export interface Charging {
  /** What one charge of the roller gives the block at most, ml. */
  readonly giftMl: number;
  /** Charges of the roller for the first sheet, when the block is bare, and for every later one. */
  readonly firstCharges: number;
  readonly laterCharges: number;
  /** Strokes over the block along its height and along its width, until every place was crossed in both directions. */
  readonly strokesUp: number;
  readonly strokesAcross: number;
  /** The square of ink on the slab. */
  readonly slabMm: { readonly widthMm: number; readonly leastMm: number; readonly mostMm: number };
}

/**
 * How often a roller is charged and how it is led. A roller takes a film over its surface (π·d·w) from the slab and gives about
 * half of it to the block; a sheet takes its film, and the block keeps about as much while it works. Throws OutOfRange for
 * lengths, areas and films below 0, and for a roller without a surface.
 */
export function chargingOf({ standingCm2, filmUm, drinks, blockMm, roller }: Charged): Charging {
  ranged('the area inked (cm²)', standingCm2, 0);
  ranged('the film (µm)', filmUm, 0);
  ranged('the diameter of a roller (mm)', roller.diameterMm, 1);
  ranged('the width of a roller (mm)', roller.widthMm, 1);
  const turnMm = Math.PI * roller.diameterMm,
    giftMl = CHARGING_START_VALUES.splitShare * ((turnMm * roller.widthMm) / 100) * INK_START_VALUES.slabFilmUm * 1e-4;
  const sheetMl = standingCm2 * filmUm * 1e-4;
  const lanes = (acrossMm: number) =>
    Math.ceil(acrossMm / (CHARGING_START_VALUES.usefulShare * roller.widthMm) - 1e-9) * CHARGING_START_VALUES.crossings;
  const charges = (ml: number) => Math.ceil(ml / giftMl - 1e-9);
  return {
    giftMl,
    firstCharges: charges(sheetMl * (2 + (drinks ? 1 : 0))),
    laterCharges: charges(sheetMl),
    strokesUp: lanes(blockMm.widthMm),
    strokesAcross: lanes(blockMm.heightMm),
    slabMm: {
      widthMm: roller.widthMm,
      leastMm: CHARGING_START_VALUES.slabTurns.least * turnMm,
      mostMm: CHARGING_START_VALUES.slabTurns.most * turnMm,
    },
  };
}
