import { SPECK_MM2, thinPlaces, type GrainOf } from '../cutting';
import {
  distancesAcrossMask,
  hasPixel,
  MAX_NARROW_PX,
  middleLines,
  NarrowLines,
  type BitMask,
  type Box,
  type LabelMap,
  type MiddleLines,
} from '../geometry';
import type { LabelCosts } from '../picture';
import { giveAway } from './grow';
import { around, boxOfPixels, changeable, costOf, mendPlace, type Kept } from './mend';
import { cutOut, inWhole, layBack, type Patch } from './patch';
import { LabelMasks, type LabelBits, type Standing } from './standing';

/** What the check calls too thin: limits in mm, and the grain they are read by. */
export interface CheckLimits {
  readonly ridgeMm: number;
  readonly gapMm: number;
  readonly grain: GrainOf;
  readonly mmPerPx: number;
  /**
   * Thin stretches from this area on are cured, 0.2 mm² where it is left out. Where colours are put together in any order, stretches of several of
   * them string together to what the check finds: there smaller ones are cured too.
   */
  readonly leastMm2?: number;
}

/** A place that the check finds, as pixels of its middle line. */
interface ThinPlace {
  readonly set: LabelBits;
  readonly complement: boolean;
  readonly pixels: readonly number[];
  readonly areaMm2: number;
}

const REACHES_PX = [1, 2, 3, 4, 6];
/** Each pixel that is changed counts as two ΔE, besides what it loses in likeness. */
const CHANGE_COST = 8;
const ROUNDS = 6;

/** The thin places of all sets by the check's own measure. */
export class Checker {
  private readonly narrow: NarrowLines | undefined;
  private readonly widestPx: number;

  constructor(
    private readonly standing: Standing,
    private readonly limits: CheckLimits,
  ) {
    this.widestPx = Math.max(limits.ridgeMm, limits.gapMm) / limits.mmPerPx;
    if (this.widestPx <= MAX_NARROW_PX) this.narrow = new NarrowLines(this.widestPx);
  }

  private middle(stands: BitMask): MiddleLines {
    return (
      this.narrow?.find(stands) ??
      middleLines(stands, distancesAcrossMask(stands, Math.ceil(this.widestPx / 2) + 3), this.widestPx)
    );
  }

  /** All places of a map, set by set. */
  places(map: LabelMap): ThinPlace[] {
    const masks = new LabelMasks(map);
    return this.standing.setsAmong(masks.present).flatMap((set) => this.placesOf(masks, map, set));
  }

  /** How many of them the check tells: smaller ones are no findings. */
  findings(map: LabelMap): number {
    return this.places(map).filter(({ areaMm2 }) => areaMm2 >= SPECK_MM2).length;
  }

  findsAny(map: LabelMap): boolean {
    const masks = new LabelMasks(map);
    return this.standing.setsAmong(masks.present).some((set) => this.placesOf(masks, map, set).length > 0);
  }

  placesOf(masks: LabelMasks, map: LabelMap, set: LabelBits): ThinPlace[] {
    const { ridgeMm, gapMm, grain, mmPerPx, leastMm2 } = this.limits;
    const stands = masks.of(set);
    const measured = { stands, mmPerPx, widthPx: map.width, heightPx: map.height, middle: this.middle(stands) };
    return [false, true].flatMap((complement) =>
      thinPlaces(
        measured,
        {
          kind: complement ? 'gap' : 'ridge',
          limitMm: complement ? gapMm : ridgeMm,
          settings: grain,
        },
        leastMm2,
      ).map((line) => ({ set, complement, ...line })),
    );
  }
}

/** Rows between which a place must lie with all that is changed for it. */
export interface Rows {
  readonly top: number;
  readonly low: number;
}

/**
 * Mends what the check still finds, place by place in a fixed order: a line is widened or ended, by ever more, whichever leaves the fewest
 * places and then changes least. Then once more wherever something was changed. Gives the boxes of places that are left: of those nothing
 * helps, and of those that reach beyond `rows`.
 */
export function cureAll(map: LabelMap, means: CureMeans, rows: Rows = { top: 0, low: map.height }): Box[] {
  const places = new Checker(means.standing, means.limits).places(map);
  return cureRounds(map, places, means, rows);
}

/** The same for what the check finds in and near some boxes only; with `within`, only for places that lie there with some pixel. */
export function cureNear(map: LabelMap, boxes: readonly Box[], means: CureMeans): Box[] {
  const checker = new Checker(means.standing, means.limits);
  return cureRounds(map, placesNear(map, boxes, checker, means), means, { top: 0, low: map.height });
}

