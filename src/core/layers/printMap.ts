import {
  changesOfLabels,
  distancesAcrossMask,
  emptyMask,
  findIslands,
  labelSet,
  MOST_CAP_PX,
  OUTSIDE,
  piecesOf,
  regionMask,
  seamMask,
  setPixel,
  squaredDistancesToMask,
  type BitMask,
  type LabelMap,
  type OtherDistances,
  type PartMap,
  type Region,
  type SeamRule,
} from '../geometry';

/**
 * What prints is not always what the picture shows: along edges a lighter colour may grow under a darker one, a deeper stage may
 * end a little inside, a mask may leave an area out, a slip of the gouge may have taken wood away. A print map says so for each
 * pixel: a label of the picture, the labels whose films it gets, and the marks that cover it.
 */
export interface PrintPart {
  /** The colour of the picture that is wanted here. */
  readonly label: number;
  /** It prints wherever one of these would. */
  readonly as: readonly number[];
  /** Numbers of the marks that cover it. */
  readonly marks: readonly number[];
}

export interface PrintMapTask {
  readonly labelCount: number;
  /** `grow` also prints on `under`, up to `px` across their common edge. */
  readonly traps: readonly { readonly grow: number; readonly under: number; readonly px: number }[];
  /** `inside` prints as `as` only, up to `px` from its common edge with `against`. */
  readonly chokes: readonly {
    readonly inside: number;
    readonly against: number;
    readonly as: number;
    readonly px: number;
  }[];
  /** Places with a meaning of their own, grown all round by `growPx` where they touch labels of `on` (null: every label). */
  readonly marks: readonly {
    readonly region: Region;
    readonly growPx: number;
    readonly on: readonly number[] | null;
  }[];
  /** Seams a block is sawn along, with the width of the saw; each becomes a mark, numbered on from `marks`. */
  readonly seams?: readonly { readonly rule: SeamRule; readonly px: number }[];
  /** Strips along edges, each a mark, numbered on from those: all of the first group, then all of the next. */
  readonly strips?: readonly EdgeStrips[];
  /** Films that lie elsewhere than they were cut for; each becomes a mark, numbered on from those. */
  readonly moved?: readonly MovedFilm[];
}

/** What is `into` in a group, as far from where a pair of it meets as these rising lengths; a strip begins where the one before it ends. */
export interface EdgeStrips {
  readonly px: readonly number[];
  readonly groups: readonly (readonly { readonly from: number; readonly into: number }[])[];
}

/** The area of a film that is printed off its place: turned clockwise about the middle of the map, then carried. */
export interface MovedFilm {
  /** It prints wherever one of these would … */
  readonly labels: readonly number[];
  /** … under all of these marks and under none of those. */
  readonly has: readonly number[];
  readonly lacks: readonly number[];
  readonly dxPx: number;
  readonly dyPx: number;
  readonly turnDeg: number;
}

export interface PrintMap {
  /** Values are indices into `parts`; the first `labelCount` parts are the labels themselves. */
  readonly map: PartMap;
  readonly parts: readonly PrintPart[];
  readonly areaPx: readonly number[];
  /** More different parts than a map can hold came together; the rarest combinations were left out. */
  readonly full: boolean;
}

/** Parts a map of bytes can hold: with more it takes two bytes a pixel. */
const MOST_IN_BYTES = 255;

export function plainParts(labelCount: number): PrintPart[] {
  return Array.from({ length: labelCount }, (_, label) => ({ label, as: [label], marks: [] }));
}

/** True when nothing departs from the picture, so that the map itself can be used. */
export function isPlain(task: PrintMapTask): boolean {
  return (
    task.traps.every((t) => t.px < 0.5) &&
    task.chokes.every((c) => c.px < 0.5) &&
    task.marks.length === 0 &&
    (task.seams ?? []).length === 0 &&
    (task.strips ?? []).every(({ groups }) => groups.length === 0) &&
    (task.moved ?? []).length === 0
  );
}

