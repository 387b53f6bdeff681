import { toldByServer } from '@/words/refusals';
import fc from 'fast-check';
import {
  type BenchAct,
  type BenchEvent,
  checkAct,
  checkName,
  checkPlan,
  decodeLabelMap,
  emptyPlan,
  encodeLabelMap,
  type FlatPlan,
  type Plan,
} from '@/model';
import { inkingsOf, looksOfPlan, progressOf, cutsOfRun, cutsOf, withFlat, withRunOrder } from './index';
import { withInkings } from './lookups';
import { pictureOf } from '@/testing/plans';

const SHA = 'a'.repeat(64);
const colour = (id: string, lightness: number, areaShare = 0.25) => ({
  id,
  name: id,
  wantedLabD50: [lightness, 5, 10] as const,
  areaShare,
  islandCount: 3,
});
const flat: FlatPlan = {
  labelsSha: SHA,
  settings: { colourCount: 4, radiusMm: 0.3, minIslandMm2: 1 },
  colours: [colour('c1', 94), colour('c2', 75), colour('c3', 50), colour('c4', 20)],
  barePaperId: 'c1',
  handChanges: 0,
};
const picture: Plan['picture'] = pictureOf(100, 80);
const runIds = (...colours: string[]) => colours.map((id) => `run-${id}`);
const planned = (): Plan => withFlat({ ...emptyPlan(), picture }, flat);
let serial = 0;
const event = (act: BenchAct): BenchEvent => ({ id: `event-${++serial}`, at: '2026-11-20T10:00:00.000Z', act });

test('an empty plan and a planned one are plans', () => {
  expect(checkPlan(emptyPlan())).toMatchObject({ ok: true });
  expect(checkPlan(planned())).toMatchObject({ ok: true });
  expect(checkPlan(JSON.parse(JSON.stringify(planned())))).toEqual({ ok: true, value: planned() });
});

test.each<[string, (plan: Plan) => unknown, RegExp]>([
  [
    'an edition of 0',
    (p) => ({ ...p, sheets: { ...p.sheets, edition: 0 } }),
    /0 is too little for the edition; it may be 1 to 500/,
  ],
  [
    'an edition of 100 000',
    (p) => ({ ...p, sheets: { ...p.sheets, edition: 100_000 } }),
    /100000 is too much for the edition/,
  ],
  ['half a sheet', (p) => ({ ...p, sheets: { ...p.sheets, testSheets: 1.5 } }), /not a whole number/],
  [
    'eleven colours',
    (p) => ({ ...p, flat: { ...flat, settings: { ...flat.settings, colourCount: 11 } } }),
    /11 is too much for the number of colours/,
  ],
  [
    'a size of −3',
    (p) => ({ ...p, picture: { ...picture, widthMm: -3 } }),
    /−3 mm is too little for the printed width/,
  ],
  [
    'a run without its colour',
    (p) => ({ ...p, runs: [withInkings(p.runs[0], (inking) => ({ ...inking, colourId: 'gone' }))] }),
    /prints a colour that is not there/,
  ],
  ['a run without its stage', (p) => ({ ...p, blocks: emptyPlan().blocks }), /names a cut that is not there/],
  ['nothing', () => null, /./],
])('%s is refused in words', (_name, spoil, words) => {
  const got = checkPlan(spoil(planned()));
  expect(got.ok).toBe(false);
  expect(got.ok ? '' : toldByServer(got)).toMatch(words);
});

test('new flat colours run light to dark; stages nest; the bare paper is not printed', () => {
  const plan = planned();
  expect(plan.runs.map((r) => inkingsOf(r)[0].colourId)).toEqual(['c2', 'c3', 'c4']);
  expect(cutsOf(plan).map((s) => s.standingIds)).toEqual([['c2', 'c3', 'c4'], ['c3', 'c4'], ['c4']]);
  expect(withFlat(plan, { ...flat, barePaperId: null }).runs.map((r) => inkingsOf(r)[0].colourId)).toEqual([
    'c1',
    'c2',
    'c3',
    'c4',
  ]);
  expect(withFlat(plan, null).runs).toEqual([]);
});

