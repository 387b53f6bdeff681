/** The peer of the picture and cutting benchmarks: a general computer-vision library in WebAssembly, in the worker's own scope. */
export interface Cv {
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- the peer ships no usable types
  [name: string]: any;
}
declare const cv: Cv;
declare function importScripts(...urls: string[]): void;

export async function loadPeer(url: string): Promise<void> {
  importScripts(url);
  const loaded = (self as unknown as { cv: unknown }).cv;
  const module = loaded instanceof Promise ? await loaded : loaded;
  (self as unknown as { cv: unknown }).cv = module;
  if (!(module as Cv).Mat)
    await new Promise<void>((resolve) => {
      (module as Cv).onRuntimeInitialized = () => resolve();
    });
}

export function timed<T>(work: () => T): { ms: number; value: T } {
  const from = performance.now();
  const value = work();
  return { ms: performance.now() - from, value };
}

/** Labels from `least` on as a mask of the library. */
export function maskMat(labels: Uint8Array, width: number, height: number, least: number): Cv {
  const map = new cv.Mat(height, width, cv.CV_8U);
  map.data.set(labels);
  const low = new cv.Mat(height, width, cv.CV_8U, new cv.Scalar(least)),
    mask = new cv.Mat();
  cv.compare(map, low, mask, cv.CMP_GE);
  map.delete();
  low.delete();
  return mask;
}

/** Thin ridges and narrow gaps of one layer: opening of the layer and of its rest with a disc, and the difference. Pixels found. */
export function theirThin(mask: Cv, discPx: number): number {
  const disc = cv.getStructuringElement(cv.MORPH_ELLIPSE, new cv.Size(discPx, discPx)),
    tolerance = cv.getStructuringElement(cv.MORPH_ELLIPSE, new cv.Size(3, 3));
  const rest = new cv.Mat(),
    opened = new cv.Mat(),
    grown = new cv.Mat(),
    thin = new cv.Mat();
  cv.bitwise_not(mask, rest);
  let count = 0;
  for (const m of [mask, rest]) {
    cv.morphologyEx(m, opened, cv.MORPH_OPEN, disc);
    cv.dilate(opened, grown, tolerance);
    cv.subtract(m, grown, thin);
    count += cv.countNonZero(thin);
  }
  for (const m of [disc, tolerance, rest, opened, grown, thin]) m.delete();
  return count;
}

/** Outlines of a mask, simplified, as path data; its length. */
export function theirPath(mask: Cv): number {
  const contours = new cv.MatVector(),
    hierarchy = new cv.Mat();
  cv.findContours(mask, contours, hierarchy, cv.RETR_CCOMP, cv.CHAIN_APPROX_NONE);
  const parts: string[] = [];
  for (let i = 0; i < contours.size(); i++) {
    const contour = contours.get(i),
      simple = new cv.Mat();
    cv.approxPolyDP(contour, simple, 0.5, true);
    const points = simple.data32S;
    for (let p = 0; p < points.length; p += 2) parts.push(`${p ? 'L' : 'M'}${points[p]} ${points[p + 1]}`);
    parts.push('z');
    contour.delete();
    simple.delete();
  }
  contours.delete();
  hierarchy.delete();
  return parts.join('').length;
}
