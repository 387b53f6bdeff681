import type { BitMask } from './bitMask';
import { stepsPast, type MiddleLines } from './islandFigures';

/** A squared distance that pixels can have, and the ways to be that far off. */
interface Level {
  readonly squared: number;
  /** dx and dy in turn. */
  readonly offsets: Int32Array;
  /** Where a bump on the edge of something wider would go on: eight steps, dx and dy in turn; and how far it must be clear there. */
  readonly steps: Int32Array;
  readonly clear: Int32Array;
}

/** Half widths of the rows of a disc of pixels whose squared distance is below `squared`, from the middle row outwards. */
function discRows(squared: number): Int32Array {
  const rows: number[] = [];
  for (let dy = 0; dy * dy < squared; dy++) {
    let dx = 0;
    while ((dx + 1) ** 2 + dy * dy < squared) dx++;
    rows.push(dx);
  }
  return Int32Array.from(rows);
}

function levelsBelow(squared: number): Level[] {
  const ways = new Map<number, number[]>();
  const reach = Math.ceil(Math.sqrt(squared));
  for (let dy = -reach; dy <= reach; dy++)
    for (let dx = -reach; dx <= reach; dx++) {
      const d = dx * dx + dy * dy;
      if (d === 0 || d >= squared) continue;
      const there = ways.get(d);
      if (there) there.push(dx, dy);
      else ways.set(d, [dx, dy]);
    }
  return [...ways.entries()]
    .sort((a, b) => a[0] - b[0])
    .map(([d, offsets]) => ({
      squared: d,
      offsets: Int32Array.from(offsets),
      steps: stepsPast(d),
      clear: discRows((Math.sqrt(d) + 1) ** 2),
    }));
}

/** Limits up to this are looked for in this way; distances of wider ones have too many values. */
export const MAX_NARROW_PX = 10;

/** Middle line pixels in the order of their words; those of word n begin at `from[n]`. */
interface Lines {
  readonly pixel: number[];
  readonly widthPx: number[];
  readonly from: Int32Array;
}

/** Room for one side of masks of one size, with what the last one came to. */
interface Side {
  ground: Int32Array;
  before: Int32Array;
  /** One after the other: pixels at least as far from the edge as the level's distance. */
  readonly atLeast: readonly Int32Array[];
  /** Whether anything within reach of a word is otherwise than in the mask before. */
  readonly otherwise: Uint8Array;
  lines: Lines | undefined;
}

/**
 * The middle lines narrower than `limitPx` (up to `MAX_NARROW_PX`) of a mask and of what is not in it: the same as `middleLines` finds,
 * with no distances worked out. What is at least so far from the edge is a mask for each distance there can be, thirty-two pixels at a
 * time; and of masks of one size that come one after the other only what differs is looked at.
 */
export class NarrowLines {
  private readonly levels: readonly Level[];
  /** Rows of ground above and below a mask, and rows round a word that anything is looked for in. */
  private readonly padPx: number;
  private readonly reachPx: number;
  private size = { width: 0, height: 0 };
  private sides: readonly Side[] = [];

  constructor(private readonly limitPx: number) {
    this.levels = levelsBelow(((limitPx + 1) / 2) ** 2);
    this.padPx = Math.max(...this.levels.map(({ clear }) => clear.length));
    this.reachPx = this.padPx + Math.max(...this.levels.map(({ steps }) => Math.max(...steps)));
  }

  find(mask: BitMask): MiddleLines {
    if (mask.width !== this.size.width || mask.height !== this.size.height) this.makeRoom(mask);
    const inside = this.ofSide(mask, 0, this.sides[0]),
      outside = this.ofSide(mask, -1, this.sides[1]);
    const count = inside.pixel.length + outside.pixel.length;
    const pixel = new Int32Array(count),
      widthPx = new Float32Array(count);
    for (let k = 0, a = 0, b = 0; k < count; k++) {
      const one =
        b >= outside.pixel.length || (a < inside.pixel.length && inside.pixel[a] < outside.pixel[b]) ? inside : outside;
      const at = one === inside ? a++ : b++;
      pixel[k] = one.pixel[at];
      widthPx[k] = one.widthPx[at];
    }
    return { pixel, widthPx };
  }

  private makeRoom({ width, height, wordsPerRow }: BitMask): void {
    const size = (wordsPerRow + 2) * (height + 2 * this.padPx);
    const words = () => new Int32Array(size);
    this.size = { width, height };
    this.sides = [0, 1].map(() => ({
      ...{ ground: words(), before: words(), otherwise: new Uint8Array(size), lines: undefined },
      atLeast: Array.from({ length: this.levels.length + 1 }, words),
    }));
  }

