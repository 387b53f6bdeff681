import { countPixels, emptyMask, invertMask, maskAndNot, type BitMask } from './bitMask';

/**
 * A disc of whole pixels by its diameter: pixel centres (odd diameter) or corners (even) as its middle, so that a
 * strip exactly `diameterPx` wide just holds it. Row dy spans dx = base + [−reach, +reach].
 */
interface Disc {
  readonly rows: readonly { dy: number; reach: number }[];
  readonly baseLow: number;
  readonly baseHigh: number;
  readonly maxReach: number;
}

function discOf(diameterPx: number, reflected: boolean): Disc {
  const even = diameterPx % 2 === 0;
  const radiusSquared = (diameterPx / 2) ** 2;
  const shift = even ? 0.5 : 0;
  const rows: { dy: number; reach: number }[] = [];
  const low = -Math.floor((diameterPx - 1) / 2);
  for (let dy = low; dy < low + diameterPx; dy++) {
    const halfWidth = Math.sqrt(Math.max(0, radiusSquared - Math.abs(dy - shift) ** 2));
    if (even && halfWidth < 0.5) continue;
    const reach = even ? Math.floor(halfWidth - 0.5) : Math.floor(halfWidth);
    rows.push({ dy: reflected ? -dy : dy, reach });
  }
  const baseHigh = even && !reflected ? 1 : 0;
  const baseLow = even && reflected ? -1 : 0;
  return { rows, baseLow, baseHigh, maxReach: Math.max(...rows.map((row) => row.reach)) };
}

/** Pixels at which the whole disc lies in the mask; what is beyond the map's edge counts as in it. */
export function erodeDisc(mask: BitMask, diameterPx: number): BitMask {
  return erode(mask, discOf(Math.max(1, Math.round(diameterPx)), false), true);
}

/** Union of the discs put at each pixel of the mask (the disc reflected, so that erode-then-dilate is an opening). */
export function dilateDisc(mask: BitMask, diameterPx: number): BitMask {
  // what is beyond the edge is not in the mask, so it is all in its complement
  return invertMask(erode(invertMask(mask), discOf(Math.max(1, Math.round(diameterPx)), true), true));
}

/** The mask's parts that a disc of this diameter can reach while staying inside; beyond the map's edge all is inside. */
export function openDisc(mask: BitMask, diameterPx: number): BitMask {
  const diameter = Math.max(1, Math.round(diameterPx));
  if (diameter === 1) return mask;
  // a disc may lie half beyond the edge, but only where what it covers inside is in the mask: so the ground beyond is really there
  const around = padded(mask, diameter);
  return cropped(dilateDisc(erodeDisc(around, diameter), diameter), mask, diameter);
}

/** The mask with ground all round that is in it, `px` wide above and below and at least that at the sides. */
function padded(mask: BitMask, px: number): BitMask {
  const side = (px + 31) >>> 5,
    wordsPerRow = mask.wordsPerRow + 2 * side;
  const words = new Uint32Array(wordsPerRow * (mask.height + 2 * px)).fill(0xffffffff);
  const tail = mask.width & 31 ? ~((1 << (mask.width & 31)) - 1) : 0;
  for (let y = 0; y < mask.height; y++) {
    const from = y * mask.wordsPerRow,
      to = (y + px) * wordsPerRow + side;
    words.set(mask.words.subarray(from, from + mask.wordsPerRow), to);
    words[to + mask.wordsPerRow - 1] |= tail;
  }
  return { width: 32 * wordsPerRow, height: mask.height + 2 * px, wordsPerRow, words };
}

/** The part of a padded mask where `like` lies. */
function cropped(around: BitMask, like: BitMask, px: number): BitMask {
  const out = emptyMask(like.width, like.height),
    side = (px + 31) >>> 5;
  const tail = like.width & 31 ? (1 << (like.width & 31)) - 1 : -1;
  for (let y = 0; y < like.height; y++) {
    const from = (y + px) * around.wordsPerRow + side,
      to = y * like.wordsPerRow;
    out.words.set(around.words.subarray(from, from + like.wordsPerRow), to);
    out.words[to + like.wordsPerRow - 1] &= tail;
  }
  return out;
}

/** How much of a corner may be rounded off before it counts as thin, as a share of the disc's radius. */
const CORNER_TOLERANCE = 0.6;

/** The mask's parts thinner than `diameterPx`, without the corners any disc rounds off. */
export function thinnerThan(mask: BitMask, diameterPx: number): BitMask {
  const diameter = Math.round(diameterPx);
  if (diameter <= 1) return emptyMask(mask.width, mask.height);
  const opened = openDisc(mask, diameter);
  const tolerancePx = 1 + 2 * Math.max(1, Math.floor((CORNER_TOLERANCE * diameter) / 2));
  return maskAndNot(mask, dilateDisc(opened, tolerancePx));
}

