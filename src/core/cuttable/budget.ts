import {
  eachMeeting,
  eachRunOf,
  emptyMask,
  findIslands,
  hasPixel,
  Opening,
  type BitMask,
  type IslandMap,
  type LabelMap,
  type OpeningShape,
} from '../geometry';
import { COST_PER_DELTA_E, type Likeness } from '../picture';
import { LabelMasks } from './standing';
import type { CutWork } from './work';

/** Pixel sides of a slanted edge are longer than the edge: so much of them is edge on average. */
const EDGE_PER_SIDE = 0.8;

export interface BudgetTask {
  readonly map: LabelMap;
  readonly likeness: Likeness;
  readonly work: CutWork;
  readonly mmPerPx: number;
  /** Pixels of lines, and how often each counts. */
  readonly emphasised?: BitMask;
  readonly emphasis?: number;
  /** Islands that hold such a pixel stay. */
  readonly kept?: BitMask;
  /** Only islands that lie mostly in here are given away, or mostly not in here. */
  readonly zone?: { readonly mask: BitMask; readonly inside: boolean };
}

/** After each island that was given away: the hours left, and the mean ΔE00 to the picture over the whole. */
export interface CurvePoint {
  readonly hours: number;
  readonly likeness: number;
}

/** An island and what is known of it; united ones are counted with the one they went to. */
interface Island {
  label: number;
  areaPx: number;
  /** Of each label: ΔE00 × 4 summed over its pixels, lines counted more often; and the same plain. */
  readonly weighed: Float64Array;
  readonly plain: Float64Array;
  readonly borders: Map<number, number>;
  fixed: boolean;
  /** Rises with each change, so that older offers are known as old. */
  version: number;
}

interface Offer {
  readonly island: number;
  readonly version: number;
  readonly label: number;
  /** Likeness lost for each hour saved. */
  readonly price: number;
}

/**
 * Gives islands away, the one first that loses least likeness for each hour of cutting it saves, and remembers every step, so that any
 * number of hours can be asked for afterwards. Neighbours of one label become one. Deterministic.
 */
export class Budget {
  readonly curve: readonly CurvePoint[];
  private readonly islands: IslandMap;
  private readonly steps: { readonly island: number; readonly label: number; readonly united: readonly number[] }[] =
    [];
  private readonly all: Island[];
  private readonly parent: Int32Array;
  private readonly heap: Offer[] = [];

  /** Undefined for a map too broken up to have islands. */
  static of(task: BudgetTask): Budget | undefined {
    const islands = findIslands(inPieces(task.map, task.mmPerPx));
    return islands && new Budget(task, islands);
  }

  private constructor(
    private readonly task: BudgetTask,
    islands: IslandMap,
  ) {
    this.islands = islands;
    this.all = measured(task, islands);
    this.parent = Int32Array.from({ length: islands.islandCount }, (_, i) => i);
    let hours = this.hoursNow(),
      loss = 0;
    for (const island of this.all) loss += island.plain[island.label];
    const scale = 1 / (COST_PER_DELTA_E * task.map.labels.length);
    const curve: CurvePoint[] = [{ hours, likeness: loss * scale }];
    for (let i = 0; i < this.all.length; i++) this.offer(i);
    const enough = LEAST_SHARE * hours;
    while (hours > enough) {
      const best = pop(this.heap);
      if (!best) break;
      const island = this.all[best.island];
      if (best.version !== island.version || this.root(best.island) !== best.island) continue;
      hours -= this.saved(best.island, best.label);
      loss += island.plain[best.label] - island.plain[island.label];
      this.steps.push({ island: best.island, label: best.label, united: this.give(best.island, best.label) });
      curve.push({ hours, likeness: loss * scale });
    }
    this.curve = curve;
  }

  /** How many steps bring the hours to no more than these; all there are when that is not enough. */
  stepsFor(hours: number): number {
    const at = this.curve.findIndex((point) => point.hours <= hours);
    return at < 0 ? this.curve.length - 1 : at;
  }

  /** The step after which the picture is likest: what is given away up to there costs nothing. */
  freeSteps(): number {
    let best = 0;
    this.curve.forEach((point, k) => {
      if (point.likeness < this.curve[best].likeness) best = k;
    });
    return best;
  }