/** Works out the print map of a picture; the picture's own map is not changed. Undefined when it is too broken up for marks. */
export function printMapOf(map: LabelMap, task: PrintMapTask): PrintMap | undefined {
  const inBytes = laidOn(map, map.labels.slice(), task, MOST_IN_BYTES);
  return inBytes?.full ? laidOn(map, Uint16Array.from(map.labels), task, OUTSIDE) : inBytes;
}

/** What departs from the picture, laid on a copy of its labels; `full` where more parts came together than it can hold. */
function laidOn(map: LabelMap, labels: PartMap['labels'], task: PrintMapTask, most: number): PrintMap | undefined {
  const table = new PartTable(task.labelCount, most);
  stampEdges(map, labels, edgeRules(task, table));
  const seams = task.seams ?? [];
  if (task.marks.length + seams.length > 0) {
    const islands = findIslands(map);
    if (!islands) return undefined;
    task.marks.forEach(({ region, growPx, on }, m) =>
      layMask(map, labels, regionMask(islands, region, growPx), on, markStep(table, m)),
    );
    seams.forEach(({ rule, px }, k) =>
      layMask(
        map,
        labels,
        seamMask(islands, piecesOf(islands, rule), px),
        null,
        markStep(table, task.marks.length + k),
      ),
    );
  }
  let mark = task.marks.length + seams.length;
  for (const strips of task.strips ?? []) {
    layStrips(map, labels, strips, table, mark);
    mark += strips.groups.length * strips.px.length;
  }
  if (task.moved) layMoved(map, labels, task.moved, mark, table);
  const counts = new Uint32Array(Math.max(256, table.parts.length));
  for (let i = 0; i < labels.length; i++) counts[labels[i]]++;
  const areaPx = Array.from(table.parts, (_, part) => counts[part]);
  return { map: { width: map.width, height: map.height, labels }, parts: table.parts, areaPx, full: table.full };
}

const markStep = (table: PartTable, mark: number) => table.step((part) => ({ ...part, marks: [...part.marks, mark] }));

/** Every pixel of a mask, where it has one of these labels (null: any), takes the step. */
function layMask(map: LabelMap, out: PartMap['labels'], mask: BitMask, on: readonly number[] | null, next: Step): void {
  const hit = on && Uint8Array.from({ length: 256 }, (_, l) => Number(on.includes(l)));
  for (let y = 0, i = 0; y < map.height; y++) {
    const row = y * mask.wordsPerRow;
    for (let x = 0; x < map.width; x++, i++) {
      if ((x & 31) === 0 && mask.words[row + (x >>> 5)] === 0) {
        const skip = Math.min(32, map.width - x);
        x += skip - 1;
        i += skip - 1;
        continue;
      }
      if ((mask.words[row + (x >>> 5)] >>> (x & 31)) & 1 && (!hit || hit[map.labels[i]])) {
        const known = next.to[out[i]];
        out[i] = known >= 0 ? known : next.find(out[i]);
      }
    }
  }
}

/**
 * Marks where each film comes to lie that is printed off its place: for every pixel the one that was carried there is looked up, on the
 * sheet as it is before any of them is laid. What reaches beyond the map is not followed.
 */
