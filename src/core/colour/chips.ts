import type { Lab } from './lab';
import { labD50FromSrgb8, srgb8FromLabD50 } from './srgb';

/** A numbered patch of a printed sheet. */
export interface Chip {
  readonly number: number;
  readonly labD50: Lab;
}

/** Between neighbouring chips, in L*, a* and b*. */
const STEP = 7;
/** Start value: what an eye beside chips half a step apart is off (ΔE00). */
export const CHIP_ERROR_DELTA_E = 4;

/** Which way a drawdown is off the chip beside it, by half a step. */
export const NUDGES = ['lighter', 'darker', 'redder', 'greener', 'yellower', 'bluer'] as const;
export type Nudge = (typeof NUDGES)[number];

const TOWARDS: Readonly<Record<Nudge, Lab>> = {
  lighter: [1, 0, 0],
  darker: [-1, 0, 0],
  redder: [0, 1, 0],
  greener: [0, -1, 0],
  yellower: [0, 0, 1],
  bluer: [0, 0, -1],
};

/**
 * Twenty-seven chips around a colour, numbered from 1: three fields of nine, light to dark; across they go from green to red, down from yellow to
 * blue. Each is what can be printed from sRGB: what lies outside is drawn in.
 */
export function chipsAround(target: Lab): Chip[] {
  const chips: Chip[] = [];
  for (const l of [1, 0, -1])
    for (const b of [1, 0, -1])
      for (const a of [-1, 0, 1]) {
        const wanted: Lab = [
          Math.min(97, Math.max(4, target[0] + l * STEP)),
          target[1] + a * STEP,
          target[2] + b * STEP,
        ];
        chips.push({ number: chips.length + 1, labD50: labD50FromSrgb8(srgb8FromLabD50(wanted).rgb) });
      }
  return chips;
}

/** The colour of a drawdown that is half a step off a chip each way that is named. */
export function colourByChip(chip: Lab, nudges: readonly Nudge[]): Lab {
  const [l, a, b] = nudges.reduce<Lab>(
    (lab, nudge) => lab.map((v, i) => v + (STEP / 2) * TOWARDS[nudge][i]) as unknown as Lab,
    chip,
  );
  return [Math.min(100, Math.max(0, l)), a, b];
}