  /** The labels after so many steps. */
  labelsAt(steps: number): Uint8Array {
    const { islands } = this;
    const label = Uint8Array.from(islands.islandLabel.subarray(0, islands.islandCount), (l) => l & LABEL),
      parent = Int32Array.from({ length: islands.islandCount }, (_, i) => i);
    const root = (i: number) => {
      while (parent[i] !== i) i = parent[i] = parent[parent[i]];
      return i;
    };
    for (const { island, label: to, united } of this.steps.slice(0, steps)) {
      label[island] = to;
      for (const other of united) parent[other] = island;
    }
    const out = new Uint8Array(islands.width * islands.height);
    for (let y = 0; y < islands.height; y++) {
      let from = y * islands.width;
      const row = from;
      for (let s = islands.rowOffset[y]; s < islands.rowOffset[y + 1]; s++) {
        const to = row + islands.stripEnd[s];
        out.fill(label[root(islands.stripIsland[s])], from, to);
        from = to;
      }
    }
    return out;
  }

  /** The hours of what lies within a mask, as the map was at first: edges and ground there. */
  hoursIn(mask: BitMask): number {
    const { map, work, mmPerPx } = this.task,
      { labels, width, height } = map;
    let hours = 0;
    for (let y = 0; y < height; y++)
      eachRunOf(mask, y, (from, to) => {
        for (let x = from; x < to; x++) {
          const i = y * width + x,
            label = labels[i];
          hours += work.timesCleared[label] * (mmPerPx ** 2 / 100) * work.hoursPerCm2;
          if (x + 1 < width) hours += this.edgeHours(1, label, labels[i + 1]);
          if (y + 1 < height) hours += this.edgeHours(1, label, labels[i + width]);
        }
      });
    return hours;
  }

  private root(i: number): number {
    while (this.parent[i] !== i) i = this.parent[i] = this.parent[this.parent[i]];
    return i;
  }

  private hoursNow(): number {
    const { work, mmPerPx } = this.task;
    let hours = 0;
    this.all.forEach((island, i) => {
      hours += work.timesCleared[island.label] * island.areaPx * (mmPerPx ** 2 / 100) * work.hoursPerCm2;
      for (const [other, px] of island.borders)
        if (other > i) hours += this.edgeHours(px, island.label, this.all[other].label);
    });
    return hours;
  }

  private edgeHours(px: number, a: number, b: number): number {
    const { work, mmPerPx } = this.task;
    return ((px * EDGE_PER_SIDE * mmPerPx) / 1000) * work.timesCut[a * work.count + b] * work.hoursPerM;
  }

  /** Hours saved when an island takes a label. */
  private saved(i: number, label: number): number {
    const island = this.all[i],
      { work, mmPerPx } = this.task;
    let hours =
      (work.timesCleared[island.label] - work.timesCleared[label]) *
      island.areaPx *
      (mmPerPx ** 2 / 100) *
      work.hoursPerCm2;
    for (const [other, px] of island.borders) {
      const beside = this.all[other].label;
      hours += this.edgeHours(px, island.label, beside) - this.edgeHours(px, label, beside);
    }
    return hours;
  }

  /** Puts the best that can be done with an island into the heap. */
  private offer(i: number): void {
    const island = this.all[i];
    if (island.fixed) return;
    let best: Offer | undefined;
    const seen = new Set<number>();
    for (const other of island.borders.keys()) {
      const label = this.all[other].label;
      if (seen.has(label)) continue;
      seen.add(label);
      const saved = this.saved(i, label);
      if (saved <= 1e-9) continue;
      const price = (island.weighed[label] - island.weighed[island.label]) / saved;
      if (!best || price < best.price || (price === best.price && label < best.label))
        best = { island: i, version: island.version, label, price };
    }
    if (best) push(this.heap, best);
  }

  /** The island takes a label and becomes one with the neighbours that have it: those it took in. */
  private give(i: number, label: number): number[] {
    const island = this.all[i];
    island.label = label;
    const united = [...island.borders.keys()].filter((other) => this.all[other].label === label);
    for (const other of united) this.unite(i, other);
    island.version++;
    this.offer(i);
    for (const other of island.borders.keys()) {
      this.all[other].version++;
      this.offer(other);
    }
    return united;
  }

  private unite(i: number, other: number): void {
    const keeper = this.all[i],
      gone = this.all[other];
    this.parent[other] = i;
    keeper.areaPx += gone.areaPx;
    keeper.fixed ||= gone.fixed;
    for (let l = 0; l < keeper.plain.length; l++) {
      keeper.plain[l] += gone.plain[l];
      keeper.weighed[l] += gone.weighed[l];
    }
    keeper.borders.delete(other);
    for (const [next, px] of gone.borders) {
      if (next === i) continue;
      const there = this.all[next].borders;
      there.delete(other);
      const all = (keeper.borders.get(next) ?? 0) + px;
      keeper.borders.set(next, all);
      there.set(i, all);
    }
    gone.borders.clear();
    gone.version++;
  }
}

/** With less than this share of the hours nothing is left of a picture: there the giving away ends. */
const LEAST_SHARE = 0.2;