function layMoved(
  { width, height }: LabelMap,
  out: PartMap['labels'],
  moved: readonly MovedFilm[],
  firstMark: number,
  table: PartTable,
): void {
  const still = out.slice(),
    parts = [...table.parts],
    known = new Map<string, Spans>();
  for (const [k, { labels, has, lacks, dxPx, dyPx, turnDeg }] of moved.entries()) {
    // all of it is laid once more, on a map that holds more
    if (table.full && table.most < OUTSIDE) return;
    const prints = Uint8Array.from(parts, ({ as, marks }) =>
      Number(
        as.some((label) => labels.includes(label)) &&
          has.every((mark) => marks.includes(mark)) &&
          !lacks.some((mark) => marks.includes(mark)),
      ),
    );
    const step = markStep(table, firstMark + k);
    if (turnDeg === 0) {
      // copies of one film are looked for once
      const key = JSON.stringify([labels, has, lacks]),
        spans = known.get(key) ?? spansOf(still, width, height, prints);
      known.set(key, spans);
      layCarried(spans, Math.ceil(dxPx - 0.5), Math.ceil(dyPx - 0.5), { width, height }, out, step);
      continue;
    }
    const turn = (turnDeg * Math.PI) / 180,
      cos = Math.cos(turn),
      sin = Math.sin(turn);
    for (let y = 0, i = 0; y < height; y++)
      for (let x = 0; x < width; x++, i++) {
        const fromX = x + 0.5 - dxPx - width / 2,
          fromY = y + 0.5 - dyPx - height / 2;
        const sx = Math.floor(cos * fromX + sin * fromY + width / 2),
          sy = Math.floor(cos * fromY - sin * fromX + height / 2);
        if (sx < 0 || sy < 0 || sx >= width || sy >= height || prints[still[sy * width + sx]] === 0) continue;
        out[i] = step.to[out[i]] >= 0 ? step.to[out[i]] : step.find(out[i]);
      }
  }
}

/** Stretches of pixels that print, row by row: those of row y are `ends[rowAt[y]]` up to `ends[rowAt[y + 1]]`, each a first place and the one past its last. */
interface Spans {
  readonly rowAt: Int32Array;
  readonly ends: readonly number[];
}

function spansOf(still: PartMap['labels'], width: number, height: number, prints: Uint8Array): Spans {
  const rowAt = new Int32Array(height + 1),
    ends: number[] = [];
  for (let y = 0, i = 0; y < height; y++) {
    let before = 0;
    for (let x = 0; x < width; x++, i++) {
      const now = prints[still[i]];
      if (now !== before) ends.push(x);
      before = now;
    }
    if (before === 1) ends.push(width);
    rowAt[y + 1] = ends.length;
  }
  return { rowAt, ends };
}

/** Every pixel of these stretches, carried by whole pixels, takes the step; neighbours are mostly alike, so that what was asked last is known. */
function layCarried(
  { rowAt, ends }: Spans,
  dx: number,
  dy: number,
  { width, height }: Pick<LabelMap, 'width' | 'height'>,
  out: PartMap['labels'],
  step: Step,
): void {
  let from = -1,
    to = -1;
  for (let y = Math.max(0, dy); y < Math.min(height, height + dy); y++) {
    const row = y * width;
    for (let s = rowAt[y - dy]; s < rowAt[y - dy + 1]; s += 2) {
      const last = row + Math.min(width, ends[s + 1] + dx);
      for (let i = row + Math.max(0, ends[s] + dx); i < last; i++) {
        const at = out[i];
        if (at !== from) {
          from = at;
          to = step.to[at] >= 0 ? step.to[at] : step.find(at);
        }
        out[i] = to;
      }
    }
  }
}

/** From part to part: known ones by table (−1: not yet), others by asking once. */
interface Step {
  /** Grows with the parts: what is not in it yet is asked for too. */
  readonly to: Int32Array;
  readonly find: (index: number) => number;
}

/** The same table with room for more, and −1 there. */
function grownTo(table: Int32Array, least: number): Int32Array {
  const larger = new Int32Array(Math.max(2 * table.length, least)).fill(-1);
  larger.set(table);
  return larger;
}

/** The parts met so far; going from one to another is worked out once. */
class PartTable {
  readonly parts: PrintPart[];
  full = false;
  private readonly known = new Map<string, number>();

  constructor(
    labelCount: number,
    readonly most: number,
  ) {
    this.parts = plainParts(labelCount);
    this.parts.forEach((part, i) => this.known.set(JSON.stringify(part), i));
  }

  step(change: (part: PrintPart) => PrintPart): Step {
    const step: { to: Int32Array; find: Step['find'] } = {
      to: new Int32Array(256).fill(-1),
      find: (index) => {
        if (index >= step.to.length) step.to = grownTo(step.to, index + 1);
        if (step.to[index] < 0) step.to[index] = this.indexOf(change(this.parts[index]), index);
        return step.to[index];
      },
    };
    return step;
  }

