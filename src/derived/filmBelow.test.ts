import {
  dryingLearnedFrom,
  filmBelowOf,
  lookedAt,
  plainSheet,
  progressOf,
  taughtByCause,
  type DryingLearned,
} from '@/derived';
import type { BenchAct, Dried, Plan } from '@/model';
import { planOfBands } from '@/testing/plans';
import { pullsOf, sitting } from '@/testing/sittings';

const plan: Plan = planOfBands();
const [first, second] = plan.runs;
const cutOf = (run: number): BenchAct => ({ kind: 'cut-done', cutId: plan.runs[run].formes[0].cutId! });
const printed = [
  cutOf(0),
  ...pullsOf(first.id, 1, 40),
  { kind: 'run-finished', runId: first.id } as BenchAct,
  cutOf(1),
];
const looked = (how: Dried['how'], hours: number, saidHours = 60): BenchAct => ({
  ...{ kind: 'dry-seen', runId: first.id, sheet: '', note: '' },
  dried: { mediumId: 'oil relief', saidHours, seenHours: hours, how },
});
const after = (of: Plan, learned: DryingLearned, ...acts: (BenchAct | number)[]) => {
  const { events, nowMs } = sitting(...acts);
  const progress = progressOf(of, events, learned);
  return { progress, nowMs, below: filmBelowOf(of, plainSheet(of), progress, 1, nowMs) };
};
const below = (...acts: (BenchAct | number)[]) => after(plan, [], ...printed, ...acts).below;

test('too early, then perhaps, then nothing is said any more', () => {
  expect(below(2)?.is).toBe('too early');
  expect(below(60)?.is).toBe('perhaps');
  expect(below(110)).toBeUndefined();
  const { fromMs, byMs } = below(2)!;
  // eight films in ten: within 1.28 of the spread of film and medium together
  expect(byMs! - fromMs!).toBeGreaterThan(40 * 3_600_000);
});

test('a film that was seen dry says nothing; one that is not yet says so, and goes on', () => {
  expect(below(40, looked('now', 40))).toBeUndefined();
  expect(below(40, looked('before', 40))).toBeUndefined();
  const wet = below(40, looked('not yet', 40));
  expect(wet).toMatchObject({ is: 'perhaps', stillWetAt: expect.stringMatching(/^2026/) });
});

test('printed all the same is kept, and told while the run goes on; without it pulls quiet the warning', () => {
  const overruled: BenchAct = { kind: 'overruled', runId: second.id, sheet: '1', what: 'too early', hours: 2 };
  const pulls = pullsOf(second.id, 1, 3);
  expect(below(2, overruled, ...pulls)).toMatchObject({ is: 'too early', overruled: { sheet: '1', hours: 2 } });
  expect(below(2, ...pulls)).toBeUndefined();
});

test('the first run lies on paper; films laid on open ones are told when the one below has closed', () => {
  const { progress, nowMs } = after(plan, [], cutOf(0));
  expect(filmBelowOf(plan, plainSheet(plan), progress, 0, nowMs)).toBeUndefined();
  const wet: Plan = { ...plan, way: { ...plan.way, under: 'wet', day: { ...plan.way.day, openMinutes: 300 } } };
  expect(after(wet, [], ...printed).below).toBeUndefined();
  expect(after(wet, [], ...printed, 4).below).toMatchObject({ is: 'too late' });
});

test('what is seen says how long it took, by the slowest film; causes that tell of the film below teach, too', () => {
  const { progress, nowMs } = after(plan, [], ...printed, 30);
  const dried = lookedAt(plan, progress, 0, nowMs, 'now')!;
  expect(dried).toMatchObject({ mediumId: 'oil relief', how: 'now' });
  expect(dried.saidHours).toBeCloseTo(60, 6);
  expect(dried.seenHours).toBeCloseTo(30 + 11 / 60, 1);
  expect(taughtByCause(plan, progress, 1, 'wetBelow', nowMs)?.how).toBe('not yet');
  expect(taughtByCause(plan, progress, 1, 'sealedFilm', nowMs)?.how).toBe('before');
  expect(taughtByCause(plan, progress, 1, 'dust', nowMs)).toBeUndefined();
  expect(taughtByCause(plan, progress, 0, 'wetBelow', nowMs)).toBeUndefined();
});

test('a workshop whose films dry quickly is told earlier days, for that medium alone', () => {
  const quick = (mediumId: Dried['mediumId']) =>
    dryingLearnedFrom(
      Array.from({ length: 12 }, () => ({ mediumId, saidHours: 60, seenHours: 20, how: 'now' as const })),
    );
  const dryH = (learned: DryingLearned) => {
    const { dryAt, tally } = after(plan, learned, ...printed).progress.runs[0];
    return (Date.parse(dryAt!) - Date.parse(tally.pulled.at(-1)!.at)) / 3_600_000;
  };
  expect(dryH([])).toBeCloseTo(60, 1);
  expect(dryH(quick('oil relief'))).toBeCloseTo(60 / 3 ** 0.75, 0);
  expect(dryH(quick('water-based relief'))).toBeCloseTo(60, 1);
});
