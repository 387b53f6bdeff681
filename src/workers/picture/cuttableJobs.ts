import {
  bandOfMap,
  bandsOf,
  Budget,
  cureBand,
  cutWorkOf,
  figuresOf,
  finish,
  keptWith,
  labelBits,
  linesOfBand,
  meansFor,
  mendWhole,
  mergeIslands,
  overlapOf,
  ownRows,
  roughlyCuttable,
  shapeBand,
  stagesFor,
  standingFor,
  type Band,
  type CurvePoint,
  type CutFigures,
  type CuttableMeans,
  type CuttableSettings,
  type LineTold,
} from '@/core/cuttable';
import { emptyMask, fillOutlines, setPixel, type BitMask, type Box, type LabelMap } from '@/core/geometry';
import { flattenSteps, Likeness, onlyUsed, type FlatSteps, type FlattenSettings } from '@/core/picture';
import type { CuttableWish, LineShown, PictureJobs } from '../protocol';
import { JobFailed, type Handlers } from '../serve';
import { adopt } from './flatJobs';
import { held, opened, rasterIn } from './holder';
import { keptMask } from './kept';

/** A picture on its way to being cuttable, and what it is then asked about. */
interface Making {
  readonly tones: FlattenSettings['tones'];
  readonly steps: FlatSteps;
  readonly wish: CuttableWish;
  readonly leastIslandMm2: number;
  readonly kept: BitMask | undefined;
  readonly bands: readonly Band[];
  readonly map: LabelMap;
  /** Of the picture as it was flattened, once it was asked for. */
  before: CutFigures | undefined;
  lines: readonly LineTold[];
  /** As it is with all the hours it takes. */
  base: Uint8Array | undefined;
  budget: Budget | undefined;
}

let making: Making | undefined;

/** No more points of the curve than are drawn. */
const CURVE_POINTS = 120;

export const cuttableJobs = {
  cuttablePreview({ settings, wish }, progress) {
    const started = performance.now(),
      source = opened(held.raster),
      steps = flattenSteps(source, source.mmPerPx, settings);
    if (!steps.ok) throw new JobFailed(steps);
    const { width, height, merged, coloursLabD50 } = steps.value,
      map = { width, height, labels: merged };
    roughlyCuttable(
      map,
      meansFor(wish.cutFor, wish.settings, {
        likeness: new Likeness(rasterIn(settings.tones), coloursLabD50),
        ...{ leastIslandMm2: settings.minIslandMm2, kept: undefined, mmPerPx: source.mmPerPx },
      }),
    );
    const flat = onlyUsed({ ...map, coloursLabD50 });
    return adopt(
      flat,
      source.mmPerPx,
      flat.coloursLabD50.map(() => null),
      started,
      false,
      progress,
    );
  },
  cuttableBegin({ settings, wish }, progress) {
    const source = opened(held.raster);
    const steps = flattenSteps(source, source.mmPerPx, settings, (share) => progress(0.25 * share));
    if (!steps.ok) throw new JobFailed(steps);
    making = begun(steps.value, settings, wish, source.mmPerPx);
    const { map, bands } = making;
    return {
      coloursLabD50: steps.value.coloursLabD50,
      mmPerPx: source.mmPerPx,
      parts: bands.map((band) => ({
        ...{ band, labels: bandOfMap(map, band).labels, keptWords: wordsOfBand(making!.kept, band) },
        raw: steps.value.raw.slice(band.around.from * map.width, band.around.to * map.width),
      })),
    };
  },
  shapeBand(take) {
    const { map, means, band } = bandTaken(take);
    const lines = shapeBand(map, take.raw, means);
    return { labels: ownRows(map, band).slice(), lines: linesOfBand(lines, band, map.width) };
  },
  joinBands({ parts }) {
    const now = opened(making),
      { map, bands } = now;
    parts.forEach(({ labels }, b) => map.labels.set(labels, bands[b].from * map.width));
    now.lines = parts.flatMap(({ lines }) => lines).sort((a, b) => b.score - a.score);
    mergeIslands(map, wholeMeans(now));
    const kept = keptWith(map, now.kept, now.lines);
    return {
      parts: bands.map((band) => ({ band, labels: bandOfMap(map, band).labels, keptWords: wordsOfBand(kept, band) })),
    };
  },
  cureBand(take) {
    const { map, means, band } = bandTaken(take);
    const open = cureBand(map, band, means);
    return { labels: ownRows(map, band).slice(), open };
  },
  cuttableFinish({ parts, thinnest }, progress) {
    const now = opened(making),
      { map, bands } = now,
      open: Box[] = [],
      started = performance.now();
    parts.forEach((part, b) => {
      map.labels.set(part.labels, bands[b].from * map.width);
      open.push(...part.open);
    });
    const left = finish(map, open, wholeMeans(now));
    now.base = map.labels.slice();
    return told(now, left, started, thinnest, progress);
  },
  cuttableFigures() {
    const now = opened(making),
      { steps, map, wish } = now,
      { mmPerPx } = opened(held.raster),
      likeness = new Likeness(rasterIn(now.tones), steps.coloursLabD50);
    now.before ??= figuresOf({ ...map, labels: steps.merged }, wish.cutFor, likeness, mmPerPx);
    return { before: now.before, after: figuresOf(map, wish.cutFor, likeness, mmPerPx) };
  },
  cuttableCurve() {
    const now = opened(making);
    const { factor, curve } = curveOf(now);
    const every = Math.max(1, Math.ceil(curve.length / CURVE_POINTS));
    return curve
      .filter((_, k) => k % every === 0 || k === curve.length - 1)
      .map(({ hours, likeness }) => ({ hours: hours * factor, likeness }));
  },
  cuttableWithin({ settings, thinnest }, progress) {
    const now = opened(making),
      started = performance.now();
    const map = { ...now.map, labels: withinHours(now, settings) };
    const left = mendWhole(map, wholeMeans(now));
    now.map.labels.set(map.labels);
    return told(now, left, started, thinnest, progress);
  },
} satisfies Partial<Handlers<PictureJobs>>;

