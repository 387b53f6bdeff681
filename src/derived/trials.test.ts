import fc from 'fast-check';
import { deltaE2000 } from '@/core/colour';
import {
  checkAct,
  checkEdit,
  checkPlan,
  type ActOf,
  type BenchAct,
  type BenchEvent,
  type Laying,
  type Plan,
} from '@/model';
import { onOwnBlocks, planOfBands } from '@/testing/plans';
import {
  applyEdit,
  extendedInk,
  inkOf,
  inkingsOf,
  layingFor,
  looksOfPlan,
  looksOfTrial,
  nextRunOf,
  offPrediction,
  patchOfTrial,
  plainSheet,
  plannedLaying,
  progressOf,
  replayLog,
  takingOf,
  trialBefore,
  trialsOf,
  variedOf,
  wantedRuns,
  type Trial,
} from './index';
import { looksOfLaid } from './trials';

const plan = onOwnBlocks(planOfBands());
const [straw, rust, night] = plan.runs;

let serial = 0;
const event = (act: BenchAct): BenchEvent => {
  const checked = checkAct(JSON.parse(JSON.stringify(act)), 3);
  if (!checked.ok) throw new Error(JSON.stringify(checked));
  serial += 1;
  return { id: `trial-${serial}`, at: new Date(Date.UTC(2026, 10, 20, 9, serial)).toISOString(), act: checked.value };
};
const begun = (more: Partial<ActOf<'round-begun'>> = {}): BenchAct => ({
  kind: 'round-begun',
  roundId: 'trials',
  round: 'proof',
  name: 'straw, ever paler',
  purpose: 'colour trial',
  paper: null,
  counted: 5,
  tests: 0,
  ...more,
});
const cuts = plan.blocks.map((block): BenchAct => ({ kind: 'cut-done', cutId: block.sides[0].cuts[0].id }));
const pull = (sheet: string, runId: string, laid?: Laying, roundId = 'trials'): BenchAct => ({
  ...{ kind: 'pull' as const, roundId, runId, sheet, laid },
  ...{ faults: [], setAside: false, note: '' },
});
const with1 = (laying: Laying, part: Partial<Laying['inkings'][number]>, more: Partial<Laying> = {}): Laying => ({
  ...laying,
  ...more,
  inkings: [{ ...laying.inkings[0], ...part }, ...laying.inkings.slice(1)],
});
const after = (acts: readonly BenchAct[], of: Plan = plan) => {
  const log = acts.map(event);
  const bench = replayLog(log);
  const trials = bench.rounds.filter(({ round }) => round === 'proof').flatMap((round) => trialsOf(of, bench, round));
  return {
    bench,
    progress: progressOf(of, log),
    trials,
    trial: (sheet: string) => trials.find((t) => t.sheet === sheet)!,
  };
};
const taken = (of: Plan, trial: Trial, progress = progressOf(of, [])) => {
  const { edit } = takingOf(of, progress, trial);
  const checked = edit && checkEdit(JSON.parse(JSON.stringify(edit)));
  if (!checked?.ok) throw new Error(JSON.stringify(checked));
  const next = applyEdit(of, checked.value);
  if (!next.ok) throw new Error(next.code);
  const whole = checkPlan(JSON.parse(JSON.stringify(next.value)));
  if (!whole.ok) throw new Error(JSON.stringify(whole));
  return whole.value;
};
const sheet = plainSheet(plan);

test('a sheet laid as planned looks as the plan says, run by run, dry and wet', () => {
  for (const under of ['dry', 'wet'] as const) {
    const of: Plan = { ...plan, way: { ...plan.way, under } };
    const { trial, bench } = after([begun(), ...cuts, ...plan.runs.map((run) => pull('1', run.id))], of);
    const laid = looksOfTrial(of, bench, trial('1'), sheet)!;
    expect(laid.looks).toEqual(looksOfPlan(of)!.looks);
    expect(laid.agreement).toEqual(looksOfPlan(of)!.agreement);
  }
});