  private ofSide(mask: BitMask, flip: 0 | -1, side: Side): Lines {
    const stride = mask.wordsPerRow + 2,
      old = side.lines;
    [side.ground, side.before] = [side.before, side.ground];
    this.layGround(mask, flip, stride, side.ground);
    if (old) compare(side, stride, this.reachPx);
    else side.otherwise.fill(1);
    this.workOutLevels(mask, stride, side);
    const lines: Lines = { pixel: [], widthPx: [], from: new Int32Array(mask.wordsPerRow * mask.height + 1) };
    for (let y = 0, n = 0; y < mask.height; y++)
      for (let k = 0; k < mask.wordsPerRow; k++, n++) {
        lines.from[n] = lines.pixel.length;
        if (side.otherwise[(y + this.padPx) * stride + 1 + k] !== 0) this.peaksOf(mask, stride, y, k, side, lines);
        else
          for (let m = old!.from[n]; m < old!.from[n + 1]; m++) {
            lines.pixel.push(old!.pixel[m]);
            lines.widthPx.push(old!.widthPx[m]);
          }
      }
    lines.from[lines.from.length - 1] = lines.pixel.length;
    side.lines = lines;
    return lines;
  }

  private layGround(
    { width, height, wordsPerRow, words }: BitMask,
    flip: number,
    stride: number,
    ground: Int32Array,
  ): void {
    const beyond = width & 31 ? ~((1 << (width & 31)) - 1) : 0;
    ground.fill(-1, 0, this.padPx * stride);
    ground.fill(-1, (height + this.padPx) * stride);
    for (let y = 0; y < height; y++) {
      const to = (y + this.padPx) * stride;
      ground[to] = ground[to + stride - 1] = -1;
      for (let k = 0; k < wordsPerRow; k++) ground[to + 1 + k] = words[y * wordsPerRow + k] ^ flip;
      ground[to + wordsPerRow] |= beyond;
    }
  }

  private workOutLevels({ height, wordsPerRow }: BitMask, stride: number, { ground, atLeast, otherwise }: Side): void {
    const { levels, padPx } = this;
    for (let y = 0; y < height; y++)
      for (let k = 0; k < wordsPerRow; k++) {
        const w = (y + padPx) * stride + 1 + k;
        if (otherwise[w] === 0) continue;
        const word = ground[w];
        atLeast[0][w] = word;
        if (word === 0 || (word === -1 && allSet(ground, w, stride, padPx - 1))) {
          for (let l = 1; l < atLeast.length; l++) atLeast[l][w] = word;
          continue;
        }
        let still = word;
        for (let l = 0; l < levels.length; l++) {
          const { offsets } = levels[l];
          for (let o = 0; o < offsets.length && still !== 0; o += 2)
            still &= shifted(ground, w + offsets[o + 1] * stride, offsets[o]);
          atLeast[l + 1][w] = still;
        }
      }
  }

  /** Adds the middle line pixels of one word. */
  private peaksOf(mask: BitMask, stride: number, y: number, k: number, side: Side, { pixel, widthPx }: Lines): void {
    const { levels, limitPx } = this,
      { atLeast } = side,
      { width, height } = mask;
    const w = (y + this.padPx) * stride + 1 + k,
      first = pixel.length;
    if ((atLeast[0][w] & ~atLeast[levels.length][w]) === 0) return;
    const inRows = y > 0 && y < height - 1,
      twoRows = y > 0 && y < height - 2;
    const single = columnsOf(k, 1, width - 2),
      pair = columnsOf(k, 1, width - 3);
    for (let l = 0; l < levels.length; l++) {
      const far = atLeast[l],
        here = far[w] & ~atLeast[l + 1][w];
      if (here === 0) continue;
      const edgeLeft = here & ~shifted(far, w, -1),
        edgeAbove = inRows ? here & ~far[w - stride] : 0;
      if ((edgeLeft | edgeAbove) === 0) continue;
      const right = shifted(far, w, 1),
        across1 = edgeLeft & ~right & single;
      const down1 = edgeAbove & ~far[w + stride];
      const beyond = atLeast[l + 1];
      const across2 = edgeLeft & right & ~shifted(beyond, w, 1) & ~shifted(far, w, 2) & pair;
      const down2 = twoRows ? edgeAbove & far[w + stride] & ~beyond[w + stride] & ~far[w + 2 * stride] : 0;
      const two = across2 | down2;
      const root = 2 * Math.sqrt(levels[l].squared);
      for (let bits = across1 | down1 | two; bits !== 0; bits &= bits - 1) {
        const bit = bits & -bits,
          x = (k << 5) + 31 - Math.clz32(bit);
        if (x >= width) break;
        const px = root - ((two & bit) !== 0 ? 0 : 1);
        if (px >= limitPx || this.juts(levels[l], x, y, mask, side.ground)) continue;
        pixel.push(y * width + x);
        widthPx.push(px);
      }
    }
    if (pixel.length - first > 1) sortFrom(pixel, widthPx, first);
  }

