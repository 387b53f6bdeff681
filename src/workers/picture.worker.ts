import {
  atRisk,
  clearingByTool,
  cutIslandsOf,
  findingsOf,
  mapOfMask,
  maskCover,
  measureStage,
  cutEdgeM,
  MAX_REHEARSED,
  WIDEST_MEASURED_MM,
  type StageMeasure,
} from '@/core/cutting';
import {
  boxOf,
  distancesToOther,
  eachPointOf,
  eachStripOf,
  emptyMask,
  fillOutlines,
  fillSpan,
  findIslands,
  invertMask,
  islandAt,
  islandByKey,
  islandOfAnchor,
  islandsOfRegion,
  islandFigures,
  labelCoverage,
  labelGapsPx,
  labelSet,
  maskOfLabels,
  neighboursOf,
  paintEdges,
  paintLabels,
  paintRaster,
  regionMask,
  ringsOf,
  thinnestOfIsland,
  traceArcs,
  type BitMask,
  type IslandFigures,
  type IslandMap,
  type LabelMap,
} from '@/core/geometry';
import { isPlain, plainParts, printMapOf, type PrintMap } from '@/core/layers';
import {
  editRegions,
  flattenPicture,
  measureFlatColours,
  mergeColours,
  onlyUsed,
  splitColour,
  MAX_RADIUS_PX,
  THIN_AREA_MM2,
  type FlatPicture,
} from '@/core/picture';
import { failure, type Failure } from '@/core/units';
import { decodeLabelMap, encodeLabelMap } from '@/records';
import { JobFailed, serve, type Handlers } from './serve';
import type { FlatResult, IslandInfo, IslandRow, PictureJobs } from './protocol';

/** Runs in a worker: holds one raster and one label map, and does the heavy work on them. */
let raster: { width: number; height: number; rgba: Uint8ClampedArray; mmPerPx: number } | undefined;
let map: LabelMap | undefined;
let mapMmPerPx = 0.1;
let cut: { map: LabelMap; strips: IslandMap } | undefined;
/** The print map; the picture's own map while nothing departs from it. */
let printed: PrintMap | undefined;
/** Worked out when first asked for, and again after the map has changed. */
let islandsNow: IslandMap | undefined;
let figuresNow: IslandFigures | undefined;
let stage: { key: string; measure: StageMeasure; outlineM: number } | undefined;
let rehearsal: { map: LabelMap; islands: IslandMap; small: Int32Array } | undefined;