test('what was laid goes before the plan, then and after the plan was changed', () => {
  const paler = with1(plannedLaying(plan, straw), { extenderPercent: 60, filmWeight: 0.8 });
  const acts = [
    begun(),
    ...cuts,
    pull('1', straw.id),
    pull('2', straw.id, paler),
    pull('3', straw.id, plannedLaying(plan, straw)),
  ];
  const { trial, bench } = after(acts);
  const [planned, pale] = ['1', '2'].map((name) => looksOfTrial(plan, bench, trial(name), sheet)!.looks[1][1]);
  expect(pale[0]).toBeGreaterThan(planned[0] + 1);
  expect(deltaE2000(pale, planned)).toBeGreaterThan(3);
  const turned = applyEdit(plan, {
    kind: 'ink-set',
    inkId: straw.formes[0].inkings[0].inkId,
    part: { solidLabD50: [30, 40, 20] },
  });
  if (!turned.ok) throw new Error(turned.code);
  const later = after(acts, turned.value);
  const seen = (name: string) => looksOfTrial(turned.value, later.bench, later.trial(name), sheet)!.looks[1][1];
  expect(deltaE2000(seen('2'), pale)).toBeLessThan(0.01);
  expect(deltaE2000(seen('3'), planned)).toBeLessThan(0.01);
  expect(deltaE2000(seen('1'), planned)).toBeGreaterThan(20);
});

test('runs lie in the order they were laid, and on the paper of their round', () => {
  const newsprint = { name: 'newsprint', labD50: [78, 2, 14] as [number, number, number] };
  const all = (standing: string[]): Plan => ({
    ...plan,
    blocks: plan.blocks.map((block) => ({
      ...block,
      sides: block.sides.map((side) => ({
        ...side,
        cuts: side.cuts.map((cut) => ({ ...cut, standingIds: standing })),
      })),
    })),
  });
  const over = all(['straw', 'rust', 'night']);
  const acts = (order: readonly string[]) => [
    begun({ paper: newsprint }),
    ...cuts,
    ...order.map((id) => pull('1', id)),
  ];
  const looks = (order: readonly string[]) => {
    const { trial, bench } = after(acts(order), over);
    return looksOfTrial(over, bench, trial('1'), sheet)!.looks;
  };
  const one = looks([night.id, straw.id]),
    other = looks([straw.id, night.id]);
  expect(one[0][0]).toEqual(newsprint.labD50);
  expect(deltaE2000(one[2][1], other[2][1])).toBeGreaterThan(5);
  expect(one[1][1]).not.toEqual(other[1][1]);
});

test('any odd order, wet or dry, looks as its films laid one by one', () =>
  fc.assert(
    fc.property(
      fc.shuffledSubarray([0, 1, 2], { minLength: 1 }),
      fc.array(fc.record({ wet: fc.boolean(), passes: fc.constantFrom(1 as const, 2 as const), percent: fc.nat(90) }), {
        minLength: 3,
        maxLength: 3,
      }),
      (order, how) => {
        const laid = order.map((r, i) => ({
          runId: plan.runs[r].id,
          laying: with1(
            plannedLaying(plan, plan.runs[r]),
            { extenderPercent: how[i].percent, colourIds: ['straw', 'rust'].slice(0, 1 + (r % 2)) },
            { wet: how[i].wet, passes: how[i].passes },
          ),
        }));
        const whole = looksOfLaid(plan, laid, sheet)!;
        // laying one more film changes nothing below it, and the reader meets what is predicted
        for (let n = 0; n < laid.length; n++) {
          if (laid.some(({ laying }) => laying.wet) !== laid.slice(0, n).some(({ laying }) => laying.wet)) continue;
          const part = looksOfLaid(plan, laid.slice(0, n), sheet)!.looks[n];
          const off = Math.max(...part.map((lab, p) => deltaE2000(lab, whole.looks[n][p])));
          expect(off).toBeLessThan(1e-6);
        }
      },
    ),
    { numRuns: 60, seed: 13 },
  ));

test('a sheet is held against what is wanted only where nothing more comes on it', () => {
  const laid = [{ runId: rust.id, laying: plannedLaying(plan, rust) }];
  const looks = looksOfLaid(plan, laid, sheet)!;
  expect(looks.finished).toEqual([true, false, true, false]);
  expect(looks.agreement!.mean).toBeLessThan(1);
  expect(looksOfLaid({ ...plan, flat: { ...plan.flat!, barePaperId: null } }, [], sheet)!.finished[0]).toBe(true);
});

test('a film laid wet on one still open takes up less than on a dry one; what was laid between decides', () => {
  const both = (runId: string, wet: boolean) => {
    const run = plan.runs.find(({ id }) => id === runId)!;
    return { runId, laying: with1(plannedLaying(plan, run), { colourIds: ['rust'] }, { wet }) };
  };
  const at = (...wet: boolean[]) =>
    looksOfLaid(plan, [both(straw.id, false), both(rust.id, wet[0]), both(night.id, wet[1])], sheet)!.looks[3][2];
  expect(at(true, true)[0]).toBeGreaterThan(at(true, false)[0]);
  expect(at(false, true)[0]).toBeGreaterThan(at(false, false)[0]);
});

