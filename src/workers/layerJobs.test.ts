import type { Lab } from '@/core/colour';
import { startBelief } from '@/core/sheets';
import { emptyPlan, type Plan } from '@/model';
import { planFromSketch, withFlat, type PotLeft, type ProposalRequest } from '@/derived';
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

describe('a pot for an ink of the plan', () => {
  const of = { runId: plan.runs[0].id, inkId: plan.runs[0].formes[0].inkings[0].inkId };
  const asked = { plan, got: [], cabinet, of, over: 'below' as const, mostG: 20 };
  const recipe = async () =>
    (await bench.get('recipe', { plan, got: [], cabinet, question: { run: 0, inking: 0 } }))!.answer.chosen;
  const ofRecipe = async (grams: number) =>
    (await recipe()).parts.map(({ id, share }) => ({ id, grams: share * grams }));

  test('an empty pot has nothing to mend, nor has one by the recipe; half a recipe is filled up', async () => {
    const { deltaE, parts } = await recipe();
    expect((await bench.get('potNearest', { ...asked, pot: [] }))!.pours).toEqual([]);
    const mixed = (await bench.get('potNearest', { ...asked, pot: await ofRecipe(10) }))!;
    expect(mixed.pours).toEqual([]);
    expect(mixed.deltaE).toBeCloseTo(deltaE, 3);
    const [most] = [...parts].sort((a, b) => b.share - a.share);
    const half = (await bench.get('potNearest', { ...asked, pot: [{ id: most.id, grams: 10 }] }))!;
    expect(half.beforeDeltaE).toBeGreaterThan(deltaE + 1);
    expect(half.deltaE).toBeLessThan(half.beforeDeltaE);
    expect(half.pours.every(({ id, grams }) => grams >= 0.02 && cabinet.some((ink) => ink.id === id))).toBe(true);
  });

  test('a pot gone too dark asks for more, never for less, and what it asks for brings it nearer', async () => {
    const black = cabinet.find(({ role }) => role === 'black')!.id;
    const dark = [...(await ofRecipe(10)), { id: black, grams: 0.4 }];
    const before = (await bench.get('potNearest', { ...asked, pot: dark, mostG: 0 }))!;
    const helped = (await bench.get('potNearest', { ...asked, pot: dark }))!;
    expect(before.pours).toEqual([]);
    expect(helped.pours.length).toBeGreaterThan(0);
    expect(helped.pours.every(({ grams }) => grams > 0)).toBe(true);
    expect(helped.deltaE).toBeLessThan(before.deltaE - 1);
    const after = (await bench.get('potNearest', { ...asked, pot: [...dark, ...helped.pours], mostG: 0 }))!;
    expect(after.deltaE).toBeCloseTo(helped.deltaE, 1);
  });

  test('a drawdown that reads darker than it was reckoned is reckoned with', async () => {
    const pot = await ofRecipe(10);
    const { solidLabD50 } = plan.inks.find(({ id }) => id === of.inkId)!;
    const readLabD50: Lab = [solidLabD50[0] - 12, solidLabD50[1], solidLabD50[2]];
    const onPaper = { ...asked, over: 'paper' as const, pot };
    const trusted = (await bench.get('potNearest', onPaper))!;
    const seen = (await bench.get('potNearest', { ...onPaper, readLabD50 }))!;
    expect(seen.pours).not.toEqual(trusted.pours);
    expect(seen.pours.length).toBeGreaterThan(0);
  });

  test('of an ink or a run that is gone, or with an empty cabinet, there is nothing to say', async () => {
    const left: PotLeft[] = [];
    for (const gone of [
      { of: { ...of, runId: 'gone' } },
      { of: { ...of, inkId: 'gone' } },
      { cabinet: [] },
      { plan: { ...plan, flat: null } },
    ]) {
      expect(await bench.ask('potNearest', { ...asked, pot: [], ...gone })).toBeNull();
      expect(await bench.ask('potStarts', { ...asked, wantedG: 10, left, ...gone })).toEqual([]);
    }
  });

  test('leftovers that are near are offered, nearest first; those of a far colour are not', async () => {
    const { parts } = await recipe();
    const left = (potId: string, shares: readonly { id: string; share: number }[], grams: number) => ({
      ...{ printId: 'p', printName: 'another print', potId, name: potId, at: '2026-11-01T00:00:00.000Z', grams },
      ...{ mediumId: 'oil relief' as const, labD50: null, added: { softener: 0, grease: 0, drier: 0 } },
      parts: shares.map(({ id, share }) => ({ id, name: id, grams: share * grams })),
    });
    const black = cabinet.find(({ role }) => role === 'black')!.id;
    const offered = await bench.get('potStarts', {
      ...asked,
      ...{ wantedG: 10 },
      left: [left('far', [{ id: black, share: 1 }], 10), left('same', parts, 6), left('same, more', parts, 40)],
    });
    expect(offered.map(({ left: { potId } }) => potId).sort()).toEqual(['same', 'same, more']);
    expect(offered.map(({ nearest }) => nearest.deltaE)).toEqual(
      offered.map(({ nearest }) => nearest.deltaE).sort((a, b) => a - b),
    );
    for (const { left: pot, parts: taken } of offered)
      expect(taken.reduce((sum, { grams }) => sum + grams, 0)).toBeCloseTo(Math.min(10, pot.grams), 6);
  });
});