/** Widths at which islands fall into pieces: what a disc so wide does not reach can be given away on its own. */
const PIECE_WIDTHS_MM = [4, 1.5];
/** A label is in the lower bits, which piece of it above. */
const LABEL = 15,
  PIECE = 16;

/**
 * Islands taken apart: what is wide, and the tongues, necks and corners that are narrower, each a piece of its own. No edge is cut between
 * pieces of one colour, so that giving a tongue away saves its outline.
 */
function inPieces(map: LabelMap, mmPerPx: number): LabelMap {
  const labels = map.labels.slice();
  const masks = new LabelMasks(map);
  PIECE_WIDTHS_MM.forEach((widthMm, k) => {
    const opening = new Opening(octagon(widthMm / mmPerPx));
    for (let label = 0; label <= LABEL; label++) {
      if (((masks.present >>> label) & 1) === 0) continue;
      const narrow = emptyMask(map.width, map.height);
      if (!opening.addThin(masks.of(1 << label), false, narrow)) continue;
      for (let y = 0; y < map.height; y++)
        eachRunOf(narrow, y, (from, to) =>
          labels.fill(label | ((k + 1) * PIECE), y * map.width + from, y * map.width + to),
        );
    }
  });
  return { ...map, labels };
}

/** Roughly a disc. */
function octagon(px: number): OpeningShape {
  const side = (share: number) => {
    const wide = Math.max(1, Math.round(px * share));
    return wide % 2 === Math.round(px) % 2 ? wide : wide + 1;
  };
  const [whole, most, part] = [Math.round(px), side(0.75), side(0.4)];
  return {
    ...{ widthPx: whole, heightPx: whole },
    rects: [
      { widthPx: part, heightPx: whole },
      { widthPx: most, heightPx: most },
      { widthPx: whole, heightPx: part },
    ],
  };
}

/** The borders between islands, in pixel sides. */
function bordersOf(islands: IslandMap): Map<number, number>[] {
  const borders = Array.from({ length: islands.islandCount }, () => new Map<number, number>());
  eachMeeting(islands, (a, b, sidesPx) => {
    if (a === b) return;
    borders[a].set(b, (borders[a].get(b) ?? 0) + sidesPx);
    borders[b].set(a, (borders[b].get(a) ?? 0) + sidesPx);
  });
  return borders;
}

function measured({ map, likeness, emphasised, emphasis = 1, kept, zone }: BudgetTask, islands: IslandMap): Island[] {
  const borders = bordersOf(islands),
    { count } = likeness;
  const all = borders.map((mine, i): Island => ({
    label: islands.islandLabel[i] & LABEL,
    areaPx: islands.islandAreaPx[i],
    weighed: new Float64Array(count),
    plain: new Float64Array(count),
    borders: mine,
    fixed: false,
    version: 0,
  }));
  const inZone = new Int32Array(islands.islandCount);
  for (let y = 0; y < map.height; y++) {
    let x = 0;
    for (let s = islands.rowOffset[y]; s < islands.rowOffset[y + 1]; s++) {
      const number = islands.stripIsland[s],
        { plain, weighed } = all[number],
        end = islands.stripEnd[s];
      for (; x < end; x++) {
        const row = likeness.rowOf(y * map.width + x),
          weight = emphasised && hasPixel(emphasised, x, y) ? emphasis : 1;
        for (let l = 0; l < count; l++) {
          const cost = likeness.table[row + l];
          plain[l] += cost;
          weighed[l] += weight * cost;
        }
        if (kept && hasPixel(kept, x, y)) all[number].fixed = true;
        if (zone && hasPixel(zone.mask, x, y)) inZone[number]++;
      }
    }
  }
  if (zone)
    all.forEach((island, i) => {
      if (2 * inZone[i] > island.areaPx !== zone.inside) island.fixed = true;
    });
  return all;
}

function before(a: Offer, b: Offer): boolean {
  return a.price < b.price || (a.price === b.price && a.island < b.island);
}

function push(heap: Offer[], offer: Offer): void {
  let at = heap.push(offer) - 1;
  while (at > 0) {
    const up = (at - 1) >> 1;
    if (!before(offer, heap[up])) break;
    heap[at] = heap[up];
    at = up;
  }
  heap[at] = offer;
}

function pop(heap: Offer[]): Offer | undefined {
  const first = heap[0],
    last = heap.pop();
  if (!last || heap.length === 0) return first;
  let at = 0;
  for (;;) {
    let down = 2 * at + 1;
    if (down >= heap.length) break;
    if (down + 1 < heap.length && before(heap[down + 1], heap[down])) down++;
    if (!before(heap[down], last)) break;
    heap[at] = heap[down];
    at = down;
  }
  heap[at] = last;
  return first;
}