const handlers: Handlers<PictureJobs> = {
  async openRaster({ url, mmPerPx, maxPixels }) {
    const bitmap = await createImageBitmap(await (await fetched(url)).blob(), { colorSpaceConversion: 'none' });
    const scale = maxPixels ? Math.min(1, Math.sqrt(maxPixels / (bitmap.width * bitmap.height))) : 1;
    const width = Math.max(1, Math.round(bitmap.width * scale)),
      height = Math.max(1, Math.round(bitmap.height * scale));
    const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!;
    context.drawImage(bitmap, 0, 0, width, height);
    bitmap.close();
    raster = { width, height, rgba: context.getImageData(0, 0, width, height).data, mmPerPx: mmPerPx / scale };
    return { width, height };
  },
  async openLabels({ url, mmPerPx }) {
    const inflated = (await fetched(url)).body!.pipeThrough(new DecompressionStream('deflate'));
    const decoded = decodeLabelMap(new Uint8Array(await new Response(inflated).arrayBuffer()));
    if (!decoded.ok) throw new JobFailed(decoded);
    setMap(decoded.value, mmPerPx);
    return { width: decoded.value.width, height: decoded.value.height };
  },
  flatten({ settings, thinnest }, progress) {
    const started = performance.now();
    const source = opened(raster);
    const flat = flattenPicture(source, source.mmPerPx, settings, (share) => progress(share * (thinnest ? 0.7 : 1)));
    if (!flat.ok) throw new JobFailed(flat);
    return adopt(
      flat.value,
      source.mmPerPx,
      flat.value.coloursLabD50.map(() => null),
      started,
      thinnest,
      progress,
    );
  },
  split({ label, coloursLabD50, settings }, progress) {
    const started = performance.now();
    const { radiusPx, minAreaPx } = inPixels(settings);
    const split = splitColour(
      opened(raster),
      { ...opened(map), coloursLabD50: [...coloursLabD50] },
      label,
      radiusPx,
      minAreaPx,
    );
    if (!split.ok) throw new JobFailed(split);
    const from = split.value.coloursLabD50.map((_, l) => (l <= label ? l : l === label + 1 ? null : l - 1));
    return adopt(split.value, mapMmPerPx, from, started, true, progress);
  },
  merge({ from, into, coloursLabD50 }, progress) {
    const started = performance.now();
    const labels = mergeColours(opened(map), from, into);
    const kept = coloursLabD50.map((_, label) => label).filter((label) => label !== from);
    return adopt(
      { ...opened(map), labels, coloursLabD50: kept.map((label) => coloursLabD50[label]) },
      mapMmPerPx,
      kept,
      started,
      true,
      progress,
    );
  },
  edit(edit) {
    const here = opened(map);
    const islands = allIslands();
    const started = performance.now();
    const done = editRegions(here, islands, edit);
    if (!done.ok) throw new JobFailed(done);
    const milliseconds = performance.now() - started;
    forgetShapes();
    // ready for the next choice, once this one is painted
    setTimeout(() => {
      if (map === here) allIslands();
    }, 60);
    return { ...done.value, milliseconds };
  },
  snapshot() {
    const { width, height, labels } = opened(map);
    return { labels: labels.slice(), width, height, mmPerPx: mapMmPerPx };
  },
  useLabels({ labels, width, height, mmPerPx }) {
    setMap({ labels, width, height }, mmPerPx);
    return null;
  },
  measure({ labels, width, height, mmPerPx, coloursLabD50 }, progress) {
    const started = performance.now();
    const used = new Uint8Array(256);
    for (let i = 0; i < labels.length; i++) used[labels[i]] = 1;
    const kept = coloursLabD50.map((_, l) => l).filter((l) => used[l]);
    return adopt(
      onlyUsed({ width, height, labels, coloursLabD50: [...coloursLabD50] }),
      mmPerPx,
      kept,
      started,
      true,
      progress,
    );
  },
  async storeLabels({ url }) {
    const deflated = new Blob([encodeLabelMap(opened(map)) as Uint8Array<ArrayBuffer>])
      .stream()
      .pipeThrough(new CompressionStream('deflate'));
    const response = await fetch(url, { method: 'POST', body: await new Response(deflated).blob() });
    const answer = (await response.json()) as string | Failure;
    if (typeof answer !== 'string') throw new JobFailed(failure(answer.code, answer.message));
    return answer;
  },
  partAt({ x, y }) {
    const sheet = printed?.map ?? opened(map);
    return x < 0 || y < 0 || x >= sheet.width || y >= sheet.height ? null : sheet.labels[y * sheet.width + x];
  },
  islandAt({ x, y }) {
    const here = opened(map);
    if (x < 0 || y < 0 || x >= here.width || y >= here.height) return null;
    return islandInfo(islandAt(allIslands(), x, y), x, y);
  },
  islandStep({ key, step, leastMm2 }) {
    const islands = allIslands();
    const from = key === null ? (step > 0 ? -1 : islands.islandCount) : (islandByKey(islands, key) ?? -1);
    const least = leastMm2 / mapMmPerPx ** 2;
    for (let n = 1; n <= islands.islandCount; n++) {
      const island = (((from + step * n) % islands.islandCount) + islands.islandCount) % islands.islandCount;
      if (islands.islandAreaPx[island] >= least) return islandInfo(island);
    }
    return null;
  },
  islandDetail({ key }) {
    const islands = allIslands();
    const island = islandByKey(islands, key);
    if (island === undefined) return null;
    const edges = new Map<number, number>();
    for (const n of neighboursOf(islands, island))
      edges.set(islands.islandLabel[n.island], (edges.get(islands.islandLabel[n.island]) ?? 0) + n.borderPx);
    const { x0, y0, x1, y1 } = boxOf(islands, island);
    const quick = (x1 - x0) * (y1 - y0) <= SHOWN_AT_ONCE_PX;
    const thinnestPx =
      figuresNow?.thinnestPx[island] ??
      (quick
        ? thinnestOfIsland(opened(map), islands, island, measuredCapPx(), THIN_AREA_MM2 / mapMmPerPx ** 2)
        : undefined);
    return {
      thinnestMm: thinnestPx === undefined ? undefined : thinnestPx * mapMmPerPx,
      neighbours: [...edges].sort((a, b) => b[1] - a[1]).map(([label, px]) => ({ label, edgeMm: px * mapMmPerPx })),
    };
  },
  islands({ order, limit, leastMm2 }) {
    const islands = allIslands(),
      { thinnestPx, widestPx } = allFigures();
    const least = leastMm2 / mapMmPerPx ** 2;
    const wanted = [...islands.islandAreaPx.keys()].filter((i) => islands.islandAreaPx[i] >= least);
    // at risk is what is thin for its size: a small part that is thin breaks sooner than a long one that is wide elsewhere
    const value = {
      'reading order': (i: number) => i,
      area: (i: number) => -islands.islandAreaPx[i],
      thinness: (i: number) => thinnestPx[i],
      risk: (i: number) => thinnestPx[i] * Math.sqrt(islands.islandAreaPx[i]),
    }[order];
    const rows = wanted
      .sort((a, b) => value(a) - value(b) || a - b)
      .slice(0, limit)
      .map((i): IslandRow => ({
        ...islandInfo(i),
        thinnestMm: thinnestPx[i] * mapMmPerPx,
        widestMm: widestPx[i] * mapMmPerPx,
      }));
    return { rows, total: wanted.length };
  },
  async paint({ what, styles, view, width, height, backdrop, lines }) {
    const drawn =
      what === 'cut'
        ? opened(cut).map
        : what === 'rehearsal'
          ? opened(rehearsal).map
          : what === 'sheet'
            ? (printed?.map ?? opened(map))
            : map;
    const words =
      what === 'raster'
        ? paintRaster(
            { ...opened(raster), words: new Uint32Array(opened(raster).rgba.buffer) },
            view,
            width,
            height,
            backdrop,
          )
        : paintLabels(opened(drawn), styles, view, width, height, backdrop);
    if (lines !== undefined) paintEdges(opened(map), view, words, width, height, lines);
    return createImageBitmap(new ImageData(new Uint8ClampedArray(words.buffer as ArrayBuffer), width, height));
  },
  gaps: ({ labelCount }) => labelGapsPx(opened(map), labelCount).map((px) => px * mapMmPerPx),
  printMap({ task, width, height }) {
    const here = opened(map);
    const made = isPlain(task) ? undefined : printMapOf(here, task);
    if (!made && !isPlain(task))
      throw new JobFailed(
        failure(
          'flatten-too-broken',
          'The picture is too broken up for overlaps and masks. Raise the smoothing on the Picture view.',
        ),
      );
    printed = made;
    const parts = made?.parts ?? plainParts(task.labelCount);
    return {
      parts,
      areaPx: made?.areaPx ?? [],
      full: made?.full ?? false,
      coverage: labelCoverage(made?.map ?? here, parts.length, width, height),
    };
  },
  measureStage({ standing, cutNow }) {
    const { measure, outlineM } = stageMeasured(standing, cutNow);
    return { standingCm2: measure.standingCm2, standingShare: measure.standingShare, outlineM };
  },
  clearing({ standing, cutNow, toolsMm }) {
    const sheet = printed?.map ?? opened(map);
    return clearingByTool(
      invertMask(maskOfLabels(sheet, labelSet(standing))),
      maskOfLabels(sheet, labelSet(cutNow)),
      mapMmPerPx,
      toolsMm,
    );
  },
  findings({ standing, cutNow, settings }) {
    const { measure } = stageMeasured(standing, cutNow);
    const started = performance.now();
    const verdict = findingsOf(measure, settings);
    const risk = mapOfMask(atRisk(measure.ground, settings.roller));
    const arcs = traceArcs(risk, 0.49);
    const riskOutlinesMm = ringsOf(arcs, labelSet([1])).map((ring) => {
      const points: number[] = [];
      eachPointOf(arcs, ring, (x, y) => points.push(x * measure.ground.cellMm, y * measure.ground.cellMm));
      return points;
    });
    return { ...verdict, riskOutlinesMm, milliseconds: performance.now() - started };
  },
  findAnchors({ anchors }) {
    const islands = allIslands();
    return anchors.map((anchor) => {
      const island = islandOfAnchor(islands, anchor);
      return island === undefined ? null : islands.islandFirstPx[island];
    });
  },
  outlines({ region, forShow }) {
    const islands = allIslands();
    const chosen = islandsOfRegion(islands, region);
    const boxes = chosen.map((island) => boxOf(islands, island));
    for (const ring of region.outlinesPx)
      for (let p = 0; p + 1 < ring.length; p += 2)
        boxes.push({
          x0: Math.floor(ring[p]),
          y0: Math.floor(ring[p + 1]),
          x1: Math.ceil(ring[p]) + 1,
          y1: Math.ceil(ring[p + 1]) + 1,
        });
    if (boxes.length === 0) return { outlinesMm: [], areaMm2: 0 };
    // only the box around it is looked at: a small island is traced at once, however large the sheet
    const x0 = Math.max(0, Math.min(...boxes.map((b) => b.x0)) - 1),
      y0 = Math.max(0, Math.min(...boxes.map((b) => b.y0)) - 1);
    const across = Math.max(1, Math.min(islands.width, Math.max(...boxes.map((b) => b.x1)) + 1) - x0),
      down = Math.max(1, Math.min(islands.height, Math.max(...boxes.map((b) => b.y1)) + 1) - y0);
    const every = forShow ? Math.max(1, Math.ceil(Math.sqrt((across * down) / SHOWN_AT_ONCE_PX))) : 1;
    const part = emptyMask(Math.ceil(across / every), Math.ceil(down / every));
    for (const island of chosen)
      eachStripOf(islands, island, (y, from, to) => {
        if ((y - y0) % every === 0)
          fillSpan(part, (y - y0) / every, Math.round((from - x0) / every), Math.round((to - x0) / every));
      });
    const lasso = emptyMask(part.width, part.height);
    fillOutlines(
      lasso,
      region.outlinesPx.map((ring) => ring.map((v, i) => (v - (i % 2 === 0 ? x0 : y0)) / every)),
    );
    for (let i = 0; i < part.words.length; i++) part.words[i] |= lasso.words[i];
    const traced = outlinesMmOf(part, x0, y0, every);
    return { outlinesMm: traced.outlinesMm, areaMm2: traced.areaPx * (mapMmPerPx * every) ** 2 };
  },
  maskOutlines({ standing, region, covers, growMm }) {
    const sheet = printed?.map ?? opened(map);
    return {
      outlinesMm: outlinesMmOf(
        maskCover(
          maskOfLabels(sheet, labelSet(standing)),
          regionMask(allIslands(), region),
          covers,
          growMm / mapMmPerPx,
        ),
      ).outlinesMm,
    };
  },
  cutIslands({ standing, cutNow, done }) {
    const here = printed?.map ?? opened(map);
    const { islands, strips } = cutIslandsOf(here, labelSet(cutNow), mapMmPerPx);
    if (!strips)
      throw new JobFailed(
        failure(
          'flatten-too-broken',
          'There are too many parts to tick off one by one. Raise the smoothing on the Picture view.',
        ),
      );
    const stands = labelSet(standing),
      now = labelSet(cutNow);
    cut = {
      strips,
      map: {
        width: here.width,
        height: here.height,
        labels: here.labels.map((label) => (now[label] ? 1 : stands[label] ? 3 : 0)),
      },
    };
    for (const key of done) tick(key, true);
    return islands;
  },
  tickIsland({ island, done }) {
    tick(island, done);
    return null;
  },
  cutIslandAt({ x, y }) {
    const here = opened(cut);
    if (x < 0 || y < 0 || x >= here.map.width || y >= here.map.height) return null;
    const island = islandAt(here.strips, x, y);
    return here.strips.islandLabel[island] === 1 ? here.strips.islandFirstPx[island] : null;
  },
  rehearse({ due, limit }) {
    const here = opened(map),
      islands = allIslands();
    const order = [...islands.islandAreaPx.keys()].sort((a, b) => islands.islandAreaPx[b] - islands.islandAreaPx[a]);
    const chosen = order
      .slice(0, Math.min(limit, MAX_REHEARSED))
      .filter((i) => islands.islandAreaPx[i] * mapMmPerPx ** 2 >= LEAST_REHEARSED_MM2);
    const largest = new Map<number, number>();
    for (const i of order) if (!largest.has(islands.islandLabel[i])) largest.set(islands.islandLabel[i], i);
    const small = Int32Array.from({ length: islands.islandCount }, (_, i) => largest.get(islands.islandLabel[i])!);
    for (const i of chosen) small[i] = -1;
    rehearsal = {
      map: { width: here.width, height: here.height, labels: here.labels.map((label) => label * 16 + NOT_CUT) },
      islands,
      small,
    };
    const parts = chosen.map((i) => {
      const { key, label, areaMm2, x, y } = islandInfo(i);
      return { key, label, areaMm2, x, y, due: due[label] };
    });
    return { parts, leastMm2: chosen.length ? islands.islandAreaPx[chosen[chosen.length - 1]] * mapMmPerPx ** 2 : 0 };
  },
  rehearseCut({ cuts }) {
    const { map: there, islands, small } = opened(rehearsal);
    const set = (island: number, cutAt: number) =>
      eachStripOf(islands, island, (y, from, to) =>
        there.labels.fill(islands.islandLabel[island] * 16 + cutAt, y * there.width + from, y * there.width + to),
      );
    for (const [key, cutAt] of cuts) {
      const island = islandByKey(islands, key);
      if (island === undefined) continue;
      set(island, cutAt);
      for (let i = 0; i < small.length; i++) if (small[i] === island) set(i, cutAt);
    }
    return null;
  },
  rehearsalPartAt({ x, y }) {
    const { map: there, islands, small } = opened(rehearsal);
    if (x < 0 || y < 0 || x >= there.width || y >= there.height) return null;
    const island = islandAt(islands, x, y);
    return islands.islandFirstPx[small[island] < 0 ? island : small[island]];
  },
};