test('the reader meets on a trial what is laid there', () => {
  const laid = [
    { runId: straw.id, laying: with1(plannedLaying(plan, straw), { colourIds: ['rust'] }) },
    { runId: rust.id, laying: plannedLaying(plan, rust) },
  ];
  const patch = patchOfTrial(plan, laid, rust.id, 'rust')!;
  expect(patch.weight).toBeGreaterThan(0.5);
  expect(Array.from(patch.ground)).not.toEqual(Array.from(patchOfTrial(plan, laid.slice(1), rust.id, 'rust')!.ground));
  expect(patchOfTrial(plan, laid, rust.id, 'night')).toBeUndefined();
  expect(patchOfTrial(plan, laid, night.id, 'night')).toBeUndefined();
});

test('readings and photographs belong to their sheet; a reading of a proof moves no film of the edition', () => {
  const read = (sheet: string, labD50: [number, number, number]): BenchAct => ({
    ...{ kind: 'colour-got' as const, runId: straw.id, colourId: 'straw', labD50, source: 'typed' as const },
    trial: { roundId: 'trials', sheet },
  });
  const { bench, trial } = after([
    begun(),
    ...cuts,
    pull('1', straw.id),
    pull('2', straw.id),
    read('1', [70, 0, 20]),
    read('1', [80, 2, 38]),
    { kind: 'photographed', roundId: 'trials', pictureSha: 'c'.repeat(64), runId: null, sheet: '2', note: '' },
    { kind: 'photographed', pictureSha: 'd'.repeat(64), runId: null, sheet: '1', note: '' },
  ]);
  expect(bench.coloursGot).toEqual([]);
  expect(trial('1').readings.map(({ labD50 }) => labD50)).toEqual([[80, 2, 38]]);
  expect(trial('2').photograph?.pictureSha).toBe('c'.repeat(64));
  expect(trial('1').photograph).toBeUndefined();
  const looks = looksOfTrial(plan, bench, trial('1'), sheet)!;
  expect(offPrediction(plan, trial('1'), looks, trial('1').readings[0])).toBeCloseTo(
    deltaE2000(looks.looks[1][1], [80, 2, 38]),
    9,
  );
  expect(trialBefore([trial('1'), trial('2'), trial('3')], trial('2'))?.sheet).toBe('1');
  expect(trialBefore([trial('1'), trial('2'), trial('3')], trial('1'))).toBeUndefined();
});

test('a trial taken into the plan: ink, weight, passes and order; the print then looks as the trial does', () => {
  const paler = with1(plannedLaying(plan, straw), { extenderPercent: 40, filmWeight: 1.3 }, { passes: 2 });
  const { trial, bench } = after([
    begun(),
    ...cuts,
    pull('4', night.id),
    pull('4', straw.id, paler),
    pull('4', rust.id),
  ]);
  const next = taken(plan, trial('4'));
  expect(next.runs.map(({ id }) => id)).toEqual([night.id, straw.id, rust.id]);
  expect(next.runs[1].impressions).toBe(2);
  expect(inkingsOf(next.runs[1])[0].filmWeight).toBe(1.3);
  const seen = looksOfPlan(next)!.looks[3],
    laid = looksOfTrial(plan, bench, trial('4'), sheet)!.looks[3];
  expect(Math.max(...seen.map((lab, p) => deltaE2000(lab, laid[p])))).toBeLessThan(0.05);
  expect(takingOf(next, progressOf(next, []), trialsOf(next, bench, bench.rounds[0])[3])).toMatchObject({
    edit: { runs: [{ runId: straw.id }] },
  });
});

test('laid as planned there is nothing to take; what is printed stays, and is said', () => {
  const pale = with1(plannedLaying(plan, straw), { extenderPercent: 50 });
  const proof = [
    begun(),
    ...cuts,
    pull('1', straw.id),
    pull('2', straw.id, pale),
    pull('2', rust.id, with1(plannedLaying(plan, rust), { filmWeight: 0.6 })),
  ];
  const { trial } = after(proof);
  expect(takingOf(plan, progressOf(plan, []), trial('1'))).toEqual({ edit: undefined, closed: [], reordered: false });
  const printed = [
    ...proof,
    { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 2, tests: 0 } as BenchAct,
    pull('1', straw.id, undefined, 'edition'),
  ];
  const { progress } = after(printed);
  const taking = takingOf(plan, progress, trial('2'));
  expect(taking.closed.map(({ code }) => code)).toEqual(['trials.runIsPrinted']);
  expect(taking.edit?.runs.map(({ runId }) => runId)).toEqual([rust.id]);
  expect(taken(plan, trial('2'), progress).inks).toEqual(plan.inks);
});