/**
 * Width of the mask's thinnest parts, looked for below `soughtPx`: the narrowest width below which at least `leastAreaPx`
 * pixels lie, so that the points of tapering strokes do not count. Undefined when nothing is thinner. By halving.
 */
export function thinnestWidthPx(mask: BitMask, soughtPx: number, leastAreaPx: number): number | undefined {
  const hasThinner = (px: number) => countPixels(thinnerThan(mask, px)) >= leastAreaPx;
  let fits = 1,
    sticks = Math.max(2, Math.round(soughtPx));
  if (!hasThinner(sticks)) return undefined;
  while (sticks - fits > 1) {
    const middle = (fits + sticks) >> 1;
    if (hasThinner(middle)) sticks = middle;
    else fits = middle;
  }
  return fits;
}

/**
 * Rows are eroded sideways once for each reach the disc uses, kept in a ring as tall as the disc, and combined. Words that
 * are empty, or full between full neighbours, need no shifting. Cost: about (2 × reach + disc height) word operations for
 * each 32 pixels at most.
 */
function erode(mask: BitMask, disc: Disc, outside: boolean): BitMask {
  const { width, height, wordsPerRow, words } = mask;
  const out = emptyMask(width, height);
  const dyMin = Math.min(...disc.rows.map((row) => row.dy));
  const dyMax = Math.max(...disc.rows.map((row) => row.dy));
  const tall = dyMax - dyMin + 1;
  const reaches = disc.maxReach + 1;
  const ring = new Int32Array(tall * reaches * wordsPerRow);
  const tailMask = width & 31 ? ~((1 << (width & 31)) - 1) : 0;
  const pad = 1 + ((disc.maxReach + 1) >> 5);
  const source = new Int32Array(wordsPerRow + 2 * pad).fill(outside ? -1 : 0);
  const erodeRowSideways = (y: number) => {
    source.set(words.subarray(y * wordsPerRow, (y + 1) * wordsPerRow), pad);
    if (outside) source[pad + wordsPerRow - 1] |= tailMask;
    sideways(source, pad, ring, (y % tall) * reaches * wordsPerRow, wordsPerRow, disc);
  };
  const target = new Int32Array(out.words.buffer);
  for (let y = 0; y < Math.min(dyMax, height); y++) erodeRowSideways(y);
  for (let y = 0; y < height; y++) {
    if (y + dyMax >= 0 && y + dyMax < height) erodeRowSideways(y + dyMax);
    const to = y * wordsPerRow;
    target.fill(-1, to, to + wordsPerRow);
    for (const { dy, reach } of disc.rows) {
      const from = y + dy;
      if (from < 0 || from >= height) {
        if (!outside) target.fill(0, to, to + wordsPerRow);
        continue;
      }
      const at = ((from % tall) * reaches + reach) * wordsPerRow;
      for (let k = 0; k < wordsPerRow; k++) target[to + k] &= ring[at + k];
    }
    if (tailMask) target[to + wordsPerRow - 1] &= ~tailMask;
  }
  return out;
}

/** One row eroded by each reach of the disc: reach r goes to `ring[at + r × wordsPerRow …]`. `source` is padded by `pad` words. */
function sideways(
  source: Int32Array,
  pad: number,
  ring: Int32Array,
  at: number,
  wordsPerRow: number,
  disc: Disc,
): void {
  const { baseLow, baseHigh, maxReach } = disc;
  for (let k = 0; k < wordsPerRow; k++) {
    const s = k + pad;
    const word = source[s];
    let to = at + k;
    if (word === 0 || (maxReach < 31 && word === -1 && source[s - 1] === -1 && source[s + 1] === -1)) {
      for (let r = 0; r <= maxReach; r++, to += wordsPerRow) ring[to] = word;
      continue;
    }
    let kept = word;
    if (baseHigh === 1) kept &= shifted(source, s, 1);
    if (baseLow === -1) kept &= shifted(source, s, -1);
    ring[to] = kept;
    for (let r = 1; r <= maxReach; r++) {
      if (kept !== 0) kept &= shifted(source, s, baseHigh + r) & shifted(source, s, baseLow - r);
      to += wordsPerRow;
      ring[to] = kept;
    }
  }
}

/** The word at `s` of the row moved so that pixel x reads pixel x + dx. */
function shifted(source: Int32Array, s: number, dx: number): number {
  const whole = s + (dx >> 5),
    part = dx & 31;
  return part === 0 ? source[whole] : (source[whole] >>> part) | (source[whole + 1] << (32 - part));
}