function cureRounds(map: LabelMap, first: readonly ThinPlace[], means: CureMeans, rows: Rows): Box[] {
  const checker = new Checker(means.standing, means.limits),
    reach = 4 * means.standing.widestPx;
  const inRows = ({ y0, y1 }: Box) =>
    (rows.top === 0 || y0 - reach >= rows.top) && (rows.low === map.height || y1 + reach <= rows.low);
  const boxOf = (place: ThinPlace) => boxOfPixels(place.pixels, map.width);
  const beyond: Box[] = [];
  // what nothing helped, and what is kept as it is, is not tried again
  const given = new Set<string>();
  let places = first,
    stuck: ThinPlace[] = [];
  for (let round = 0; round < ROUNDS && places.length > 0; round++) {
    const touched: Box[] = [];
    stuck = [];
    for (const place of places) {
      const box = boxOf(place);
      if (box.y1 <= rows.top || box.y0 >= rows.low) continue;
      if (!inRows(box)) beyond.push(box);
      else if (!given.has(nameOf(place)) && curePlace(map, place, checker, means)) touched.push(box);
      else {
        stuck.push(place);
        given.add(nameOf(place));
      }
    }
    if (touched.length === 0) break;
    places = placesNear(map, [...touched, ...stuck.map(boxOf)], checker, means);
    stuck = places.filter((place) => inRows(boxOf(place)));
  }
  // smaller ones are no findings
  return [...beyond, ...stuck.filter((place) => place.areaMm2 >= SPECK_MM2).map(boxOf)];
}

function nameOf({ set, complement, pixels }: ThinPlace): string {
  return `${set}/${complement}/${pixels[0]}`;
}

/** Places in and near boxes, each once. */
function placesNear(
  map: LabelMap,
  boxes: readonly Box[],
  checker: Checker,
  { standing, within }: CureMeans,
): ThinPlace[] {
  const found = new Map<string, ThinPlace>();
  for (const box of boxes) {
    const patch = cutOut(map, box, 8 * standing.widestPx);
    for (const { set, complement, pixels, areaMm2 } of checker.places(patch)) {
      const whole = pixels.map((i) => inWhole(patch, i));
      if (within && !whole.some((i) => hasPixel(within, i % map.width, Math.floor(i / map.width)))) continue;
      const place = { set, complement, pixels: whole, areaMm2 };
      found.set(nameOf(place), place);
    }
  }
  return [...found.values()];
}

export interface CureMeans {
  readonly likeness: LabelCosts;
  readonly standing: Standing;
  readonly limits: CheckLimits;
  readonly kept?: Kept;
  /** Places that lie elsewhere are left alone. */
  readonly within?: BitMask;
}

function curePlace(
  map: LabelMap,
  place: ThinPlace,
  checker: Checker,
  { likeness, standing, kept }: CureMeans,
): boolean {
  // what is kept is told, not cured
  if (kept && place.pixels.every((i) => hasPixel(kept, i % map.width, Math.floor(i / map.width)))) return false;
  const patch = cutOut(map, boxOfPixels(place.pixels, map.width), 4 * standing.widestPx);
  const before = patch.labels.slice();
  const counts = countsOf(patch, checker, standing);
  const found = sum(counts.values());
  if (found === 0) return false;
  let best: { readonly labels: Uint8Array; readonly left: number; readonly cost: number } | undefined;
  for (const reach of REACHES_PX) {
    for (const way of ['widen', 'end'] as const) {
      patch.labels.set(before);
      const here = place.complement ? ~place.set : place.set,
        give = way === 'widen' ? here : ~here;
      giveAway(
        patch,
        likeness,
        changeable(patch, around(patch, place.pixels, reach), kept, (label) => ((give >>> label) & 1) === 0),
        give,
      );
      mendPlace(patch, place.pixels, reach + Math.ceil(standing.widestPx / 2), { likeness, standing, kept });
      const left = leftAfter(patch, before, counts, checker, best?.left ?? Infinity);
      if (best && left > best.left) continue;
      const cost = costOf(patch, before, likeness) + CHANGE_COST * changedPixels(patch, before);
      if (!best || left < best.left || cost < best.cost) best = { labels: patch.labels.slice(), left, cost };
    }
    if (best?.left === 0) break;
  }
  if (!best || best.left >= found) return false;
  patch.labels.set(best.labels);
  layBack(map, patch);
  return true;
}

/** How many places each set has in a patch. */
function countsOf(patch: Patch, checker: Checker, standing: Standing): Map<LabelBits, number> {
  const masks = new LabelMasks(patch);
  return new Map(
    standing.setsAmong(masks.present).map((set) => [set, checker.placesOf(masks, patch, set).length] as const),
  );
}

/** How many places there are after a change: only sets that some pixel entered or left are looked at again, until there are more than `most`. */
function leftAfter(
  patch: Patch,
  before: Uint8Array,
  counts: ReadonlyMap<LabelBits, number>,
  checker: Checker,
  most: number,
): number {
  const pairs = new Set<number>();
  for (let i = 0; i < before.length; i++) {
    const was = before[i],
      is = patch.labels[i];
    if (was !== is) pairs.add((1 << was) | (1 << is));
  }
  const touched = (set: LabelBits) => {
    for (const pair of pairs) if ((set & pair) !== 0 && (set & pair) !== pair) return true;
    return false;
  };
  let left = 0;
  const again: LabelBits[] = [];
  for (const [set, count] of counts)
    if (touched(set)) again.push(set);
    else left += count;
  const masks = again.length > 0 ? new LabelMasks(patch) : undefined;
  for (const set of again) {
    if (left > most) return left;
    left += checker.placesOf(masks!, patch, set).length;
  }
  return left;
}

function sum(values: Iterable<number>): number {
  let total = 0;
  for (const value of values) total += value;
  return total;
}

function changedPixels(patch: Patch, before: Uint8Array): number {
  let count = 0;
  for (let i = 0; i < before.length; i++) if (patch.labels[i] !== before[i]) count++;
  return count;
}
