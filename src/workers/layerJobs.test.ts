import type { Lab } from '@/core/colour';
import { startBelief } from '@/core/sheets';
import { emptyPlan, type Plan } from '@/model';
import { planFromSketch, withFlat, type ProposalRequest } from '@/derived';
import { flatColour, pictureOf, SHA, starterCabinet } from '@/testing/plans';
import { WorkerBench } from '@/testing/workerBench';
import type { LayerJobs } from './protocol';

const WANTED: Record<string, Lab> = { c1: [94, 0, 4], c2: [82, 4, 40], c3: [55, 30, 30], c4: [30, 0, -15] };
const plan: Plan = withFlat(
  {
    ...emptyPlan(),
    picture: pictureOf(100, 80),
  },
  {
    labelsSha: SHA,
    settings: { colourCount: 4, radiusMm: 0, minIslandMm2: 0 },
    barePaperId: 'c1',
    handChanges: 0,
    colours: Object.entries(WANTED).map(([id, lab]) => flatColour(id, lab)),
  },
);
const cabinet = starterCabinet();

const bench = new WorkerBench<LayerJobs>(() => jest.requireActual('./layers.worker'));

test('the films of a cabinet are worked out once, and again when an ink has changed', async () => {
  const first = await bench.get('pigments', { cabinet });
  expect(first.map((pigment) => pigment.id)).toEqual(cabinet.map((ink) => ink.id));
  expect(await bench.get('pigments', { cabinet: structuredClone(cabinet) })).toBe(first);
  const darker = cabinet.map((ink, i) =>
    i === 0 ? { ...ink, colour: { labD50: [20, 0, 0] as Lab, spectrum: null } } : ink,
  );
  expect(await bench.get('pigments', { cabinet: darker })).not.toBe(first);
});

test('a recipe for each run of the plan; for a run that is not there none', async () => {
  for (const run of plan.runs.keys()) {
    const found = (await bench.get('recipe', { plan, got: [], cabinet, question: { run, inking: 0 } }))!;
    const parts = found.answer.chosen.parts.reduce((sum, part) => sum + part.share, 0);
    expect(parts).toBeCloseTo(1, 6);
    expect(found.filmsBelow).toBe(run);
    expect(found.belowLabD50.every(Number.isFinite)).toBe(true);
  }
  expect(await bench.ask('recipe', { plan, got: [], cabinet, question: { run: 9, inking: 0 } })).toBeNull();
});

test('mixed anew from a run on: the runs before it stay as they are', async () => {
  const all = await bench.get('resolve', { plan, got: [], cabinet, run: 0 });
  expect(all.plan.inks.every((ink) => ink.recipe)).toBe(true);
  const late = await bench.get('resolve', { plan, got: [], cabinet, run: 2 });
  expect(late.plan.inks.map((ink) => Boolean(ink.recipe))).toEqual([false, false, true]);
});

test('proposals come with progress, the present plan among them, and each can be taken', async () => {
  const request: ProposalRequest = {
    plan,
    got: [],
    closedRuns: 0,
    open: true,
    gapsMm: new Float64Array(16).fill(5),
    belief: startBelief(plan.sheets.experience),
  };
  bench.progress.length = 0;
  const { proposals } = await bench.get('proposals', request);
  expect(proposals.length).toBeGreaterThan(1);
  for (const { sketch } of proposals) {
    const taken = planFromSketch(plan, sketch);
    expect(taken.runs.length).toBeGreaterThan(0);
    expect(new Set(taken.runs.map((run) => run.id)).size).toBe(taken.runs.length);
  }
  expect(bench.progress.every((share) => share >= 0 && share <= 1)).toBe(true);
});