/** Places larger than this are shown by a coarser outline, so that choosing never waits. */
const SHOWN_AT_ONCE_PX = 1_000_000;
/** “Not cut” in the rehearsal map. */
const NOT_CUT = 15;
/** Smaller parts are not chosen one by one; they go with the largest of their colour. */
const LEAST_REHEARSED_MM2 = 8;

function setMap(next: LabelMap, mmPerPx: number): void {
  map = next;
  mapMmPerPx = mmPerPx;
  forgetShapes();
}

function forgetShapes(): void {
  printed = islandsNow = figuresNow = stage = undefined;
}

function allIslands(): IslandMap {
  islandsNow ??= findIslands(opened(map));
  if (!islandsNow)
    throw new JobFailed(
      failure('flatten-too-broken', 'The picture breaks up into millions of specks. Raise the smoothing.'),
    );
  return islandsNow;
}

/** Distances are measured as far as half the widest width that matters. */
function measuredCapPx(): number {
  return Math.ceil(WIDEST_MEASURED_MM / mapMmPerPx / 2) + 1;
}

function allFigures(): IslandFigures {
  const capPx = measuredCapPx();
  figuresNow ??= islandFigures(
    opened(map),
    allIslands(),
    distancesToOther(opened(map), capPx),
    capPx,
    THIN_AREA_MM2 / mapMmPerPx ** 2,
  );
  return figuresNow;
}