  /** A bump on the edge of something wide, not a line: within its own width and a pixel the same part reaches clearly further in. */
  private juts(
    { steps, clear }: Level,
    x: number,
    y: number,
    { width, height, wordsPerRow }: BitMask,
    ground: Int32Array,
  ): boolean {
    const stride = wordsPerRow + 2;
    for (let s = 0; s < steps.length; s += 2) {
      const nx = x + steps[s],
        ny = y + steps[s + 1];
      if (nx < 0 || ny < 0 || nx >= width || ny >= height) continue;
      const row = (ny + this.padPx) * stride + 1;
      if (((ground[row + (nx >>> 5)] >>> (nx & 31)) & 1) === 0) continue;
      let open = true;
      for (let dy = 0; dy < clear.length && open; dy++)
        open =
          rangeSet(ground, row + dy * stride, nx - clear[dy], nx + clear[dy]) &&
          rangeSet(ground, row - dy * stride, nx - clear[dy], nx + clear[dy]);
      if (open) return true;
    }
    return false;
  }
}

/** Flags the words round which something is otherwise, as far as `reach` rows and a word to either side. */
function compare({ ground, before, otherwise }: Side, stride: number, reach: number): void {
  const rows = ground.length / stride,
    since = new Int32Array(stride).fill(-1e9),
    here = new Uint8Array(ground.length);
  for (let w = 0; w < ground.length; w++)
    if (ground[w] !== before[w]) {
      here[w] = 1;
      if (w > 0) here[w - 1] = 1;
      if (w + 1 < ground.length) here[w + 1] = 1;
    }
  for (let y = 0; y < rows; y++)
    for (let k = 0, w = y * stride; k < stride; k++, w++) {
      if (here[w] !== 0) since[k] = y;
      otherwise[w] = y - since[k] <= reach ? 1 : 0;
    }
  since.fill(1e9);
  for (let y = rows - 1; y >= 0; y--)
    for (let k = 0, w = y * stride; k < stride; k++, w++) {
      if (here[w] !== 0) since[k] = y;
      if (since[k] - y <= reach) otherwise[w] = 1;
    }
}

/** Whether the words round one are full too, as far as `reach` rows up and down. */
function allSet(words: Int32Array, w: number, stride: number, reach: number): boolean {
  for (let r = -reach; r <= reach; r++) {
    const at = w + r * stride;
    if ((words[at - 1] & words[at] & words[at + 1]) !== -1) return false;
  }
  return true;
}

/** Bits of word k of a row whose pixels lie from `from` to `to`, inclusive. */
function columnsOf(k: number, from: number, to: number): number {
  const low = Math.max(0, from - (k << 5)),
    high = Math.min(31, to - (k << 5));
  if (low > high) return 0;
  return (-1 << low) & (-1 >>> (31 - high));
}

/** Whether all pixels of a row from `x0` to `x1` are set; `row` is its first word, and there is a word before and after it. */
function rangeSet(words: Int32Array, row: number, x0: number, x1: number): boolean {
  const a = x0 >> 5,
    b = x1 >> 5;
  const head = -1 << (x0 & 31),
    tail = -1 >>> (31 - (x1 & 31));
  if (a === b) {
    const wanted = head & tail;
    return (words[row + a] & wanted) === wanted;
  }
  return (words[row + a] & head) === head && (words[row + b] & tail) === tail;
}

/** The word at w moved so that pixel x reads pixel x + dx; −31 … 31. */
function shifted(words: Int32Array, w: number, dx: number): number {
  if (dx === 0) return words[w];
  return dx > 0 ? (words[w] >>> dx) | (words[w + 1] << (32 - dx)) : (words[w] << -dx) | (words[w - 1] >>> (32 + dx));
}

function sortFrom(pixel: number[], widthPx: number[], first: number): void {
  for (let k = first + 1; k < pixel.length; k++) {
    const p = pixel[k],
      px = widthPx[k];
    let at = k;
    for (; at > first && pixel[at - 1] > p; at--) {
      pixel[at] = pixel[at - 1];
      widthPx[at] = widthPx[at - 1];
    }
    pixel[at] = p;
    widthPx[at] = px;
  }
}
