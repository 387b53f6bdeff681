import { changesOfLabels, type LabelMap, type PartMap } from '../geometry';
import type { PartTable, Step } from './partTable';

/** Colours that print across the edges of others, or end inside their own. */
export interface EdgeOverlaps {
  /** `grow` also prints on `under`, up to `px` across their common edge. */
  readonly traps: readonly { readonly grow: number; readonly under: number; readonly px: number }[];
  /** `inside` prints as `as` only, up to `px` from its common edge with `against`. */
  readonly chokes: readonly {
    readonly inside: number;
    readonly against: number;
    readonly as: number;
    readonly px: number;
  }[];
}

/** What happens to pixels of one label within reach of another: the reach, and the step to take. */
interface EdgeRule {
  readonly spans: readonly { readonly dy: number; readonly half: number }[];
  readonly reach: number;
  readonly step: Step;
}

export function edgeRules(task: EdgeOverlaps, table: PartTable): (EdgeRule | undefined)[] {
  const rules: (EdgeRule | undefined)[] = new Array(256 * 256);
  for (const { grow, under, px } of task.traps)
    if (px >= 0.5)
      rules[grow * 256 + under] = {
        spans: discSpans(px),
        reach: Math.floor(px + 0.5),
        step: table.step((part) => ({ ...part, as: [...part.as, grow] })),
      };
  for (const { inside, against, as, px } of task.chokes) {
    // where two chokes meet, the one that takes away more holds: it names the colour that is finished first
    const rank = task.chokes.filter((c) => c.inside === inside).map((c) => c.as);
    if (px >= 0.5)
      rules[against * 256 + inside] = {
        spans: discSpans(px),
        reach: Math.floor(px + 0.5),
        step: table.step((part) => ({
          ...part,
          as:
            part.as.length === 1 && part.as[0] !== inside && rank.indexOf(part.as[0]) <= rank.indexOf(as)
              ? part.as
              : [as],
        })),
      };
  }
  return rules;
}

/** Rows of pixels whose middle lies within `px` of the edge of the pixel they are measured from: half a pixel more from its middle. */
function discSpans(px: number): { dy: number; half: number }[] {
  const r = px + 0.5,
    whole = Math.floor(r);
  return Array.from({ length: 2 * whole + 1 }, (_, i) => ({
    dy: i - whole,
    half: Math.floor(Math.sqrt(Math.max(0, r * r - (i - whole) ** 2))),
  }));
}

/**
 * At each edge pixel of a label, every pixel within reach that has the other label takes the step of the pair. Where the pixel before
 * it in the row, or above it, took the same step, only what its disc adds to theirs is visited.
 */
export function stampEdges(map: LabelMap, out: PartMap['labels'], rules: readonly (EdgeRule | undefined)[]): void {
  const present = rules.filter((rule) => rule !== undefined);
  if (present.length === 0) return;
  const number = new Int32Array(256 * 256).fill(-1);
  rules.forEach((rule, key) => {
    if (rule) number[key] = present.indexOf(rule);
  });
  const stamp = stamper(map, out, present);
  const { width, height, labels } = map;
  const meets = (base: number, other: number, x: number, y: number) => {
    if (number[base + other] >= 0) stamp(number[base + other], x, y, other);
  };
  eachEdgePixel(map, (x, y, i, own) => {
    const right = x + 1 < width ? labels[i + 1] : own,
      left = x > 0 ? labels[i - 1] : own;
    const down = y + 1 < height ? labels[i + width] : own,
      up = y > 0 ? labels[i - width] : own;
    const base = own * 256;
    if (right !== own) meets(base, right, x, y);
    if (left !== own && left !== right) meets(base, left, x, y);
    if (down !== own && down !== right && down !== left) meets(base, down, x, y);
    if (up !== own && up !== right && up !== left && up !== down) meets(base, up, x, y);
  });
}

/** Stamps the disc of rule n at (x, y) on the pixels labelled `on`. */
function stamper(map: LabelMap, out: PartMap['labels'], present: readonly EdgeRule[]) {
  const { width, height, labels } = map;
  const above = new Int32Array(width).fill(-1),
    aboveRow = new Int32Array(width).fill(-9);
  let before = -1,
    beforeAt = -9;
  return (n: number, x: number, y: number, on: number) => {
    const rule = present[n],
      { to } = rule.step;
    const fromLeft = x > 0 && before === n && beforeAt === y * width + x - 1,
      fromAbove = above[x] === n && aboveRow[x] === y - 1;
    for (const { dy, half } of rule.spans) {
      const yy = y + dy;
      if (yy < 0 || yy >= height) continue;
      // the disc of the pixel above reaches one row less: only the lower rim of this one is new
      if (fromAbove && !fromLeft) {
        const next = rule.spans[dy + 1 + rule.reach];
        if (next && next.half >= half) continue;
      }
      const first = fromLeft ? x + half : x - half;
      if (first >= width) continue;
      const to2 = yy * width + Math.min(width - 1, x + half);
      for (let i = yy * width + Math.max(0, first); i <= to2; i++) {
        if (labels[i] !== on) continue;
        const known = to[out[i]];
        out[i] = known >= 0 ? known : rule.step.find(out[i]);
      }
    }
    before = n;
    beforeAt = y * width + x;
    above[x] = n;
    aboveRow[x] = y;
  };
}

/** Visits every pixel with another label beside it, row by row, with its place and its label. */
export function eachEdgePixel(map: LabelMap, visit: (x: number, y: number, i: number, own: number) => void): void {
  const { width, height, labels } = map;
  const { across, down, wordsPerRow } = changesOfLabels(map);
  for (let y = 0, w = 0; y < height; y++)
    for (let k = 0; k < wordsPerRow; k++, w++) {
      // a change belongs to the pixels on both its sides
      const right = (across[w] >>> 1) | (k + 1 < wordsPerRow ? across[w + 1] << 31 : 0),
        under = y + 1 < height ? down[w + wordsPerRow] : 0;
      for (let bits = across[w] | right | down[w] | under; bits !== 0; bits &= bits - 1) {
        const x = (k << 5) + 31 - Math.clz32(bits & -bits),
          i = y * width + x;
        visit(x, y, i, labels[i]);
      }
    }
}
