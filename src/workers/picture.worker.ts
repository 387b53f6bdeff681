import { cutIslandsOf, checkStage, outlineLengthM } from '@/core/cutting';
import { eachStripOf, islandAt, labelCounts, labelCoverage, labelGapsPx, labelSet, paintLabels, paintRaster, traceArcs, type IslandMap, type LabelMap } from '@/core/geometry';
import { flattenPicture, measureFlatColours, mergeColours, onlyUsed, recolourIsland, splitColour, MAX_RADIUS_PX, type FlatPicture } from '@/core/picture';
import { failure, type Failure } from '@/core/units';
import { decodeLabelMap, encodeLabelMap } from '@/records';
import { JobFailed, serve, type Handlers } from './serve';
import type { FlatResult, PictureJobs } from './protocol';

/** Runs in a worker: holds one raster and one label map, and does the heavy work on them. */
let raster: { width: number; height: number; rgba: Uint8ClampedArray; mmPerPx: number } | undefined;
let map: LabelMap | undefined;
let mapMmPerPx = 0.1;
let cut: { map: LabelMap; strips: IslandMap } | undefined;

const handlers: Handlers<PictureJobs> = {
  async openRaster({ url, mmPerPx, maxPixels }) {
    const bitmap = await createImageBitmap(await (await fetched(url)).blob(), { colorSpaceConversion: 'none' });
    const scale = maxPixels ? Math.min(1, Math.sqrt(maxPixels / (bitmap.width * bitmap.height))) : 1;
    const width = Math.max(1, Math.round(bitmap.width * scale)), height = Math.max(1, Math.round(bitmap.height * scale));
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
    map = decoded.value;
    mapMmPerPx = mmPerPx;
    return { width: map.width, height: map.height };
  },
  flatten({ settings, thinnest }, progress) {
    const started = performance.now();
    const source = opened(raster);
    const flat = flattenPicture(source, source.mmPerPx, settings, (share) => progress(share * (thinnest ? 0.7 : 1)));
    if (!flat.ok) throw new JobFailed(flat);
    return adopt(flat.value, source.mmPerPx, flat.value.coloursLabD50.map(() => null), started, thinnest, progress);
  },
  split({ label, coloursLabD50, settings }, progress) {
    const started = performance.now();
    const { radiusPx, minAreaPx } = inPixels(settings);
    const split = splitColour(opened(raster), { ...opened(map), coloursLabD50: [...coloursLabD50] }, label, radiusPx, minAreaPx);
    if (!split.ok) throw new JobFailed(split);
    const from = split.value.coloursLabD50.map((_, l) => (l <= label ? l : l === label + 1 ? null : l - 1));
    return adopt(split.value, mapMmPerPx, from, started, true, progress);
  },
  merge({ from, into, coloursLabD50 }, progress) {
    const started = performance.now();
    const labels = mergeColours(opened(map), from, into);
    const kept = coloursLabD50.map((_, label) => label).filter((label) => label !== from);
    return adopt({ ...opened(map), labels, coloursLabD50: kept.map((label) => coloursLabD50[label]) }, mapMmPerPx, kept, started, true, progress);
  },
  recolour({ x, y, label, coloursLabD50 }, progress) {
    const started = performance.now();
    const { labels } = recolourIsland(opened(map), x, y, label);
    const counts = labelCounts({ ...opened(map), labels });
    const kept = coloursLabD50.map((_, l) => l).filter((l) => counts[l] > 0);
    return adopt(onlyUsed({ ...opened(map), labels, coloursLabD50: [...coloursLabD50] }), mapMmPerPx, kept, started, true, progress);
  },
  async storeLabels({ url }) {
    const deflated = new Blob([encodeLabelMap(opened(map)) as Uint8Array<ArrayBuffer>]).stream().pipeThrough(new CompressionStream('deflate'));
    const response = await fetch(url, { method: 'POST', body: await new Response(deflated).blob() });
    const answer = (await response.json()) as string | Failure;
    if (typeof answer !== 'string') throw new JobFailed(failure(answer.code, answer.message));
    return answer;
  },
  labelAt({ x, y }) {
    const here = opened(map);
    return x < 0 || y < 0 || x >= here.width || y >= here.height ? null : here.labels[y * here.width + x];
  },
  islandAt({ x, y }) {
    const here = opened(map);
    if (x < 0 || y < 0 || x >= here.width || y >= here.height) return null;
    const label = here.labels[y * here.width + x];
    const { areaPx } = recolourIsland(here, x, y, 254);
    return { label, areaMm2: areaPx * mapMmPerPx ** 2 };
  },
  async paint({ what, styles, view, width, height, backdrop }) {
    const words = what === 'raster'
      ? paintRaster({ ...opened(raster), words: new Uint32Array(opened(raster).rgba.buffer) }, view, width, height, backdrop)
      : paintLabels(what === 'cut' ? opened(cut).map : opened(map), styles, view, width, height, backdrop);
    return createImageBitmap(new ImageData(new Uint8ClampedArray(words.buffer as ArrayBuffer), width, height));
  },
  gaps: ({ labelCount }) => labelGapsPx(opened(map), labelCount).map((px) => px * mapMmPerPx),
  coverage: ({ labelCount, width, height }) => labelCoverage(opened(map), labelCount, width, height),
  checkStage({ standing, cutNow, ridgeMm, gapMm }) {
    const here = opened(map);
    const check = checkStage(here, labelSet(standing), mapMmPerPx, ridgeMm, gapMm);
    return { ...check, outlineM: outlineLengthM(traceArcs(here, 0.49), labelSet(cutNow), mapMmPerPx) };
  },
  cutIslands({ standing, cutNow, done }) {
    const here = opened(map);
    const { islands, strips } = cutIslandsOf(here, labelSet(cutNow), mapMmPerPx);
    if (!strips) throw new JobFailed(failure('flatten-too-broken', 'There are too many parts to tick off one by one. Raise the smoothing on the Picture view.'));
    const stands = labelSet(standing), now = labelSet(cutNow);
    cut = { strips, map: { width: here.width, height: here.height, labels: here.labels.map((label) => (now[label] ? 1 : stands[label] ? 3 : 0)) } };
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
};

async function fetched(url: string): Promise<Response> {
  const response = await fetch(url);
  if (!response.ok) throw new JobFailed(failure('fetch', 'The picture could not be loaded from the server. Load the page again.'));
  return response;
}

function opened<T>(thing: T | undefined): T {
  if (thing === undefined) throw new JobFailed(failure('not-opened', 'The picture is still loading.'));
  return thing;
}

function inPixels(settings: { radiusMm: number; minIslandMm2: number }) {
  return { radiusPx: Math.min(MAX_RADIUS_PX, Math.round(settings.radiusMm / mapMmPerPx)), minAreaPx: settings.minIslandMm2 / mapMmPerPx ** 2 };
}

/** Makes a flat picture the present map and measures it. */
function adopt(flat: FlatPicture, mmPerPx: number, from: readonly (number | null)[], started: number, thinnest: boolean, progress: (share: number) => boolean): FlatResult {
  const figures = measureFlatColours(flat, flat.coloursLabD50.length, mmPerPx, (share) => progress(0.7 + 0.3 * share), thinnest);
  if (!figures) throw new JobFailed(failure('flatten-too-broken', 'The picture breaks up into millions of specks. Raise the smoothing.'));
  map = { width: flat.width, height: flat.height, labels: flat.labels };
  mapMmPerPx = mmPerPx;
  return { width: flat.width, height: flat.height, coloursLabD50: flat.coloursLabD50, figures, from, milliseconds: performance.now() - started };
}

function tick(key: number, done: boolean): void {
  const here = opened(cut);
  const island = islandAt(here.strips, key % here.map.width, Math.floor(key / here.map.width));
  if (here.strips.islandLabel[island] !== 1) return;
  eachStripOf(here.strips, island, (y, from, to) => here.map.labels.fill(done ? 2 : 1, y * here.map.width + from, y * here.map.width + to));
}

serve(handlers);
