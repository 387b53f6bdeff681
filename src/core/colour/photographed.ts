import { deltaE2000 } from './deltaE2000';
import type { Lab, Rgb8, Xyz } from './lab';
import { ranged } from '../units';
import { labD50FromLinearSrgb, labD50FromSrgb8, linearFromSrgb, srgb8FromLabD50 } from './srgb';

/** Something in a photograph whose colour is known: bare paper, a printed grey. */
export interface KnownPatch {
  readonly seen: Rgb8;
  readonly labD50: Lab;
}

/** The two greys on the sheet of chips, marked A and B. */
export const GREY_STEPS_LAB_D50 = { light: [72, 0, 0], dark: [32, 0, 0] } as const satisfies Readonly<
  Record<string, Lab>
>;
/** Start value: what a photograph in one light is off where all that is known fits (ΔE00). */
export const PHOTOGRAPH_ERROR_DELTA_E = 3;
const DARKEST = 1e-4;

/**
 * The colour of a place in a photograph, with light and white balance taken from what is known in it: each channel of linear sRGB is a power of
 * the camera's, a·x^g, by least squares on the logarithms; with one known patch only, its gain. The error grows by what the known patches
 * themselves are off afterwards. At least one is needed.
 * @throws OutOfRange without a known patch
 */
export function labFromPhotograph(known: readonly KnownPatch[], seen: Rgb8): { labD50: Lab; errorDeltaE: number } {
  ranged('the number of known patches', known.length, 1);
  const curves = [0, 1, 2].map((channel) =>
    powerThrough(
      known.map(({ seen: camera, labD50 }) => [
        lit(camera[channel]),
        // a known colour is taken as a camera of sRGB would have it
        lit(srgb8FromLabD50(labD50).rgb[channel]),
      ]),
    ),
  );
  const corrected = (rgb: Rgb8): Lab =>
    labD50FromLinearSrgb(rgb.map((v, c) => Math.min(1.2, curves[c](lit(v)))) as unknown as Xyz);
  const off = known.map(({ seen: camera, labD50 }) =>
    deltaE2000(corrected(camera), labD50FromSrgb8(srgb8FromLabD50(labD50).rgb)),
  );
  const rms = Math.sqrt(off.reduce((sum, d) => sum + d * d, 0) / off.length);
  return { labD50: corrected(seen), errorDeltaE: Math.hypot(PHOTOGRAPH_ERROR_DELTA_E, rms) };
}

const lit = (channel: number) => Math.max(DARKEST, linearFromSrgb(channel / 255));

/** y = a·x^g through pairs, least squares in the logarithms; g within what cameras do. */
function powerThrough(pairs: readonly (readonly [number, number])[]): (x: number) => number {
  const logs = pairs.map(([x, y]) => [Math.log(x), Math.log(y)] as const);
  const meanX = logs.reduce((sum, [x]) => sum + x, 0) / logs.length,
    meanY = logs.reduce((sum, [, y]) => sum + y, 0) / logs.length;
  const over = logs.reduce((sum, [x, y]) => sum + (x - meanX) * (y - meanY), 0),
    under = logs.reduce((sum, [x]) => sum + (x - meanX) ** 2, 0);
  const g = under > 1e-6 ? Math.min(2, Math.max(0.5, over / under)) : 1;
  return (x) => Math.exp(meanY + g * (Math.log(x) - meanX));
}
