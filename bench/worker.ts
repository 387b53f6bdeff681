import { toldByServer } from '../src/words/refusals';
import * as G from '@/core/geometry';
import * as P from '@/core/picture';
import { cutEdgeM } from '@/core/cutting';
import { loadPeer, maskMat, theirPath, theirThin, timed, type Cv } from './peer';

/**
 * The picture pipeline against a general computer-vision library in WebAssembly, alternating in one worker, stage by
 * stage on the same input. Times are milliseconds; the caller takes medians.
 */
declare const cv: Cv;

const COLOURS = 8,
  RADIUS_MM = 0.4,
  MM_PER_PX = 0.1,
  MIN_ISLAND_MM2 = 1,
  THIN_PX = 5;

export interface StageTimes {
  readonly [stage: string]: { ours: number; theirs?: number };
}

/** Mean OKLab distance of the pixels of the histogram to their nearest centre, weighted. */
function meanError(cells: ReturnType<typeof P.colourCells>, centres: ArrayLike<number>): number {
  let sum = 0;
  for (let i = 0; i < cells.weight.length; i++) {
    let best = Infinity;
    for (let k = 0; k < centres.length; k += 3)
      best = Math.min(
        best,
        Math.hypot(
          cells.oklab[3 * i] - centres[k],
          cells.oklab[3 * i + 1] - centres[k + 1],
          cells.oklab[3 * i + 2] - centres[k + 2],
        ),
      );
    sum += best * cells.weight[i];
  }
  return sum / cells.totalPx;
}

/** k-means of the library on every pixel, three float channels in OKLab. */
function theirPalette(oklab: Float32Array, pixels: number): Float32Array {
  const samples = new cv.Mat(pixels, 3, cv.CV_32F);
  samples.data32F.set(oklab);
  const labels = new cv.Mat(),
    centres = new cv.Mat();
  cv.kmeans(
    samples,
    COLOURS,
    labels,
    new cv.TermCriteria(cv.TermCriteria_EPS + cv.TermCriteria_MAX_ITER, 40, 1e-3),
    1,
    cv.KMEANS_PP_CENTERS,
    centres,
  );
  const out = new Float32Array(centres.data32F);
  samples.delete();
  labels.delete();
  centres.delete();
  return out;
}

/** The same majority filter from box filters: one for each colour, then the largest; ties to the centre. */
function theirMajority(labels: Uint8Array, width: number, height: number, radius: number): Uint8Array {
  const map = new cv.Mat(height, width, cv.CV_8U);
  map.data.set(labels);
  const size = 2 * radius + 1,
    kernel = new cv.Size(size, size),
    anchor = new cv.Point(-1, -1);
  const best = cv.Mat.zeros(height, width, cv.CV_16U),
    own = cv.Mat.zeros(height, width, cv.CV_16U),
    result = cv.Mat.zeros(height, width, cv.CV_8U);
  const mask = new cv.Mat(),
    sum = new cv.Mat(),
    larger = new cv.Mat(),
    ones = new cv.Mat();
  for (let k = 0; k < COLOURS; k++) {
    const low = new cv.Mat(height, width, cv.CV_8U, new cv.Scalar(k));
    cv.compare(map, low, mask, cv.CMP_EQ);
    cv.threshold(mask, ones, 127, 1, cv.THRESH_BINARY);
    cv.boxFilter(ones, sum, cv.CV_16U, kernel, anchor, false, cv.BORDER_CONSTANT);
    sum.copyTo(own, mask);
    cv.compare(sum, best, larger, cv.CMP_GT);
    sum.copyTo(best, larger);
    low.copyTo(result, larger);
    low.delete();
  }
  cv.compare(own, best, larger, cv.CMP_EQ);
  map.copyTo(result, larger);
  const out = new Uint8Array(result.data);
  for (const m of [map, best, own, result, mask, sum, larger, ones]) m.delete();
  return out;
}

function theirIslands(labels: Uint8Array, width: number, height: number): number {
  const map = new cv.Mat(height, width, cv.CV_8U);
  map.data.set(labels);
  let count = 0;
  for (let k = 0; k < COLOURS; k++) {
    const low = new cv.Mat(height, width, cv.CV_8U, new cv.Scalar(k)),
      mask = new cv.Mat(),
      found = new cv.Mat(),
      stats = new cv.Mat(),
      centroids = new cv.Mat();
    cv.compare(map, low, mask, cv.CMP_EQ);
    count += cv.connectedComponentsWithStats(mask, found, stats, centroids, 4, cv.CV_32S) - 1;
    for (const m of [low, mask, found, stats, centroids]) m.delete();
  }
  map.delete();
  return count;
}

