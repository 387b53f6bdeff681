import type { BitMask } from '../geometry';
import type { LabelCosts } from '../picture';
import { inWhole, NOBODY, type Patch } from './patch';
import type { LabelBits } from './standing';

/** What an edge neighbour and a corner neighbour weigh against a quarter of a ΔE. */
const EDGE = 16,
  CORNER = 8;

/** The set pixels of a mask of the patch as pixel numbers. */
export function pixelsOf({ width, height, wordsPerRow, words }: BitMask): number[] {
  const out: number[] = [];
  for (let y = 0, w = 0; y < height; y++)
    for (let k = 0; k < wordsPerRow; k++, w++)
      for (let bits = words[w]; bits !== 0; bits &= bits - 1)
        out.push(y * width + (k << 5) + 31 - Math.clz32(bits & -bits));
  return out;
}

/** What the neighbours of a pixel speak for: each label's weight, good until the next pixel is asked. */
class Votes {
  /** The labels there are, as bits. */
  seen: LabelBits = 0;
  readonly weight = new Int32Array(32);

  constructor(
    private readonly patch: Patch,
    private readonly allowed: LabelBits,
  ) {}

  private add(j: number, weight: number): void {
    const label = this.patch.labels[j];
    if (label === NOBODY || ((this.allowed >>> label) & 1) === 0) return;
    if ((this.seen & (1 << label)) === 0) {
      this.seen |= 1 << label;
      this.weight[label] = 0;
    }
    this.weight[label] += weight;
  }

  count(i: number): void {
    const { width, height } = this.patch,
      x = i % width,
      up = i >= width,
      low = i < width * (height - 1);
    this.seen = 0;
    if (x > 0) {
      this.add(i - 1, EDGE);
      if (up) this.add(i - width - 1, CORNER);
      if (low) this.add(i + width - 1, CORNER);
    }
    if (x < width - 1) {
      this.add(i + 1, EDGE);
      if (up) this.add(i - width + 1, CORNER);
      if (low) this.add(i + width + 1, CORNER);
    }
    if (up) this.add(i - width, EDGE);
    if (low) this.add(i + width, EDGE);
  }

  /** The label spoken for most, less what it costs in likeness. */
  best(i: number, likeness: LabelCosts): number {
    const row = likeness.rowOf(inWhole(this.patch, i));
    let best = 0,
      most = -1e9;
    for (let bits = this.seen; bits !== 0; bits &= bits - 1) {
      const label = 31 - Math.clz32(bits & -bits),
        value = this.weight[label] - likeness.table[row + label];
      if (value > most) {
        most = value;
        best = label;
      }
    }
    return best;
  }
}

/**
 * Gives pixels away to the colours round them, ring by ring: each takes, of its neighbours' colours, the one that most of them have and that
 * is most like the picture there. All of a ring at once, so that no order shows. `allowed`: only to these colours. Pixels that nobody
 * allowed lies beside stay what they were. Changes the patch.
 */
export function giveAway(patch: Patch, likeness: LabelCosts, pixels: ArrayLike<number>, allowed: LabelBits = -1): void {
  const { labels } = patch,
    before = new Uint8Array(pixels.length),
    votes = new Votes(patch, allowed);
  for (let k = 0; k < pixels.length; k++) {
    before[k] = labels[pixels[k]];
    labels[pixels[k]] = NOBODY;
  }
  const waiting = Int32Array.from(pixels),
    taken = new Int32Array(waiting.length),
    takes = new Uint8Array(waiting.length);
  let count = waiting.length;
  while (count > 0) {
    let kept = 0,
      given = 0;
    for (let k = 0; k < count; k++) {
      const i = waiting[k];
      votes.count(i);
      if (votes.seen === 0) waiting[kept++] = i;
      else {
        taken[given] = i;
        takes[given++] = votes.best(i, likeness);
      }
    }
    if (given === 0) break;
    for (let k = 0; k < given; k++) labels[taken[k]] = takes[k];
    count = kept;
  }
  if (count > 0)
    for (let k = 0; k < pixels.length; k++) if (labels[pixels[k]] === NOBODY) labels[pixels[k]] = before[k];
}