function begun(steps: FlatSteps, settings: FlattenSettings, wish: CuttableWish, mmPerPx: number): Making {
  const { width, height, merged, coloursLabD50 } = steps;
  const map = { width, height, labels: merged.slice() };
  const { standing } = standingFor(wish.cutFor, wish.settings.anyOrder, coloursLabD50.length, mmPerPx);
  return {
    tones: settings.tones,
    ...{ steps, wish, map },
    leastIslandMm2: settings.minIslandMm2,
    kept: keptMask(
      map,
      wish.settings.keptMm.map((outline) => outline.map((mm) => mm / mmPerPx)),
      wish.letteringPx,
    ),
    bands: bandsOf(map, overlapOf(standing)),
    ...{ lines: [], before: undefined, base: undefined, budget: undefined },
  };
}

function wordsOfBand(kept: BitMask | undefined, { around }: Band): Uint32Array | null {
  return kept ? kept.words.slice(around.from * kept.wordsPerRow, around.to * kept.wordsPerRow) : null;
}

/** A band as it was sent, with what it is worked on with: the raster is here already. */
function bandTaken({
  labels,
  band,
  keptWords,
  wish,
  coloursLabD50,
  leastIslandMm2,
  tones,
}: PictureJobs['cureBand']['take']): {
  readonly map: LabelMap;
  readonly band: Band;
  readonly means: CuttableMeans;
} {
  const source = rasterIn(tones),
    { from, to } = band.around,
    { width, mmPerPx } = source,
    height = to - from;
  const rows = { width, height, rgba: source.rgba.subarray(4 * from * width, 4 * to * width) };
  const kept = keptWords ? { ...emptyMask(width, height), words: keptWords } : undefined;
  const means = meansFor(wish.cutFor, wish.settings, {
    likeness: new Likeness(rows, coloursLabD50),
    ...{ leastIslandMm2, kept, mmPerPx },
  });
  return {
    ...{ band, map: { width, height, labels } },
    means: { ...means, wantedPx: wantedIn(wish.settings, band, width, mmPerPx) },
  };
}

function wantedIn({ linesBack }: CuttableSettings, { around }: Band, width: number, mmPerPx: number): number[] {
  return linesBack.flatMap(({ xMm, yMm }) => {
    const x = Math.floor(xMm / mmPerPx),
      y = Math.floor(yMm / mmPerPx);
    return y < around.from || y >= around.to || x < 0 || x >= width ? [] : [(y - around.from) * width + x];
  });
}

function wholeMeans({ steps, wish, leastIslandMm2, kept, map, lines, tones }: Making): CuttableMeans {
  const source = rasterIn(tones);
  return meansFor(wish.cutFor, wish.settings, {
    likeness: new Likeness(source, steps.coloursLabD50),
    ...{ leastIslandMm2, mmPerPx: source.mmPerPx, kept: keptWith(map, kept, lines) },
  });
}