function theirNested(labels: Uint8Array, width: number, height: number): number[] {
  const map = new cv.Mat(height, width, cv.CV_8U);
  map.data.set(labels);
  const areas: number[] = [];
  for (let k = 1; k < COLOURS; k++) {
    const low = new cv.Mat(height, width, cv.CV_8U, new cv.Scalar(k)),
      mask = new cv.Mat();
    cv.compare(map, low, mask, cv.CMP_GE);
    areas.push(cv.countNonZero(mask));
    low.delete();
    mask.delete();
  }
  map.delete();
  return areas;
}

function theirContours(labels: Uint8Array, width: number, height: number): number {
  let length = 0;
  for (let k = 1; k < COLOURS; k++) {
    const mask = maskMat(labels, width, height, k);
    length += theirPath(mask);
    mask.delete();
  }
  return length;
}

function svgOf(arcs: G.ArcMap, set: Uint8Array): string {
  const parts: string[] = [];
  for (const ring of G.ringsOf(arcs, set)) {
    let open = false;
    G.eachPointOf(arcs, ring, (x, y) => {
      parts.push(`${open ? 'L' : 'M'}${Math.round(x * 10)} ${Math.round(y * 10)}`);
      open = true;
    });
    parts.push('z');
  }
  return parts.join('');
}

function oklabOfPixels(raster: G.ColourRaster): Float32Array {
  const table = new Float32Array(3 * (1 << 18));
  const cells = P.colourCells(raster);
  cells.cell.forEach((c, i) => table.set(cells.oklab.subarray(3 * i, 3 * i + 3), 3 * c));
  const out = new Float32Array(raster.width * raster.height * 3);
  for (let i = 0, p = 0; i < out.length; i += 3, p += 4) {
    const c = ((raster.rgba[p] & 0xfc) << 10) | ((raster.rgba[p + 1] & 0xfc) << 4) | (raster.rgba[p + 2] >> 2);
    out[i] = table[3 * c];
    out[i + 1] = table[3 * c + 1];
    out[i + 2] = table[3 * c + 2];
  }
  return out;
}

function ourChain(raster: G.ColourRaster): number {
  const flat = P.flattenPicture(raster, MM_PER_PX, {
    colourCount: COLOURS,
    radiusMm: RADIUS_MM,
    minIslandMm2: MIN_ISLAND_MM2,
  });
  if (!flat.ok) throw new Error(toldByServer(flat));
  const arcs = G.traceArcs(flat.value, 0.49);
  let length = 0;
  for (let k = 1; k < flat.value.coloursLabD50.length; k++)
    length += svgOf(arcs, G.labelSet(Array.from({ length: COLOURS - k }, (_, i) => i + k))).length;
  return length;
}

