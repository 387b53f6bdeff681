import { randomStream } from '@/core/random/random';
import { learnedBelief } from '@/core/sheets';
import { CORNER_MARK_MM, cornerMarks, drawnLines, readTracing, type ScanPicture } from '@/core/registration';
import { emptyMask, fillSpan, hasPixel } from '@/core/geometry';
import {
  applyEdit,
  closedAt,
  composeRest,
  hindrancesOf,
  looksOfPlan,
  looksOfTrial,
  marksOf,
  plainSheet,
  plannedLaying,
  priceOf,
  progressOf,
  trialsOf,
  withFlat,
} from '@/derived';
import { emptyPlan, type BenchAct, type BenchEvent, type FlatColour, type Plan, type PlanEdit } from '@/model';
import { ms } from '../page';

const ROUNDS = 9;
const median = (values: readonly number[]) => values.toSorted((a, b) => a - b)[values.length >> 1];
const timed = (work: () => unknown) => {
  const from = performance.now();
  work();
  return performance.now() - from;
};
const usual = (work: () => unknown) => {
  work();
  return median(Array.from({ length: ROUNDS }, () => timed(work)));
};

/** A reduction of so many colours, from straw to night, on a picture of 240 × 180 mm. */
function planOf(colours: number): Plan {
  const random = randomStream(11);
  const flat = Array.from({ length: colours }, (_, i): FlatColour => ({
    id: `c${i}`,
    name: `colour ${i}`,
    wantedLabD50: [94 - (78 * i) / (colours - 1), 40 * (random() - 0.4), 60 * (random() - 0.4)],
    areaShare: 1 / colours,
    islandCount: 40,
  }));
  const raster = { sha: 'a'.repeat(64), widthPx: 2400, heightPx: 1800, mmPerPx: 0.1 };
  const picture: Plan['picture'] = {
    ...{ originalSha: raster.sha, fileName: 'x.png', format: 'png', sourceWidthPx: 2400, sourceHeightPx: 1800 },
    ...{ turnDeg: 0, mirrored: false, crop: { x: 0, y: 0, width: 1, height: 1 }, widthMm: 240, heightMm: 180, raster },
  };
  return withFlat(
    { ...emptyPlan(), picture },
    {
      labelsSha: raster.sha,
      settings: { colourCount: colours, radiusMm: 0.4, minIslandMm2: 1 },
      ...{ colours: flat, barePaperId: 'c0', handChanges: 0 },
    },
  );
}

/** A log of ten thousand pulls in the first runs. */
function longLog(plan: Plan, pulls: number): BenchEvent[] {
  const sheets = 1000;
  const acts: BenchAct[] = [
    { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: sheets, tests: 0 },
    { kind: 'cut-done', cutId: plan.runs[0].formes[0].cutId! },
  ];
  for (let n = 0; n < pulls; n++) {
    const r = Math.floor(n / sheets) % plan.runs.length;
    acts.push({
      kind: 'pull',
      runId: plan.runs[r].id,
      sheet: `${1 + (n % sheets)}`,
      faults: [],
      setAside: false,
      note: '',
    });
  }
  return acts.map((act, i) => ({ id: `act-${i}`, at: new Date(1.79e12 + i * 1000).toISOString(), act }));
}

/** Everything the weave asks after a touch: the plan, its looks and price, what hinders it, and whether twenty further touches can be made. */
function touch(): { readonly touchMs: number; readonly closedMs: number } {
  const plan = planOf(10);
  const gaps = { gapsMm: new Float64Array(100).fill(30), bordersMm: new Float64Array(100).fill(80) };
  const belief = learnedBelief('practised', []);
  const edit = (run: number, colour: number): PlanEdit => ({
    ...{ kind: 'colours-given', runId: plan.runs[run].id, inkingId: plan.runs[run].formes[0].inkings[0].id },
    ...{ colourIds: [`c${colour}`], how: 'not inked' },
  });
  const touchMs = usual(() => {
    const next = applyEdit(plan, edit(3, 8));
    if (!next.ok) throw new Error(next.code);
    const looks = looksOfPlan(next.value)!;
    return [priceOf(next.value, looks, belief, gaps, 1), marksOf(next.value), hindrancesOf(next.value, gaps, 'bench')];
  });
  const progress = progressOf(plan, longLog(plan, 10_000));
  const closedMs = usual(() => {
    for (let k = 0; k < 20; k++) {
      const next = applyEdit(plan, edit(k % 9, 9));
      if (next.ok) closedAt(plan, next.value, progress, () => ({ kept: true }));
    }
  });
  return { touchMs, closedMs };
}