  private indexOf(part: PrintPart, otherwise: number): number {
    const tidy = {
      label: part.label,
      as: [...new Set(part.as)].sort((a, b) => a - b),
      marks: [...new Set(part.marks)].sort((a, b) => a - b),
    };
    const key = JSON.stringify(tidy);
    const there = this.known.get(key);
    if (there !== undefined) return there;
    if (this.parts.length >= this.most) {
      this.full = true;
      return otherwise;
    }
    this.known.set(key, this.parts.length);
    this.parts.push(tidy);
    return this.parts.length - 1;
  }
}

/** What happens to pixels of one label within reach of another: the reach, and the step to take. */
interface EdgeRule {
  readonly spans: readonly { readonly dy: number; readonly half: number }[];
  readonly reach: number;
  readonly step: Step;
}

function edgeRules(task: PrintMapTask, table: PartTable): (EdgeRule | undefined)[] {
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

/** Pixels of each group's `from` that border its `into`. */
function meetingPixels(map: LabelMap, { groups }: EdgeStrips): BitMask[] {
  const { width, height, labels } = map;
  const masks = groups.map(() => emptyMask(width, height)),
    groupsOf = new Map<number, number[]>();
  groups.forEach((pairs, g) => {
    for (const { from, into } of pairs)
      groupsOf.set(from * 256 + into, [...(groupsOf.get(from * 256 + into) ?? []), g]);
  });
  eachEdgePixel(map, (x, y, i, own) => {
    const meets = (other: number) => {
      for (const g of groupsOf.get(own * 256 + other) ?? []) setPixel(masks[g], x, y);
    };
    if (x + 1 < width) meets(labels[i + 1]);
    if (x > 0) meets(labels[i - 1]);
    if (y + 1 < height) meets(labels[i + width]);
    if (y > 0) meets(labels[i - width]);
  });
  return masks;
}

/** One measure of distances for each group that meets anywhere; every pixel in reach takes the mark of its strip. */
function layStrips(
  map: LabelMap,
  out: PartMap['labels'],
  strips: EdgeStrips,
  table: PartTable,
  firstMark: number,
): void {
  const { width, height, labels } = map,
    { px, groups } = strips;
  // half a pixel from the middle of the pixel it is measured from to its edge; what is narrower than a pixel is none
  const limits = px.filter((reach) => reach >= 0.5).map((reach) => (reach + 0.5) ** 2),
    skipped = px.length - limits.length,
    farthest = limits.at(-1);
  if (farthest === undefined) return;
  let room: OtherDistances | undefined;
  meetingPixels(map, strips).forEach((mask, g) => {
    if (mask.words.every((word) => word === 0)) return;
    const capPx = Math.ceil(Math.sqrt(farthest)) + 1,
      near = capPx <= MOST_CAP_PX ? (room = distancesAcrossMask(mask, capPx, room)) : undefined;
    const squared = near?.squared ?? squaredDistancesToMask(mask);
    const isInto = labelSet(groups[g].map(({ into }) => into)),
      steps = limits.map((_, k) => markStep(table, firstMark + g * px.length + skipped + k));
    for (let y = 0, word = 0; y < height; y++)
      for (let from = 0; from < width; from += 32, word++) {
        if (near?.near[word] === 0) continue;
        for (let i = y * width + from; i < y * width + Math.min(width, from + 32); i++) {
          const far = squared[i];
          if (far > farthest || isInto[labels[i]] === 0) continue;
          let k = 0;
          while (far > limits[k]) k++;
          const step = steps[k];
          out[i] = step.to[out[i]] >= 0 ? step.to[out[i]] : step.find(out[i]);
        }
      }
  });
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
function stampEdges(map: LabelMap, out: PartMap['labels'], rules: readonly (EdgeRule | undefined)[]): void {
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
function eachEdgePixel(map: LabelMap, visit: (x: number, y: number, i: number, own: number) => void): void {
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
