import { toldByServer } from '../src/words/refusals';
import { findingsOf, materialById, StageMeter, DEFAULT_ROLLER, DEFAULT_TOOLS_MM } from '@/core/cutting';
import * as G from '@/core/geometry';
import { printMapOf } from '@/core/layers';
import { flattenPicture } from '@/core/picture';
import { loadPeer, maskMat, theirPath, theirThin, timed, type Cv } from './peer';

/** The cutting core against a general computer-vision library in WebAssembly, alternating in one worker on one label map of A3 size. */
declare const cv: Cv;

const COLOURS = 8,
  MM_PER_PX = 0.1,
  THIN_MM = 0.5,
  CAP_MM = 1.5,
  TRAP_MM = 0.3,
  ROUNDS = 3;

export interface CuttingFigures {
  readonly thin: readonly [number, number];
  readonly thinDiffers: number;
  readonly capped: readonly [number, number];
  readonly cappedWrong: number;
  readonly uncapped: readonly [number, number];
  readonly outlines: readonly [number, number];
  readonly trap: readonly [number, number];
  readonly stages: number;
  readonly allStagesMs: number;
  readonly findingsMs: number;
  readonly findings: number;
  readonly islands: number;
}

const median = (values: readonly number[]) => [...values].sort((a, b) => a - b)[values.length >> 1];

/** Distances to the other class on both sides of a stage: one exact transform for what stands, one for the rest. */
function theirBothSides(mask: Cv): Float32Array {
  const rest = new cv.Mat(),
    a = new cv.Mat(),
    b = new cv.Mat();
  cv.bitwise_not(mask, rest);
  cv.distanceTransform(mask, a, cv.DIST_L2, cv.DIST_MASK_PRECISE);
  cv.distanceTransform(rest, b, cv.DIST_L2, cv.DIST_MASK_PRECISE);
  cv.add(a, b, a);
  const out = new Float32Array(a.data32F);
  for (const m of [rest, a, b]) m.delete();
  return out;
}