test('an ink that prints elsewhere too stays there what it is', () => {
  const shared: Plan = {
    ...plan,
    runs: plan.runs.map((run, r) =>
      r === 1
        ? {
            ...run,
            formes: [
              { ...run.formes[0], inkings: [{ ...run.formes[0].inkings[0], inkId: inkingsOf(straw)[0].inkId }] },
            ],
          }
        : run,
    ),
  };
  const pale = with1(plannedLaying(shared, straw), { extenderPercent: 30 });
  const { trial } = after([begun(), ...cuts, pull('1', straw.id, pale)], shared);
  const next = taken(shared, trial('1'));
  expect(inkOf(next, inkingsOf(next.runs[1])[0])).toEqual(inkOf(shared, inkingsOf(shared.runs[1])[0]));
  expect(inkOf(next, inkingsOf(next.runs[0])[0]).solidLabD50[0]).toBeGreaterThan(
    inkOf(next, inkingsOf(next.runs[1])[0]).solidLabD50[0],
  );
});

test('extender goes into a recipe by its share of the whole', () => {
  const ink = {
    ...plan.inks[0],
    recipe: {
      parts: [
        { inkId: 'a', name: 'a', share: 0.9 },
        { inkId: 'x', name: 'extender', share: 0.1 },
      ],
    },
  };
  const more = extendedInk(plan, ink, 50, { id: 'x', name: 'extender' });
  expect(more.recipe!.parts).toEqual([
    { inkId: 'a', name: 'a', share: 0.45 },
    { inkId: 'x', name: 'extender', share: 0.55 },
  ]);
  expect(extendedInk(plan, ink, 0)).toBe(ink);
});

test('a row of one mix with ever more extender: each sheet gets its part, and grows paler', () => {
  const extender = { runId: straw.id, inkingId: inkingsOf(straw)[0].id, percents: [0, 20, 40, 60, 80] };
  const { bench, trials } = after([begun({ extender }), ...cuts]);
  expect(trials.map((trial) => layingFor(plan, straw, trial).inkings[0].extenderPercent)).toEqual(extender.percents);
  expect(layingFor(plan, rust, trials[3])).toEqual(plannedLaying(plan, rust));
  expect(wantedRuns(plan, trials[0].round, '1')).toEqual([straw]);
  const light = trials.map((trial) => {
    const laid = [{ runId: straw.id, laying: layingFor(plan, straw, trial) }];
    return looksOfTrial(plan, bench, { ...trial, laid }, sheet)!.looks[1][1][0];
  });
  expect(light).toEqual(light.toSorted((a, b) => a - b));
  expect(light[4] - light[0]).toBeGreaterThan(3);
});

test('sheets of a progressive set get one run more each; what is not cut waits', () => {
  const { trials, progress } = after([
    begun({ purpose: 'progressive set', counted: 6 }),
    cuts[0],
    cuts[1],
    pull('2', straw.id),
  ]);
  expect(trials.map(({ round, sheet }) => wantedRuns(plan, round, sheet).length)).toEqual([1, 2, 3, 1, 2, 3]);
  expect(nextRunOf(plan, progress, trials[0])?.id).toBe(straw.id);
  expect(nextRunOf(plan, progress, trials[1])?.id).toBe(rust.id);
  const done = after([begun(), cuts[0], pull('1', straw.id)]);
  expect(nextRunOf(plan, done.progress, done.trial('1'))).toBeUndefined();
});

test('what is varied is told by its kind', () => {
  const planned = plannedLaying(plan, straw);
  const varied = (laying: Laying) => {
    const { runId: _, otherInks, ...kinds } = variedOf(plan, { runId: straw.id, laying });
    expect(otherInks).toEqual([]);
    return Object.entries(kinds).flatMap(([kind, is]) => (is ? [kind] : []));
  };
  expect(varied(planned)).toEqual([]);
  expect(varied(with1(planned, { extenderPercent: 5 }))).toEqual(['ink']);
  expect(varied(with1(planned, { filmWeight: 2 }))).toEqual(['weight']);
  expect(varied({ ...planned, passes: 2, wet: true })).toEqual(['passes', 'wet']);
});