test('in any order, each run keeps its ink and id and its stage stands for it and all later ones', () => {
  fc.assert(
    fc.property(fc.shuffledSubarray(['c2', 'c3', 'c4'], { minLength: 3 }), (order) => {
      const plan = withRunOrder(planned(), runIds(...order));
      expect(checkPlan(plan).ok).toBe(true);
      plan.runs.forEach((run, i) => {
        expect(inkingsOf(run)[0].inkId).toBe(`ink-${order[i]}`);
        expect(run.id).toBe(`run-${order[i]}`);
        expect(cutsOfRun(plan, run)[0].standingIds).toEqual(order.slice(i));
      });
    }),
  );
});

test('changing a wish changes the ink that follows it, not an ink set apart', () => {
  const plan = planned();
  const apart: Plan = {
    ...plan,
    inks: plan.inks.map((ink) => (ink.id === 'ink-c2' ? { ...ink, opacity: 'half' } : ink)),
  };
  const changed = withFlat(apart, {
    ...flat,
    colours: flat.colours.map((c) => (c.id === 'c2' ? { ...c, wantedLabD50: [70, 20, 30] } : c)),
  });
  expect(changed.inks.find((i) => i.id === 'ink-c2')).toMatchObject({ solidLabD50: [70, 20, 30], opacity: 'half' });
  expect(changed.inks.find((i) => i.id === 'ink-c3')).toEqual(plan.inks.find((i) => i.id === 'ink-c3'));
});

test('looks: bare paper stays, every film shows on its colours, light over dark is told', () => {
  const plan = planned();
  const looks = looksOfPlan(plan)!;
  expect(looks.looks.length).toBe(4);
  expect(looks.stacks.map((stack) => stack.map((e) => e.run))).toEqual([[], [0], [0, 1], [0, 1, 2]]);
  expect(looks.warnings).toEqual([]);
  expect(looks.agreement.worst).toBeLessThan(4);
  const wrong = withRunOrder(
    { ...plan, inks: plan.inks.map((i) => ({ ...i, opacity: 'transparent' as const })) },
    runIds('c4', 'c3', 'c2'),
  );
  expect(looksOfPlan(wrong)!.warnings.map((w) => w.kind)).toEqual(
    expect.arrayContaining(['stains through', 'tack rises']),
  );
});

describe('what is closed', () => {
  const start = [
    event({ kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 3, tests: 1 }),
    event({ kind: 'cut-done', cutId: 'stage-1' }),
  ];
  const pull = (runId: string, sheet: string) =>
    event({ kind: 'pull', runId, sheet, faults: [], setAside: false, note: '' });
  const runOne = [...start, pull('run-c2', 'T1'), pull('run-c2', '1'), pull('run-c2', '2'), pull('run-c2', '3')];

  test('phases follow the log', () => {
    const plan = planned();
    expect(progressOf(plan, []).runs.map((r) => r.phase)).toEqual(['planned', 'planned', 'planned']);
    expect(progressOf(plan, start)).toMatchObject({ cutsDone: 1, closedRuns: 0, currentRun: 0 });
    expect(progressOf(plan, runOne.slice(0, 4)).runs[0]).toMatchObject({ phase: 'printing', sheetsInRun: 3 });
    const done = progressOf(plan, runOne);
    expect(done.runs[0].phase).toBe('done');
    expect(done.runs[0].dryAt).toBe('2026-11-22T22:00:00.000Z');
    expect(done).toMatchObject({ closedRuns: 1, currentRun: 1 });
    expect(progressOf(plan, [...runOne, event({ kind: 'cut-done', cutId: 'stage-2' })])).toMatchObject({
      cutsDone: 2,
      closedRuns: 1,
    });
  });
});

