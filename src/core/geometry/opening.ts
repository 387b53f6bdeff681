import { emptyMask, type BitMask } from './bitMask';

/** A shape that a mask is opened by, as the union of rectangles that share its middle. */
export interface OpeningShape {
  readonly widthPx: number;
  readonly heightPx: number;
  readonly rects: readonly { readonly widthPx: number; readonly heightPx: number }[];
}

/**
 * The shape of which every strip it leaves is at least so wide by its middle line (2√d − 1 of the squared distance d to the next pixel
 * outside): all pixels nearer to the middle than half a pixel more than half the width. A plain disc of five pixels leaves diagonal strips
 * of 4.7. An ellipse where the two differ: `acrossPx` from left to right, `downPx` from top to bottom, 1 and more.
 */
export function openingShape(acrossPx: number, downPx = acrossPx): OpeningShape {
  const widthPx = Math.max(1, Math.round(acrossPx)),
    heightPx = Math.max(1, Math.round(downPx));
  const a = ((widthPx + 1) / 2) ** 2,
    b = ((heightPx + 1) / 2) ** 2;
  const rects: { widthPx: number; heightPx: number }[] = [];
  const parity = ((widthPx - 1) / 2) % 1;
  for (let dy = (heightPx - 1) / 2; dy >= 0; dy--) {
    const half = Math.sqrt(Math.max(0, a * (1 - (dy * dy) / b) - 1e-6));
    const wide = Math.min(widthPx, 2 * (Math.floor(half - parity) + parity) + 1);
    if (wide < 1 || wide <= (rects.at(-1)?.widthPx ?? 0)) continue;
    rects.push({ widthPx: wide, heightPx: 2 * dy + 1 });
  }
  return { widthPx, heightPx, rects };
}

/** A room for masks of one size with ground all round, kept from one opening to the next. */
interface Room {
  readonly stride: number;
  readonly rows: number;
  readonly side: number;
  readonly source: Int32Array;
  readonly eroded: Int32Array;
  readonly part: Int32Array;
  readonly opened: Int32Array;
}

/** Opens masks by one shape. Beyond the map's edge all counts as inside, of a mask and of its complement alike. */
export class Opening {
  private room: Room | undefined;

  constructor(readonly shape: OpeningShape) {}

  /** The mask's parts that the shape reaches while staying inside; of the complement with `inverted`. */
  open(mask: BitMask, inverted = false): BitMask {
    const out = emptyMask(mask.width, mask.height);
    const room = this.roomFor(mask);
    this.openInto(mask, inverted, room);
    const tail = mask.width & 31 ? (1 << (mask.width & 31)) - 1 : -1;
    for (let y = 0; y < mask.height; y++) {
      const from = (y + this.shape.heightPx) * room.stride + room.side,
        to = y * mask.wordsPerRow;
      for (let k = 0; k < mask.wordsPerRow; k++) out.words[to + k] = room.part[from + k];
      out.words[to + mask.wordsPerRow - 1] &= tail;
    }
    return out;
  }

  /** Adds to `left` what of the mask (or of its complement) the shape does not reach. Says whether there is any. */
  addResidue(mask: BitMask, inverted: boolean, left: BitMask): boolean {
    const room = this.roomFor(mask);
    this.openInto(mask, inverted, room);
    return this.addRest(room, left);
  }

  /** The same without what only the corners are that the shape rounds off: pixels that touch what it reaches, corners too. */
  addThin(mask: BitMask, inverted: boolean, left: BitMask): boolean {
    const room = this.roomFor(mask);
    this.openInto(mask, inverted, room);
    const { source, part, opened, stride } = room;
    let any = 0;
    for (let w = 0; w < part.length; w++) any |= source[w] & ~part[w];
    if (any === 0) return false;
    for (let w = 1; w < part.length - 1; w++)
      opened[w] = part[w] | (part[w] << 1) | (part[w] >>> 1) | (part[w - 1] >>> 31) | (part[w + 1] << 31);
    for (let w = stride; w < part.length - stride; w++) part[w] = opened[w] | opened[w - stride] | opened[w + stride];
    return this.addRest(room, left);
  }

  /** Adds what is in `source` and not in `part`. */
  private addRest({ part, source, stride, side }: Room, left: BitMask): boolean {
    const { width, height, wordsPerRow } = left;
    const tail = width & 31 ? (1 << (width & 31)) - 1 : -1,
      last = wordsPerRow - 1;
    let any = 0;
    for (let y = 0; y < height; y++) {
      const from = (y + this.shape.heightPx) * stride + side,
        to = y * wordsPerRow;
      for (let k = 0; k <= last; k++) {
        let rest = source[from + k] & ~part[from + k];
        if (rest === 0) continue;
        if (k === last) rest &= tail;
        any |= rest;
        left.words[to + k] |= rest;
      }
    }
    return any !== 0;
  }

  private roomFor(mask: BitMask): Room {
    const side = (this.shape.widthPx + 31) >>> 5,
      stride = mask.wordsPerRow + 2 * side,
      rows = mask.height + 2 * this.shape.heightPx;
    if (this.room?.stride === stride && this.room.rows === rows) return this.room;
    const room = () => new Int32Array(stride * rows);
    this.room = { stride, rows, side, source: room(), eroded: room(), part: room(), opened: room() };
    return this.room;
  }