/** One round on one picture: every stage once ours, once theirs, on the same input. */
export function round(
  raster: G.ColourRaster,
  withPalettePeer: boolean,
): { times: StageTimes; notes: Record<string, number> } {
  const { width, height } = raster;
  const times: Record<string, { ours: number; theirs?: number }> = {};
  const notes: Record<string, number> = {};
  const cells = timed(() => P.colourCells(raster));
  const palette = timed(() => P.findPalette(cells.value, COLOURS));
  times.palette = { ours: cells.ms + palette.ms };
  if (withPalettePeer) {
    const pixels = oklabOfPixels(raster);
    const theirs = timed(() => theirPalette(pixels, width * height));
    times.palette.theirs = theirs.ms;
    notes.paletteErrorRatio = meanError(cells.value, palette.value.oklab) / meanError(cells.value, theirs.value);
  }
  const quantised = P.quantise(raster, cells.value, palette.value.oklab);
  const smooth = timed(() => P.majorityFilter({ width, height, labels: quantised }, Math.round(RADIUS_MM / MM_PER_PX)));
  const theirSmooth = timed(() => theirMajority(quantised, width, height, Math.round(RADIUS_MM / MM_PER_PX)));
  times.smoothing = { ours: smooth.ms, theirs: theirSmooth.ms };
  let differ = 0;
  for (let i = 0; i < quantised.length; i++) if (smooth.value[i] !== theirSmooth.value[i]) differ++;
  notes.smoothingPixelsThatDiffer = differ;
  const islands = timed(() => G.findIslands({ width, height, labels: smooth.value })!);
  const theirCount = timed(() => theirIslands(smooth.value, width, height));
  times.islands = { ours: islands.ms, theirs: theirCount.ms };
  notes.islandsDiffer = islands.value.islandCount - theirCount.value;
  const merged = P.mergeSmallIslands(
    { width, height, labels: smooth.value },
    islands.value,
    MIN_ISLAND_MM2 / MM_PER_PX ** 2,
  );
  const map = { width, height, labels: merged };
  const layer = G.maskOfLabels(map, G.labelSet([4, 5, 6, 7]));
  const thin = timed(
    () => G.countPixels(G.thinnerThan(layer, THIN_PX)) + G.countPixels(G.thinnerThan(G.invertMask(layer), THIN_PX)),
  );
  const mask = maskMat(merged, width, height, 4);
  const theirThinCount = timed(() => theirThin(mask, THIN_PX));
  mask.delete();
  times['thin ridges and gaps'] = { ours: thin.ms, theirs: theirThinCount.ms };
  const nested = timed(() =>
    G.nestedMasks(
      map,
      Uint8Array.from({ length: 256 }, (_, l) => Math.min(l, 7)),
      7,
    ).map(G.countPixels),
  );
  const theirAreas = timed(() => theirNested(merged, width, height));
  times['nested stages and areas'] = { ours: nested.ms, theirs: theirAreas.ms };
  notes.nestedAreasDiffer = nested.value.reduce((sum, area, i) => sum + Math.abs(area - theirAreas.value[i]), 0);
  const contours = timed(() => {
    const arcs = G.traceArcs(map, 0.49);
    let length = 0;
    for (let k = 1; k < COLOURS; k++)
      length += svgOf(arcs, G.labelSet(Array.from({ length: COLOURS - k }, (_, i) => i + k))).length;
    return length;
  });
  const theirOutlines = timed(() => theirContours(merged, width, height));
  times['contours to SVG'] = { ours: contours.ms, theirs: theirOutlines.ms };
  notes.outlineM = cutEdgeM(G.traceArcs(map, 0.49), G.labelSet([4, 5]), G.labelSet([6, 7]), MM_PER_PX);
  const chain = timed(() => ourChain(raster));
  times['whole chain'] = { ours: chain.ms };
  return { times, notes };
}

async function decode(url: string, width: number, height: number): Promise<G.ColourRaster> {
  const bitmap = await createImageBitmap(await (await fetch(url)).blob());
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!;
  const scale = Math.max(width / bitmap.width, height / bitmap.height);
  context.imageSmoothingQuality = 'high';
  context.drawImage(
    bitmap,
    (width - bitmap.width * scale) / 2,
    (height - bitmap.height * scale) / 2,
    bitmap.width * scale,
    bitmap.height * scale,
  );
  return { width, height, rgba: context.getImageData(0, 0, width, height).data };
}

self.onmessage = async ({
  data,
}: MessageEvent<{
  job: string;
  url: string;
  width?: number;
  height?: number;
  palettePeer?: boolean;
  rounds?: number;
}>) => {
  try {
    if (data.job === 'peer') {
      await loadPeer(data.url);
      self.postMessage({ ok: true });
      return;
    }
    const raster = await decode(data.url, data.width!, data.height!);
    if (data.job === 'chain') {
      const all = Array.from({ length: data.rounds ?? 3 }, () => timed(() => ourChain(raster)).ms);
      self.postMessage({ chain: all });
      return;
    }
    if (data.job === 'preview') {
      const settings = { colourCount: COLOURS, radiusMm: RADIUS_MM, minIslandMm2: MIN_ISLAND_MM2 };
      self.postMessage({
        chain: Array.from({ length: 5 }, () => timed(() => P.flattenPicture(raster, 0.35, settings)).ms),
      });
      return;
    }
    const rounds = [];
    for (let r = 0; r < (data.rounds ?? 3); r++) rounds.push(round(raster, data.palettePeer === true && r === 0));
    self.postMessage({ rounds });
  } catch (error) {
    self.postMessage({ error: error instanceof Error ? error.stack : String(error) });
  }
};
