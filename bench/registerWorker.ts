import { toldByServer } from '../src/words/refusals';
import { traceArcs } from '@/core/geometry';
import { boundariesOf, NO_MOTION, paintMisprint, readProof, simulateFit, type BoundaryKind } from '@/core/registration';
import { simulateScan } from '@/devices';
import { madeUpProof, shapes, studyProofs } from './proofStudy';

/** Ten thousand sheets on a picture of many boundaries, a scan of twenty megapixels, a sheet out of register drawn for a slider. */
export interface RegisterFigures {
  readonly boundaries: number;
  readonly gatherings: number;
  readonly gatherMs: number;
  readonly fitMs: number;
  readonly scanMpx: number;
  readonly scanMs: number;
  readonly sliderMs: number;
}

const RUNS = 5,
  ROUNDS = 5;
const median = (values: readonly number[]) => [...values].sort((a, b) => a - b)[values.length >> 1];
const timed = (work: () => void) => {
  const from = performance.now();
  work();
  return performance.now() - from;
};

function measure(): RegisterFigures {
  const map = { width: 3600, height: 2600, labels: shapes(3600, 2600, RUNS + 1, 2600, 60, 5) };
  const arcs = traceArcs(map, 0.49);
  let boundaries = boundariesOf(arcs, 0.1);
  const gatherMs = median(
    Array.from({ length: ROUNDS }, () =>
      timed(() => {
        boundaries = boundariesOf(arcs, 0.1);
      }),
    ),
  );
  // a reduction: every film above the lighter colour ends on the line
  const kinds: BoundaryKind[] = [];
  for (let a = 0; a <= RUNS; a++)
    for (let b = a + 1; b <= RUNS; b++)
      kinds.push({
        a,
        b,
        edges: Array.from({ length: b - a }, (_, i) => ({ run: a + i, covers: 'b' as const, offsetMm: 0 })),
        wrong: Uint8Array.from({ length: 1 << (b - a) }, (_, films) =>
          films === 0 || films === (1 << (b - a)) - 1 ? 0 : 1,
        ),
      });
  const task = {
    boundaries,
    kinds,
    runs: RUNS,
    spread: { shiftMm: 0.3, turnDeg: 0.08 },
    fixed: Array.from({ length: RUNS }, () => NO_MOTION),
    about: { xMm: 180, yMm: 130 },
    sliverMm: 0.25,
    sheets: 10_000,
    seed: 1,
  };
  const fitMs = median(
    Array.from({ length: ROUNDS }, () =>
      timed(() => {
        simulateFit(task);
      }),
    ),
  );
  const out = new Uint32Array(700 * 505),
    film = Array.from({ length: RUNS }, (_, k) => Array.from({ length: RUNS + 1 }, (__, l) => (l > k ? 1 : 0)));
  const sliderMs = median(
    Array.from({ length: 15 }, (_, i) =>
      timed(() => {
        paintMisprint(
          { map, mmPerPx: 0.1, film, motions: film.map((__, k) => ({ ...NO_MOTION, dxMm: 0.1 * k + 0.01 * i })) },
          { xMm: 0, yMm: 0, mmPerPx: 360 / 700, width: 700, height: 505 },
          (films) => films,
          out,
        );
      }),
    ),
  );
  const { proof, expected } = madeUpProof(3, { width: 3600, height: 2500, marginMm: 30 }, 5, false);
  const scan = simulateScan(proof, { dpi: 300, seed: 3 });
  const scanMs = median(
    Array.from({ length: 3 }, () =>
      timed(() => {
        const reading = readProof(scan, expected);
        if (!reading.ok) throw new Error(toldByServer(reading));
      }),
    ),
  );
  return {
    boundaries: arcs.count,
    gatherings: boundaries.count,
    gatherMs,
    fitMs,
    scanMpx: (scan.width * scan.height) / 1e6,
    scanMs,
    sliderMs,
  };
}

self.onmessage = () => {
  try {
    self.postMessage({ register: measure(), study: studyProofs() });
  } catch (error) {
    self.postMessage({ error: String(error) });
  }
};