test.each<[unknown, boolean]>([
  [{ kind: 'pull', runId: 'r', sheet: 'T2', faults: ['ghost', 'weak'], setAside: false, note: '' }, true],
  [{ kind: 'pull', runId: 'r', sheet: '2', faults: ['bored'], setAside: false, note: '' }, false],
  [{ kind: 'pull', runId: 'r', sheet: '0', faults: [], setAside: false, note: '' }, false],
  [{ kind: 'cut-done', cutId: 's' }, true],
  [{ kind: 'constructor' }, false],
  [{ kind: 'numbered', marks: [{ sheet: '1', mark: '1/2' }], reason: '' }, true],
  [null, false],
])('act %j: %s', (act, ok) => expect(checkAct(act).ok).toBe(ok));

test('names', () => {
  expect(checkName('  Harbour  ')).toEqual({ ok: true, value: 'Harbour' });
  expect(checkName('')).toMatchObject({ code: 'name-missing' });
  expect(checkName('x'.repeat(121))).toMatchObject({ code: 'name-long' });
  expect(checkName('two\nlines')).toMatchObject({ code: 'name-characters' });
});

test('label maps read back, and anything else is refused', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 40 }), fc.integer({ min: 1, max: 40 }), (width, height) => {
      const map = { width, height, labels: Uint8Array.from({ length: width * height }, (_, i) => i % 7) };
      expect(decodeLabelMap(encodeLabelMap(map))).toEqual({ ok: true, value: map });
    }),
  );
  const bytes = encodeLabelMap({ width: 3, height: 3, labels: new Uint8Array(9) });
  // from a Node buffer, too, a slice of the labels is a copy: what is laid on it must not change the picture
  const read = decodeLabelMap(Buffer.from(bytes));
  if (!read.ok) throw new Error(read.code);
  read.value.labels.slice().fill(9);
  expect(read.value.labels).not.toContain(9);
  expect(decodeLabelMap(bytes.subarray(0, 20)).ok).toBe(false);
  expect(decodeLabelMap(new Uint8Array(5)).ok).toBe(false);
  bytes[4] = 2;
  expect(decodeLabelMap(bytes).ok).toBe(false);
});

const PLACE = { islands: [3], outlinesMm: [[0, 0, 2, 0, 2, 2]] };
test.each<[string, object, RegExp]>([
  ['a slip without a place', { kind: 'slip', slipId: 's', cutId: 'stage-1', note: '' }, /place/],
  [
    'a slip on half an island',
    { kind: 'slip', slipId: 's', cutId: 'stage-1', place: { ...PLACE, islands: [1.5] }, note: '' },
    /not a whole number/,
  ],
  [
    'a slip off the world',
    { kind: 'slip', slipId: 's', cutId: 'stage-1', place: { ...PLACE, outlinesMm: [[0, 1e9, 1, 1]] }, note: '' },
    /4,000/,
  ],
  ['an answer nobody gives', { kind: 'slip-answered', slipId: 's', answer: 'weep' }, /answer/],
  [
    'a rehearsal of 140 of 100',
    { kind: 'rehearsed', level: 'bare', score: 140, parts: 3, tooEarly: 0, tooLate: 0, never: 0 },
    /140 is too much for the score/,
  ],
  [
    'a rehearsal on a level of its own',
    { kind: 'rehearsed', level: 'blindfold', score: 14, parts: 3, tooEarly: 0, tooLate: 0, never: 0 },
    /level/,
  ],
  ['a cut in minus five minutes', { kind: 'cut-done', cutId: 'stage-1', minutes: -5 }, /cannot take less than no time/],
])('%s cannot be logged', (_name, act, words) => {
  const got = checkAct(act);
  expect(got.ok ? '' : toldByServer(got)).toMatch(words);
});

test('slips, answers, rehearsals and timed cuts can be logged', () => {
  for (const act of [
    { kind: 'slip', slipId: 's', cutId: 'stage-1', place: PLACE, note: 'ran on' },
    { kind: 'slip-answered', slipId: 's', answer: 'spot run' },
    { kind: 'rehearsed', level: 'with hints', score: 88, parts: 9, tooEarly: 0, tooLate: 1, never: 0 },
    { kind: 'cut-done', cutId: 'stage-1', minutes: 95, saidHours: 1.5 },
  ])
    expect(checkAct(act)).toEqual({ ok: true, value: act });
});
