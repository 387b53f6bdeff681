import { type BenchAct, type BenchEvent, emptyPlan, type Plan } from '@/model';
import { progressOf, withFlat } from './index';
import { nextActOf } from './nextAct';
import { pictureOf } from '@/testing/plans';

const SHA = 'd'.repeat(64);
const picture: Plan['picture'] = pictureOf(50, 50);
const colour = (id: string, lightness: number) => ({
  id,
  name: id,
  wantedLabD50: [lightness, 0, 5] as const,
  areaShare: 0.33,
  islandCount: 1,
});
const planned: Plan = withFlat(
  { ...emptyPlan(), picture },
  {
    labelsSha: SHA,
    settings: { colourCount: 3, radiusMm: 0, minIslandMm2: 0 },
    barePaperId: 'paper',
    handChanges: 0,
    colours: [colour('paper', 95), colour('straw', 80), colour('night', 15)],
  },
);

let serial = 0;
const event = (act: BenchAct): BenchEvent => ({ id: `event-${++serial}`, at: '2026-11-20T10:00:00.000Z', act });
const pull = (runId: string, sheet: string) =>
  event({ kind: 'pull', runId, sheet, faults: [], setAside: false, note: '' });
const next = (plan: Plan, ...events: BenchEvent[]) => nextActOf(plan, progressOf(plan, events));

const started = event({ kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 2, tests: 0 });
const firstCut = event({ kind: 'cut-done', cutId: 'stage-1' });
const secondCut = event({ kind: 'cut-done', cutId: 'stage-2' });
const runOne = [started, firstCut, pull('run-straw', '1'), pull('run-straw', '2')];
const runTwo = [...runOne, secondCut, pull('run-night', '1'), pull('run-night', '2')];

test('an empty print wants a picture', () => {
  expect(next(emptyPlan())).toMatchObject({ view: 'picture', act: 'bring-in' });
});

test('a picture wants to be flattened', () => {
  expect(next({ ...emptyPlan(), picture })).toMatchObject({ view: 'picture', act: 'flatten' });
});

test('a plan wants to be looked over before the first cut', () => {
  expect(next(planned)).toMatchObject({ view: 'runs', act: 'cut-first', values: { onward: 'true' } });
});

test('a cut block wants to be printed', () => {
  expect(next(planned, firstCut)).toMatchObject({
    view: 'pull',
    act: 'print',
    values: { run: 1, inks: 'straw' },
    colour: 'press',
  });
});

test('a run under way is gone on with, and says how far it is', () => {
  expect(next(planned, started, firstCut, pull('run-straw', '1'))).toMatchObject({
    view: 'pull',
    act: 'print-on',
    values: { run: 1, inks: 'straw', pulled: 1, of: 2 },
  });
});

test('a finished run wants the next cut, in madder', () => {
  expect(next(planned, ...runOne)).toMatchObject({
    view: 'cut',
    act: 'cut',
    values: { run: 2, inks: 'night' },
    colour: 'madder',
  });
});

test('when all runs are printed the edition is numbered, once', () => {
  expect(next(planned, ...runTwo)).toMatchObject({ view: 'numbering', act: 'number' });
  const numbered = event({
    kind: 'numbered',
    edition: 'identical',
    marks: [
      { sheet: '1', role: 'numbered', mark: '1/2' },
      { sheet: '2', role: 'numbered', mark: '2/2' },
    ],
    reason: '',
  });
  expect(next(planned, ...runTwo, numbered)).toMatchObject({ act: 'numbered', values: { sheets: 2 } });
});
