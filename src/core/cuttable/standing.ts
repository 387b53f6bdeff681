import { emptyMask, openingShape, Opening, type BitMask, type PartMap } from '../geometry';

/** Labels that stand together, a bit for each: label l is in the set when bit l is 1. */
export type LabelBits = number;

export function labelBits(labels: Iterable<number>): LabelBits {
  let bits = 0;
  for (const label of labels) bits |= 1 << label;
  return bits;
}

/** How wide what stands and what is cut away must at least be, in pixels: ridges across the map and down it (they differ along a grain), gaps. */
export interface LimitsPx {
  readonly ridgeAcross: number;
  readonly ridgeDown: number;
  readonly gap: number;
}

/** What may stand together, and how wide it and the rest must be. */
export class Standing {
  readonly widestPx: number;
  private readonly ridges: Opening;
  private readonly gaps: Opening;
  private readonly small: { readonly ridges: Opening; readonly gaps: Opening };

  constructor(
    readonly sets: readonly LabelBits[],
    readonly limits: LimitsPx,
  ) {
    const ridge = openingShape(limits.ridgeAcross, limits.ridgeDown),
      gap = openingShape(limits.gap);
    this.widestPx = Math.max(ridge.widthPx, ridge.heightPx, gap.widthPx);
    // rooms for the whole map and for parts of it are kept apart, so that neither is made anew for the other
    this.ridges = new Opening(ridge);
    this.gaps = new Opening(gap);
    this.small = { ridges: new Opening(ridge), gaps: new Opening(gap) };
  }

  /** The sets as far as they differ where only some colours are: those that are then alike, empty or all are left out. */
  setsAmong(present: LabelBits): LabelBits[] {
    const seen = new Set<LabelBits>();
    for (const set of this.sets) {
      const here = set & present;
      if (here !== 0 && here !== present) seen.add(here);
    }
    return [...seen];
  }

  private openingsFor(map: { readonly width: number; readonly height: number }): {
    readonly ridges: Opening;
    readonly gaps: Opening;
  } {
    return map.width * map.height > 1_000_000 ? { ridges: this.ridges, gaps: this.gaps } : this.small;
  }

  /** What of the sets and their complements is narrower than its limit, corners included. */
  left(map: PartMap): BitMask {
    const out = emptyMask(map.width, map.height);
    const { ridges, gaps } = this.openingsFor(map),
      masks = new LabelMasks(map);
    for (const set of this.setsAmong(masks.present)) {
      const mask = masks.of(set);
      ridges.addResidue(mask, false, out);
      gaps.addResidue(mask, true, out);
    }
    return out;
  }

  /** The same without the corners that any tool rounds off. */
  thin(map: PartMap): BitMask {
    const out = emptyMask(map.width, map.height);
    const { ridges, gaps } = this.openingsFor(map),
      masks = new LabelMasks(map);
    for (const set of this.setsAmong(masks.present)) {
      const mask = masks.of(set);
      ridges.addThin(mask, false, out);
      gaps.addThin(mask, true, out);
    }
    return out;
  }

  /** What of one set's mask (or of its complement) is narrower than its limit, corners included. */
  residueOf(mask: BitMask, complement: boolean): BitMask {
    const { ridges, gaps } = this.openingsFor(mask);
    const out = emptyMask(mask.width, mask.height);
    (complement ? gaps : ridges).addResidue(mask, complement, out);
    return out;
  }

  /** Whether any of it, beyond corners, lies within `near`. */
  isThinNear(mask: BitMask, complement: boolean, near: BitMask): boolean {
    const { ridges, gaps } = this.openingsFor(mask);
    const rest = emptyMask(mask.width, mask.height);
    if (!(complement ? gaps : ridges).addThin(mask, complement, rest)) return false;
    for (let w = 0; w < rest.words.length; w++) if ((rest.words[w] & near.words[w]) !== 0) return true;
    return false;
  }
}

/** A mask for each label of a map, made in one pass; and for sets of them. */
export class LabelMasks {
  /** The labels that are there. */
  readonly present: LabelBits = 0;
  private readonly one: BitMask[] = [];
  private readonly set: BitMask;

  constructor(map: PartMap) {
    const { width, height, labels } = map;
    this.set = emptyMask(width, height);
    const { wordsPerRow } = this.set,
      packed = new Int32Array(32);
    let present = 0;
    for (let y = 0, i = 0, w = 0; y < height; y++)
      for (let k = 0; k < wordsPerRow; k++, w++) {
        const bits = Math.min(32, width - 32 * k),
          first = labels[i];
        let same = 1;
        while (same < bits && labels[i + same] === first) same++;
        if (same === bits) {
          present |= 1 << first;
          this.of1(first).words[w] = bits === 32 ? -1 : (1 << bits) - 1;
          i += bits;
          continue;
        }
        let seen = 0;
        for (let b = 0; b < bits; b++, i++) {
          const label = labels[i];
          packed[label] |= 1 << b;
          seen |= 1 << label;
        }
        present |= seen;
        for (; seen !== 0; seen &= seen - 1) {
          const label = 31 - Math.clz32(seen & -seen);
          this.of1(label).words[w] = packed[label];
          packed[label] = 0;
        }
      }
    this.present = present;
  }

  private of1(label: number): BitMask {
    return (this.one[label] ??= emptyMask(this.set.width, this.set.height));
  }

  /** The pixels whose label is in the set; good until the next set is asked for. */
  of(set: LabelBits): BitMask {
    const out = this.set.words;
    let first = true;
    for (let label = 0; label < this.one.length; label++) {
      const mask = this.one[label];
      if (!mask || ((set >>> label) & 1) === 0) continue;
      if (first) out.set(mask.words);
      else for (let w = 0; w < out.length; w++) out[w] |= mask.words[w];
      first = false;
    }
    if (first) out.fill(0);
    return this.set;
  }
}