function islandInfo(island: number, atX?: number, atY?: number): IslandInfo {
  const islands = allIslands();
  let x = atX ?? 0,
    y = atY ?? 0,
    widest = 0;
  if (atX === undefined)
    eachStripOf(islands, island, (row, from, to) => {
      if (to - from > widest) {
        widest = to - from;
        x = (from + to) >> 1;
        y = row;
      }
    });
  return {
    key: islands.islandFirstPx[island],
    label: islands.islandLabel[island],
    areaMm2: islands.islandAreaPx[island] * mapMmPerPx ** 2,
    x,
    y,
    boxPx: boxOf(islands, island),
  };
}

function stageMeasured(
  standing: readonly number[],
  cutNow: readonly number[],
): { measure: StageMeasure; outlineM: number } {
  const key = JSON.stringify([standing, cutNow]);
  if (stage?.key === key) return stage;
  const here = printed?.map ?? opened(map);
  const measure = measureStage(here, labelSet(standing), mapMmPerPx);
  if (!measure)
    throw new JobFailed(
      failure(
        'flatten-too-broken',
        'This stage breaks up into too many parts to be looked over. Raise the smoothing on the Picture view.',
      ),
    );
  stage = { key, measure, outlineM: cutEdgeM(traceArcs(here, 0.49), labelSet(cutNow), labelSet(standing), mapMmPerPx) };
  return stage;
}