function measure(map: G.LabelMap): CuttingFigures {
  const stages = Array.from({ length: COLOURS - 1 }, (_, s) => s + 1);
  const standing = (least: number) => G.labelSet(Array.from({ length: COLOURS - least }, (_, i) => least + i));
  const rows = { thin: [[], []], capped: [[], []], uncapped: [[], []], outlines: [[], []], trap: [[], []] } as Record<
    string,
    [number[], number[]]
  >;
  let thinDiffers = 0,
    cappedWrong = 0;
  const pairs = stages.flatMap((b) =>
    Array.from({ length: b }, (_, a) => ({ grow: a, under: b, px: TRAP_MM / MM_PER_PX })),
  );
  const whole = new cv.Mat(map.height, map.width, cv.CV_8U);
  whole.data.set(map.labels);
  for (let round = 0; round < ROUNDS; round++) {
    const masks = stages.map((s) => maskMat(map.labels, map.width, map.height, s));
    const thin = timed(() =>
      G.nestedMasks(
        map,
        Uint8Array.from({ length: 256 }, (_, l) => Math.min(l, COLOURS - 1)),
        COLOURS - 1,
      ).map((mask) => {
        return (
          G.countPixels(G.thinnerThan(mask, THIN_MM / MM_PER_PX)) +
          G.countPixels(G.thinnerThan(G.invertMask(mask), THIN_MM / MM_PER_PX))
        );
      }),
    );
    const thinTheirs = timed(() => masks.map((mask) => theirThin(mask, THIN_MM / MM_PER_PX)));
    rows.thin[0].push(thin.ms);
    rows.thin[1].push(thinTheirs.ms);
    thinDiffers =
      thin.value.reduce((sum, v, i) => sum + Math.abs(v - thinTheirs.value[i]), 0) /
      thinTheirs.value.reduce((a, b) => a + b, 1);
    const stage: G.LabelMap = { ...map, labels: map.labels.map((l) => (l >= 4 ? 1 : 0)) };
    const capped = timed(() => G.distancesToOther(stage, CAP_MM / MM_PER_PX));
    const cappedTheirs = timed(() => theirBothSides(masks[3]));
    rows.capped[0].push(capped.ms);
    rows.capped[1].push(cappedTheirs.ms);
    if (round === 0)
      for (let i = 0; i < capped.value.squared.length; i += 7)
        if (Math.abs(Math.min(CAP_MM / MM_PER_PX, cappedTheirs.value[i]) - Math.sqrt(capped.value.squared[i])) > 1e-3)
          cappedWrong++;
    const bits = G.maskOfLabels(map, standing(4));
    const uncapped = timed(() => G.squaredDistancesToMask(bits));
    const uncappedTheirs = timed(() => {
      const rest = new cv.Mat(),
        out = new cv.Mat();
      cv.bitwise_not(masks[3], rest);
      cv.distanceTransform(rest, out, cv.DIST_L2, cv.DIST_MASK_PRECISE);
      const d = out.data32F[0];
      rest.delete();
      out.delete();
      return d;
    });
    rows.uncapped[0].push(uncapped.ms);
    rows.uncapped[1].push(uncappedTheirs.ms);
    const outlines = timed(() => {
      const arcs = G.traceArcs(map, 0.49);
      let length = 0;
      for (const s of stages) {
        const parts: string[] = [];
        for (const ring of G.ringsOf(arcs, standing(s))) {
          let open = false;
          G.eachPointOf(arcs, ring, (x, y) => {
            parts.push(`${open ? 'L' : 'M'}${Math.round(x * 10)} ${Math.round(y * 10)}`);
            open = true;
          });
          parts.push('z');
        }
        length += parts.join('').length;
      }
      return length;
    });
    const outlinesTheirs = timed(() => masks.reduce((sum, m) => sum + theirPath(m), 0));
    rows.outlines[0].push(outlines.ms);
    rows.outlines[1].push(outlinesTheirs.ms);
    const trap = timed(
      () => printMapOf(map, { labelCount: COLOURS, traps: pairs, chokes: [], marks: [] })!.parts.length,
    );
    const trapTheirs = timed(() => {
      const out = new cv.Mat(),
        disc = cv.getStructuringElement(cv.MORPH_ELLIPSE, new cv.Size(7, 7));
      cv.dilate(whole, out, disc);
      out.delete();
      disc.delete();
    });
    rows.trap[0].push(trap.ms);
    rows.trap[1].push(trapTheirs.ms);
    masks.forEach((m) => m.delete());
  }
  whole.delete();
  const settings = { material: materialById('lino'), grainDeg: 0, toolsMm: DEFAULT_TOOLS_MM, roller: DEFAULT_ROLLER };
  const meter = new StageMeter(map, MM_PER_PX);
  const all = timed(() => stages.map((s) => meter.measure(standing(s))!));
  const found = all.value.map((m) => timed(() => findingsOf(m, settings)));
  const of = (name: string): [number, number] => [median(rows[name][0]), median(rows[name][1])];
  return {
    thin: of('thin'),
    thinDiffers,
    capped: of('capped'),
    cappedWrong,
    uncapped: of('uncapped'),
    outlines: of('outlines'),
    trap: of('trap'),
    stages: stages.length,
    allStagesMs: all.ms,
    findingsMs: Math.max(...found.map((f) => f.ms)),
    findings: Math.max(...found.map((f) => f.value.findings.length)),
    islands: G.findIslands(map)!.islandCount,
  };
}

self.onmessage = async ({ data }: MessageEvent<{ job: string; url: string; width?: number; height?: number }>) => {
  try {
    if (data.job === 'peer') {
      await loadPeer(data.url);
      self.postMessage({ ok: true });
      return;
    }
    const { width, height } = data as { width: number; height: number };
    const bitmap = await createImageBitmap(await (await fetch(data.url)).blob());
    const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!;
    const scale = Math.max(width / bitmap.width, height / bitmap.height);
    context.drawImage(
      bitmap,
      (width - bitmap.width * scale) / 2,
      (height - bitmap.height * scale) / 2,
      bitmap.width * scale,
      bitmap.height * scale,
    );
    const flat = flattenPicture({ width, height, rgba: context.getImageData(0, 0, width, height).data }, MM_PER_PX, {
      colourCount: COLOURS,
      radiusMm: 0.4,
      minIslandMm2: 1,
    });
    if (!flat.ok) throw new Error(toldByServer(flat));
    self.postMessage({ cutting: measure(flat.value) });
  } catch (error) {
    self.postMessage({ error: error instanceof Error ? error.stack : String(error) });
  }
};
