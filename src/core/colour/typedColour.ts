import { labD50FromSrgb8 } from './srgb';
import type { Lab } from './lab';

const HEX = /^#?([0-9a-f]{2})([0-9a-f]{2})([0-9a-f]{2})$/i;

/** A colour as people write it: # and six digits (sRGB), or L* a* b* (D50) parted by blanks, commas or semicolons. Undefined where it is neither. */
export function colourOfText(text: string): Lab | undefined {
  const typed = text.trim();
  const hex = HEX.exec(typed);
  if (hex) {
    const [r, g, b] = hex.slice(1).map((two) => parseInt(two, 16));
    return labD50FromSrgb8([r, g, b]);
  }
  const numbers = typed.replace(/[−–]/g, '-').split(/[\s;,]+/);
  if (numbers.length !== 3 || numbers.some((n) => !/^[+-]?\d+(\.\d+)?$/.test(n))) return undefined;
  const [l, a, b] = numbers.map(Number);
  return l >= 0 && l <= 100 && Math.abs(a) <= 128 && Math.abs(b) <= 128 ? [l, a, b] : undefined;
}