function outlinesMmOf(mask: BitMask, x0 = 0, y0 = 0, every = 1): { outlinesMm: number[][]; areaPx: number } {
  const shape = mapOfMask(mask);
  const arcs = traceArcs(shape, 0.49);
  const outlinesMm = ringsOf(arcs, labelSet([1])).map((ring) => {
    const points: number[] = [];
    eachPointOf(arcs, ring, (x, y) =>
      points.push(
        Math.round((x * every + x0) * mapMmPerPx * 100) / 100,
        Math.round((y * every + y0) * mapMmPerPx * 100) / 100,
      ),
    );
    return points;
  });
  let areaPx = 0;
  for (const v of shape.labels) areaPx += v;
  return { outlinesMm, areaPx };
}

async function fetched(url: string): Promise<Response> {
  const response = await fetch(url);
  if (!response.ok)
    throw new JobFailed(failure('fetch', 'The picture could not be loaded from the server. Load the page again.'));
  return response;
}

function opened<T>(thing: T | undefined): T {
  if (thing === undefined) throw new JobFailed(failure('not-opened', 'The picture is still loading.'));
  return thing;
}

function inPixels(settings: { radiusMm: number; minIslandMm2: number }) {
  return {
    radiusPx: Math.min(MAX_RADIUS_PX, Math.round(settings.radiusMm / mapMmPerPx)),
    minAreaPx: settings.minIslandMm2 / mapMmPerPx ** 2,
  };
}