/** The curve of hours against likeness, and what its hours are to be taken times. */
function curveOf(now: Making): {
  readonly factor: number;
  readonly curve: readonly CurvePoint[];
  readonly budget: Budget;
} {
  now.budget ??= budgetOf(now, opened(now.base));
  const { budget } = now,
    { hours } = figuresOf(
      { ...now.map, labels: opened(now.base) },
      now.wish.cutFor,
      wholeMeans(now).likeness,
      held.raster!.mmPerPx,
    );
  return { budget, curve: budget.curve, factor: hours / budget.curve[0].hours };
}

function budgetOf(
  now: Making,
  labels: Uint8Array,
  zone?: { readonly mask: BitMask; readonly inside: boolean },
): Budget {
  const means = wholeMeans(now),
    { material, pace } = now.wish.cutFor,
    { count } = means.likeness;
  const stages = stagesFor(now.wish.cutFor, count).map(({ standing, cutNow }) => ({
    standing: labelBits(standing),
    cutNow: labelBits(cutNow),
  }));
  const emphasised = emptyMask(now.map.width, now.map.height);
  for (const line of now.lines)
    if (line.laid) for (const i of line.pixels) setPixel(emphasised, i % now.map.width, Math.floor(i / now.map.width));
  const budget = Budget.of({
    map: { ...now.map, labels },
    likeness: means.likeness,
    work: cutWorkOf(stages, count, material, pace),
    mmPerPx: held.raster!.mmPerPx,
    ...{ emphasised, emphasis: means.lines?.emphasis ?? 1 },
    ...(means.kept && { kept: means.kept }),
    ...(zone && { zone }),
  });
  return opened(budget);
}

/** The labels within the hours there are: first of each place with hours of its own, then of all the rest. */
function withinHours(now: Making, settings: CuttableSettings): Uint8Array {
  const { factor, budget: whole } = curveOf(now);
  if (settings.zones.length === 0)
    return settings.hours === null ? opened(now.base).slice() : whole.labelsAt(whole.stepsFor(settings.hours / factor));
  let labels = opened(now.base);
  const all = emptyMask(now.map.width, now.map.height);
  for (const { outlineMm, hours } of settings.zones) {
    const mask = emptyMask(now.map.width, now.map.height),
      outline = [outlineMm.map((mm) => mm / held.raster!.mmPerPx)];
    fillOutlines(mask, outline);
    fillOutlines(all, outline);
    const budget = budgetOf(now, labels, { mask, inside: true });
    const own = budget.hoursIn(mask);
    labels = budget.labelsAt(budget.stepsFor(budget.curve[0].hours - Math.max(0, own - hours / factor)));
  }
  if (settings.hours === null) return labels;
  const rest = budgetOf(now, labels, { mask: all, inside: false });
  return rest.labelsAt(rest.stepsFor(settings.hours / factor));
}

function told(
  now: Making,
  left: number,
  started: number,
  thinnest: boolean,
  progress: (share: number) => boolean,
): PictureJobs['cuttableFinish']['give'] {
  const { steps, map } = now,
    { mmPerPx } = opened(held.raster);
  const flat = adopt(
    onlyUsed({ ...map, labels: map.labels.slice(), coloursLabD50: steps.coloursLabD50 }),
    mmPerPx,
    usedColours(map, steps).map(() => null),
    started,
    thinnest,
    progress,
  );
  return { ...flat, left, lines: now.lines.map((line) => shown(line, map.width, mmPerPx)) };
}

function usedColours({ labels }: LabelMap, { coloursLabD50 }: FlatSteps): number[] {
  const used = new Uint8Array(256);
  for (let i = 0; i < labels.length; i++) used[labels[i]] = 1;
  return coloursLabD50.flatMap((_, label) => (used[label] ? [label] : []));
}

function shown({ pixels, label, contrast, laid }: LineTold, width: number, mmPerPx: number): LineShown {
  const points: number[] = [];
  const every = Math.max(1, Math.round(0.4 / mmPerPx));
  const add = (i: number) =>
    points.push(
      Math.round(((i % width) + 0.5) * mmPerPx * 100) / 100,
      Math.round((Math.floor(i / width) + 0.5) * mmPerPx * 100) / 100,
    );
  for (let k = 0; k < pixels.length; k += every) add(pixels[k]);
  add(pixels[pixels.length - 1]);
  return { pointsMm: points, label, contrast, laid, lengthMm: pixels.length * mmPerPx };
}
