import { labD50FromSrgb8 } from '@/core/colour';
import { type LabelMap, labelBordersPx, labelGapsPx, paintEdges, paintLabels, paintRaster } from '@/core/geometry';
import {
  editRegions,
  drawnKey,
  filledKey,
  flattenPicture,
  gradationOf,
  measureFlatColours,
  keyPieces,
  mergeColours,
  onlyUsed,
  splitColour,
  withoutKey,
  MAX_RADIUS_PX,
  type FlatPicture,
} from '@/core/picture';
import { failure, failureSaid } from '@/core/units';
import { decodeLabelMap, encodeLabelMap } from '@/model';
import { type FlatResult, type KeyWish, type PictureJobs } from '../protocol';
import { JobFailed, type Handlers } from '../serve';
import { mended } from './mending';
import { setMap, takePrintMap, forgetShapes, allIslands, opened, rasterIn, sheetMap, held } from './holder';

export const flatJobs = {
  async openRaster({ url, mmPerPx, maxPixels }) {
    const bitmap = await createImageBitmap(await (await fetched(url)).blob(), { colorSpaceConversion: 'none' });
    const scale = maxPixels ? Math.min(1, Math.sqrt(maxPixels / (bitmap.width * bitmap.height))) : 1;
    const width = Math.max(1, Math.round(bitmap.width * scale)),
      height = Math.max(1, Math.round(bitmap.height * scale));
    const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!;
    context.drawImage(bitmap, 0, 0, width, height);
    bitmap.close();
    held.raster = { width, height, rgba: context.getImageData(0, 0, width, height).data, mmPerPx: mmPerPx / scale };
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
    const source = opened(held.raster);
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
      opened(held.raster),
      { ...opened(held.map), coloursLabD50: [...coloursLabD50] },
      label,
      radiusPx,
      minAreaPx,
    );
    if (!split.ok) throw new JobFailed(split);
    const from = split.value.coloursLabD50.map((_, l) => (l <= label ? l : l === label + 1 ? null : l - 1));
    return adopt(split.value, held.mapMmPerPx, from, started, true, progress);
  },
  merge({ from, into, coloursLabD50 }, progress) {
    const started = performance.now();
    const labels = mergeColours(opened(held.map), from, into);
    const kept = coloursLabD50.map((_, label) => label).filter((label) => label !== from);
    return adopt(
      { ...opened(held.map), labels, coloursLabD50: kept.map((label) => coloursLabD50[label]) },
      held.mapMmPerPx,
      kept,
      started,
      true,
      progress,
    );
  },
  keyPieces({ edges, key }) {
    const mm = held.mapMmPerPx;
    return piecesOf(edges, key).map(({ a, b, pointsPx, lengthPx }) => ({
      ...{ a, b, pointsMm: pointsPx.map((px) => px * mm), lengthMm: lengthPx * mm },
    }));
  },
  drawKey({ wish, key, coloursLabD50 }, progress) {
    const started = performance.now(),
      mm = held.mapMmPerPx;
    const { width, height } = opened(held.map);
    const kept = coloursLabD50.map((_, label) => label).filter((label) => label !== key);
    const pieces = () => piecesOf(wish.edges, key).filter((_, i) => !wish.leftOut.includes(i));
    const labels = wish.drawnMm
      ? filledKey(
          ground(key),
          wish.drawnMm.map((ring) => ring.map((v) => v / mm)),
          kept.length,
        )
      : drawnKey(ground(key), pieces(), { widthPx: wish.widthMm / mm, taperPx: wish.taperMm / mm }, kept.length);
    const flat = { width, height, labels, coloursLabD50: [...kept.map((label) => coloursLabD50[label]), wish.labD50] };
    return adopt(flat, mm, [...kept, key], started, true, progress);
  },
  withoutKey({ key, coloursLabD50 }, progress) {
    const started = performance.now();
    const kept = coloursLabD50.map((_, label) => label).filter((label) => label !== key);
    const flat = { ...ground(key), coloursLabD50: kept.map((label) => coloursLabD50[label]) };
    return adopt(flat, held.mapMmPerPx, kept, started, true, progress);
  },
  edit(edit) {
    const here = opened(held.map);
    const islands = allIslands();
    const started = performance.now();
    const done = edit.kind === 'mend' ? mended(here, edit) : editRegions(here, islands, edit);
    if (!done.ok) throw new JobFailed(done);
    const milliseconds = performance.now() - started;
    forgetShapes();
    // ready for the next choice, once this one is painted
    setTimeout(() => {
      if (held.map === here) allIslands();
    }, 60);
    return { ...done.value, milliseconds };
  },
  colourAt({ x, y, tones }) {
    const { width, height, rgba } = rasterIn(tones);
    if (!(x >= 0 && y >= 0 && x < width && y < height)) return null;
    const sum = [0, 0, 0, 0];
    for (let py = Math.max(0, Math.floor(y) - 1); py <= Math.min(height - 1, Math.floor(y) + 1); py++)
      for (let px = Math.max(0, Math.floor(x) - 1); px <= Math.min(width - 1, Math.floor(x) + 1); px++) {
        for (let c = 0; c < 3; c++) sum[c] += rgba[4 * (py * width + px) + c];
        sum[3]++;
      }
    return labD50FromSrgb8([0, 1, 2].map((c) => Math.round(sum[c] / sum[3])) as [number, number, number]);
  },
  gradations({ sets, coloursLabD50 }, progress) {
    const raster = opened(held.raster),
      map = opened(held.map);
    return sets.map((labels, i) => {
      progress(i / sets.length);
      return gradationOf(raster, map, labels, coloursLabD50) ?? null;
    });
  },
  snapshot({ of }) {
    const { width, height, labels } = of === 'sheet' ? sheetMap() : opened(held.map);
    return { labels: labels.slice(), width, height, mmPerPx: held.mapMmPerPx };
  },
  useLabels({ labels, width, height, mmPerPx }) {
    if (labels instanceof Uint8Array) setMap({ labels, width, height }, mmPerPx);
    else {
      held.mapMmPerPx = mmPerPx;
      takePrintMap({ map: { labels, width, height }, parts: [], areaPx: [], full: false });
    }
    return null;
  },
  measure({ labels, width, height, mmPerPx, coloursLabD50 }, progress) {
    const started = performance.now();
    if (!(labels instanceof Uint8Array)) throw new JobFailed(failure('not-opened.thisIsAMap'));
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
    const deflated = new Blob([encodeLabelMap(opened(held.map)) as Uint8Array<ArrayBuffer>])
      .stream()
      .pipeThrough(new CompressionStream('deflate'));
    const response = await fetch(url, { method: 'POST', body: await new Response(deflated).blob() });
    const answer = (await response.json()) as string | { readonly code: string; readonly message: string };
    if (typeof answer !== 'string') throw new JobFailed(failureSaid(answer.code, answer.message));
    return answer;
  },
  async paint({ what, styles, view, width, height, backdrop, lines, light }) {
    const drawn =
      what === 'cut'
        ? opened(held.cut).map
        : what === 'rehearsal'
          ? opened(held.rehearsal).map
          : what === 'sheet'
            ? sheetMap()
            : held.map;
    const words =
      what === 'raster'
        ? paintRaster(
            { ...rasterIn(light), words: new Uint32Array(rasterIn(light).rgba.buffer) },
            view,
            width,
            height,
            backdrop,
          )
        : paintLabels(opened(drawn), styles, view, width, height, backdrop);
    if (lines !== undefined) paintEdges(opened(held.map), view, words, width, height, lines);
    return createImageBitmap(new ImageData(new Uint8ClampedArray(words.buffer as ArrayBuffer), width, height));
  },
  meetings({ labelCount }) {
    const map = opened(held.map);
    const inMm = (px: number) => px * held.mapMmPerPx;
    return { gapsMm: labelGapsPx(map, labelCount).map(inMm), bordersMm: labelBordersPx(map, labelCount).map(inMm) };
  },
} satisfies Partial<Handlers<PictureJobs>>;

/** The map without its key; labels above that are one lower. */
function ground(key: number | null): LabelMap {
  const map = opened(held.map);
  return key === null ? map : { ...map, labels: withoutKey(map, key) };
}

/** Pieces of edges, their labels as they are without the key. */
function piecesOf({ pairs, smoothMm }: KeyWish['edges'], key: number | null) {
  return keyPieces(ground(key), { pairs, smoothPx: smoothMm / held.mapMmPerPx });
}

async function fetched(url: string): Promise<Response> {
  const response = await fetch(url);
  if (!response.ok) throw new JobFailed(failure('fetch'));
  return response;
}

function inPixels(settings: { radiusMm: number; minIslandMm2: number }) {
  return {
    radiusPx: Math.min(MAX_RADIUS_PX, Math.round(settings.radiusMm / held.mapMmPerPx)),
    minAreaPx: settings.minIslandMm2 / held.mapMmPerPx ** 2,
  };
}

/** Makes a flat picture the present map and measures it. */
export function adopt(
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
  if (!figures) throw new JobFailed(failure('flatten-too-broken.thePictureBreaksUp'));
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