function rest(colours: number): number {
  const plan = planOf(colours);
  const request = { plan, got: [], closedRuns: 0, cutIds: [], gapsMm: new Float64Array(colours * colours).fill(30) };
  composeRest(request);
  return median(Array.from({ length: 3 }, () => timed(() => composeRest(request))));
}

/** A photograph of twelve megapixels of a tracing, a little turned, with strokes all over it. */
function tracing(): { readonly readMs: number; readonly linesMs: number; readonly megapixels: number } {
  const [width, height] = [4000, 3000];
  const frame = { widthMm: 240, heightMm: 180 };
  const pxPerMm = 14;
  const data = new Uint8ClampedArray(width * height * 4).fill(240);
  const turn = 0.05;
  const marks = cornerMarks(frame, false);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [u, v] = [(x - width / 2) / pxPerMm, (y - height / 2) / pxPerMm];
      const xMm = frame.widthMm / 2 + u + v * turn,
        yMm = frame.heightMm / 2 + v - u * turn;
      const { sideMm } = CORNER_MARK_MM;
      const mark = marks.find((m) => xMm >= m.xMm && yMm >= m.yMm && xMm < m.xMm + sideMm && yMm < m.yMm + sideMm);
      const inHole = mark?.hollow && Math.max(Math.abs(xMm - mark.xMm - 3), Math.abs(yMm - mark.yMm - 3)) < sideMm / 4;
      const inside = xMm > 0 && yMm > 0 && xMm < frame.widthMm && yMm < frame.heightMm;
      if ((mark && !inHole) || (inside && (xMm + 2 * yMm) % 18 < 0.7))
        data.fill(40, 4 * (y * width + x), 4 * (y * width + x) + 3);
    }
  const scan: ScanPicture = { width, height, data, dpi: 0 };
  const known = emptyMask(2400, 1800);
  for (let y = 300; y < 1800; y++) fillSpan(known, y, 0, 2400);
  const read = () => readTracing(scan, { frame, mmPerPx: 0.1, known });
  const answer = read();
  if (!answer.ok || !hasPixel(drawnLines(answer.value, 35, 50), 3, 88)) throw new Error('the tracing was not read');
  return {
    readMs: median(Array.from({ length: 5 }, () => timed(read))),
    linesMs: usual(() => drawnLines(answer.value, 35, 50, known, 8)),
    megapixels: (width * height) / 1e6,
  };
}

/** A dozen trials of eight runs, each as it was laid. */
function trials(): number {
  const plan = planOf(9);
  const acts: BenchAct[] = [
    { kind: 'round-begun', roundId: 'proofs', round: 'proof', paper: null, counted: 12, tests: 0 },
    ...Array.from({ length: 12 }, (_, n) =>
      plan.runs.map((run, r): BenchAct => {
        const laid = plannedLaying(plan, run);
        const inkings = laid.inkings.map((inking) => ({ ...inking, extenderPercent: 5 * n }));
        const pull = { kind: 'pull' as const, roundId: 'proofs', runId: run.id, sheet: `${n + 1}`, faults: [] };
        return { ...pull, setAside: false, note: '', laid: { ...laid, inkings, wet: (n + r) % 2 === 0 } };
      }),
    ).flat(),
  ];
  const { bench } = progressOf(
    plan,
    acts.map((act, i) => ({ id: `t-${i}`, at: new Date(1.79e12 + i).toISOString(), act })),
  );
  const all = trialsOf(plan, bench, bench.rounds[0]);
  const sheet = plainSheet(plan);
  return usual(() => all.map((trial) => looksOfTrial(plan, bench, trial, sheet)));
}

/** Composing by hand, the search around what is kept, tracings read back, trials by what was laid. */
export function composeReport(): Promise<string> {
  const { touchMs, closedMs } = touch();
  const { readMs, linesMs, megapixels } = tracing();
  const searched = [4, 6, 8, 10].map((colours) => `${ms(rest(colours))} for ${colours}`);
  return Promise.resolve(`In Node, as they run in a page and its workers; medians.

- A touch of the weave on ten colours: the plan after it, all looks, the price, the marks, what hinders it: ${ms(touchMs)} (goal: a frame). Whether twenty
  further touches can be made, beside a log of 10 000 pulls: ${ms(closedMs)}.
- The rest solved around nothing fixed: ${searched.join(', ')} colours (in a worker, stoppable).
- A photograph of a drawn-on tracing, ${megapixels.toFixed(0)} megapixels, from pixels to the straight drawing in even light: ${(readMs / 1000).toFixed(2)} s; its lines at another
  threshold: ${ms(linesMs)}.
- Twelve trials of eight runs, each by what was laid on it: ${ms(trials())}.
`);
}