  /** What is opened lies in `room.part` afterwards, what it was made from in `room.source`. */
  private openInto(mask: BitMask, inverted: boolean, room: Room): void {
    const { source, eroded, part, opened, stride } = room,
      { rects, widthPx, heightPx } = this.shape;
    fillSource(mask, inverted, room, heightPx);
    if (rects.length === 1) {
      part.set(source);
      erodeAcross(part, widthPx);
      erodeDown(part, stride, heightPx);
      dilateAcross(part, widthPx);
      dilateDown(part, stride, heightPx);
      return;
    }
    // each rectangle's erosion, named by the top left corner of the whole shape
    for (const [i, rect] of rects.entries()) {
      const dx = (widthPx - rect.widthPx) / 2,
        dy = ((heightPx - rect.heightPx) / 2) * stride;
      part.set(source);
      erodeAcross(part, rect.widthPx);
      erodeDown(part, stride, rect.heightPx);
      for (let w = 0; w < part.length; w++) {
        const here = w + dy < part.length ? ahead(part, w + dy, dx) : -1;
        eroded[w] = i === 0 ? here : eroded[w] & here;
      }
    }
    opened.fill(0);
    for (const rect of rects) {
      const dx = (widthPx - rect.widthPx) / 2,
        dy = ((heightPx - rect.heightPx) / 2) * stride;
      for (let w = 0; w < part.length; w++) part[w] = w - dy >= 0 ? behind(eroded, w - dy, dx) : 0;
      dilateAcross(part, rect.widthPx);
      dilateDown(part, stride, rect.heightPx);
      for (let w = 0; w < part.length; w++) opened[w] |= part[w];
    }
    part.set(opened);
  }
}

function fillSource(mask: BitMask, inverted: boolean, { source, stride, side, rows }: Room, pad: number): void {
  const { width, height, wordsPerRow, words } = mask;
  const flip = inverted ? -1 : 0,
    beyond = width & 31 ? ~((1 << (width & 31)) - 1) : 0;
  source.fill(-1, 0, pad * stride);
  source.fill(-1, (rows - pad) * stride);
  for (let y = 0; y < height; y++) {
    const to = (y + pad) * stride;
    for (let k = 0; k < side; k++) source[to + k] = source[to + stride - 1 - k] = -1;
    for (let k = 0; k < wordsPerRow; k++) source[to + side + k] = words[y * wordsPerRow + k] ^ flip;
    source[to + side + wordsPerRow - 1] |= beyond;
  }
}

/** The word whose bit x is bit x + dx of the one at w; ones beyond the end. */
function ahead(words: Int32Array, w: number, dx: number): number {
  const whole = w + (dx >> 5),
    part = dx & 31,
    low = whole < words.length ? words[whole] : -1;
  if (part === 0) return low;
  return (low >>> part) | ((whole + 1 < words.length ? words[whole + 1] : -1) << (32 - part));
}

/** The word whose bit x is bit x − dx of the one at w; nothing before the beginning. */
function behind(words: Int32Array, w: number, dx: number): number {
  const whole = w - (dx >> 5),
    part = dx & 31,
    high = whole >= 0 ? words[whole] : 0;
  if (part === 0) return high;
  return (high << part) | (whole > 0 ? words[whole - 1] >>> (32 - part) : 0);
}

/** Growing distances that together make a window of `px`. */
function doublings(px: number): number[] {
  const distances: number[] = [];
  let have = 1;
  for (; 2 * have <= px; have *= 2) distances.push(have);
  if (have < px) distances.push(px - have);
  return distances;
}

/** Bit x becomes the least of bits x … x + px − 1: all windows up to 32 in one pass, wider ones by doubling over whole words. */
function erodeAcross(words: Int32Array, px: number): void {
  const distances = doublings(px);
  const last = words.length - 1;
  if (px > 32) {
    for (const n of distances) for (let w = 0; w <= last; w++) words[w] &= ahead(words, w, n);
    return;
  }
  for (let w = 0; w <= last; w++) {
    let word = words[w];
    if (word === 0) continue;
    let next = w < last ? words[w + 1] : -1;
    if (word === -1 && next === -1) continue;
    for (let k = 0; k < distances.length; k++) {
      const n = distances[k];
      word &= (word >>> n) | (next << (32 - n));
      // its upper bits lack what comes after it, and are never looked at
      next &= next >> n;
    }
    words[w] = word;
  }
}

/** Bit x becomes the most of bits x − px + 1 … x. */
function dilateAcross(words: Int32Array, px: number): void {
  const distances = doublings(px);
  if (px > 32) {
    for (const n of distances) for (let w = words.length - 1; w >= 0; w--) words[w] |= behind(words, w, n);
    return;
  }
  for (let w = words.length - 1; w >= 0; w--) {
    let word = words[w];
    if (word === -1) continue;
    let before = w > 0 ? words[w - 1] : 0;
    if (word === 0 && before === 0) continue;
    for (let k = 0; k < distances.length; k++) {
      const n = distances[k];
      word |= (word << n) | (before >>> (32 - n));
      before |= before << n;
    }
    words[w] = word;
  }
}

function erodeDown(words: Int32Array, stride: number, px: number): void {
  const end = words.length - (px - 1) * stride;
  for (let w = 0; w < end; w++) {
    let word = words[w];
    for (let k = 1, at = w + stride; k < px && word !== 0; k++, at += stride) word &= words[at];
    words[w] = word;
  }
}

function dilateDown(words: Int32Array, stride: number, px: number): void {
  const least = (px - 1) * stride;
  for (let w = words.length - 1; w >= least; w--) {
    let word = words[w];
    for (let k = 1, at = w - stride; k < px && word !== -1; k++, at -= stride) word |= words[at];
    words[w] = word;
  }
}