/** Makes a flat picture the present map and measures it. */
function adopt(
  flat: FlatPicture,
  mmPerPx: number,
  from: readonly (number | null)[],
  started: number,
  thinnest: boolean,
  progress: (share: number) => boolean,
): FlatResult {
  const figures = measureFlatColours(
    flat,
    flat.coloursLabD50.length,
    mmPerPx,
    (share) => progress(0.7 + 0.3 * share),
    thinnest,
  );
  if (!figures)
    throw new JobFailed(
      failure('flatten-too-broken', 'The picture breaks up into millions of specks. Raise the smoothing.'),
    );
  setMap({ width: flat.width, height: flat.height, labels: flat.labels }, mmPerPx);
  return {
    width: flat.width,
    height: flat.height,
    coloursLabD50: flat.coloursLabD50,
    figures,
    from,
    milliseconds: performance.now() - started,
  };
}

function tick(key: number, done: boolean): void {
  const here = opened(cut);
  const island = islandAt(here.strips, key % here.map.width, Math.floor(key / here.map.width));
  if (here.strips.islandLabel[island] !== 1) return;
  eachStripOf(here.strips, island, (y, from, to) =>
    here.map.labels.fill(done ? 2 : 1, y * here.map.width + from, y * here.map.width + to),
  );
}

serve(handlers);
