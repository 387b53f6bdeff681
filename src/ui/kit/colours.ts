import { srgb8FromLabD50, type Lab } from '@/core/colour';
import { packRgb } from '@/core/geometry';
import { TOKENS } from '../theme/tokens';

/** Lab to the word a canvas takes. */
export function wordOfLab(lab: Lab): number {
  return packRgb(...srgb8FromLabD50(lab).rgb);
}

function wordOfHex(hex: string): number {
  const n = Number.parseInt(hex.slice(1), 16);
  return packRgb(n >> 16, (n >> 8) & 255, n & 255);
}

/** Words for drawing a block: standing, cleared, and the gouge strokes of what is cut now. */
export const BLOCK_WORDS = {
  standing: wordOfHex(TOKENS.standing),
  cleared: wordOfHex(TOKENS.cleared),
  cutFill: wordOfHex(TOKENS.cutNow),
  cutStroke: wordOfHex(TOKENS.madder),
  doneFill: wordOfHex(TOKENS.cutDone),
  doneStroke: wordOfHex(TOKENS.cutDoneStroke),
  backdrop: wordOfHex(TOKENS.paper),
} as const;
