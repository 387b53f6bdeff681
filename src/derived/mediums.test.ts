import { toldByServer } from '@/words/refusals';
import { emptyPlan, type Ink, type Plan } from '@/model';
import { FOUR_COLOURS, pictureOf, starterCabinet } from '@/testing/plans';
import {
  answerInk,
  applyEdit,
  cautionsOf,
  groundOfPlan,
  inkNeedOfRun,
  looksOfPlan,
  mixable,
  pigmentsOf,
  plainSheet,
  printedRuns,
} from './index';
import { takenUp } from '@/core/inks';
import { dryingHoursOf } from './dryingOf';
import { withFlat } from './runPlan';

const oil: Plan = withFlat({ ...emptyPlan(), picture: pictureOf(60, 45) }, FOUR_COLOURS);
const of = (mediumId: Ink['mediumId'], plan = oil): Plan => ({
  ...plan,
  inks: plan.inks.map((ink) => ({ ...ink, mediumId })),
});
const wet = (plan: Plan): Plan => ({ ...plan, way: { ...plan.way, under: 'wet' } });

test('ink and drying follow the medium', () => {
  const grams = (plan: Plan, sheets: number) => inkNeedOfRun(plan, plainSheet(plan), plan.runs[0], sheets).grams;
  const onSheets = (plan: Plan) => grams(plan, 40) - grams(plan, 20);
  expect(onSheets(of('pigment and paste')) / onSheets(oil)).toBeCloseTo(3 / 8, 6);
  // a brush leaves nothing on slab and roller: what is over is what the block keeps
  expect(grams(of('pigment and paste'), 0) / onSheets(of('pigment and paste'))).toBeCloseTo(1 / 20, 6);
  expect(grams(oil, 0) / onSheets(oil)).toBeGreaterThan(1 / 20);
  const hours = (plan: Plan) => plan.runs.map((_, run) => dryingHoursOf(plan, run));
  expect(hours(oil)).toEqual([60, 60 * 1.15, 60 * 1.15 ** 2]);
  expect(hours(of('water-based relief'))[0]).toBe(0.5);
  expect(hours(of('pigment and paste'))).toEqual([0, 0, 0]);
  const [first, ...rest] = oil.inks;
  const mixed = { ...oil, inks: [{ ...first, mediumId: 'water-washable oil' as const }, ...rest] };
  expect(hours(mixed)[0]).toBe(24);
});

test('films are reckoned as open ones only where the medium stays open', () => {
  expect(groundOfPlan(wet(oil)).trapping).toBeLessThan(1);
  expect(groundOfPlan(wet(of('pigment and paste'))).trapping).toBe(1);
  expect(groundOfPlan(of('lithographic oil')).trapping).toBe(1);
});

test('each film lies on the one below it as their two mediums do, not as the print as a whole', () => {
  // three half-covering films on one another, the middle one of another medium or not
  const thin = wet({ ...oil, inks: oil.inks.map((ink) => ({ ...ink, opacity: 0.3 })) });
  const middle = (mediumId: Ink['mediumId']): Plan => ({
    ...thin,
    inks: thin.inks.map((ink, i) => (i === 1 ? { ...ink, mediumId } : ink)),
  });
  const weights = (plan: Plan) => {
    const laid = printedRuns(plan).map((run) => run.inkings[0]);
    return laid.map((film, i) => takenUp(groundOfPlan(plan), film, laid.slice(0, i)));
  };
  expect(weights(thin)).toEqual([1, 0.735, 0.735]);
  // the paste sinks into nothing, and nothing sinks into it
  expect(weights(middle('pigment and paste'))).toEqual([1, 1, 1]);
  expect(weights(middle('water-washable oil'))).toEqual([1, 0.735, 0.735]);
  expect(weights({ ...middle('pigment and paste'), way: { ...thin.way, under: 'dry' } })).toEqual([1, 1, 1]);
  const deepest = (plan: Plan) => looksOfPlan(plan)!.looks.at(-1)!.at(-1)!;
  expect(deepest(middle('pigment and paste'))).not.toEqual(deepest(thin));
});

test('only oil films are warned of for their tack', () => {
  const rising = (plan: Plan) => ({
    ...plan,
    inks: plan.inks.map((ink, i) => ({ ...ink, softenerPercent: 6 - 2 * i })),
  });
  const kinds = (plan: Plan) => looksOfPlan(rising(plan))!.warnings.map((w) => w.kind);
  expect(kinds(oil)).toContain('tack rises');
  expect(kinds(of('water-based relief'))).not.toContain('tack rises');
});

test('a recipe is mixed from the cabinet’s inks of its own medium', () => {
  const [first, ...rest] = starterCabinet();
  const cabinet = [{ ...first, mediumId: 'water-based relief' as const }, ...rest];
  const pigments = pigmentsOf(cabinet);
  expect(mixable(pigments, 'water-based relief').map(({ id }) => id)).toEqual([first.id]);
  const parts = (plan: Plan) =>
    answerInk(plan, [], pigments, { run: 0, inking: 0 })?.answer.chosen.parts.map(({ id }) => id);
  expect(parts(of('water-based relief'))).toEqual([first.id]);
  expect(parts(oil)).not.toContain(first.id);
  expect(parts(of('pigment and paste'))).toBeUndefined();
});

test('the paper’s colour is what all looks begin from', () => {
  const grey = applyEdit(oil, { kind: 'paper-set', part: { name: 'grey', labD50: [70, 0, 0] } });
  if (!grey.ok) throw new Error(toldByServer(grey));
  const looks = (plan: Plan) => looksOfPlan(plan)!.looks.at(-1)!;
  expect(looks(grey.value)[0][0]).toBeCloseTo(70, 0);
  const thin = (plan: Plan) => ({ ...plan, inks: plan.inks.map((ink) => ({ ...ink, opacity: 0.05 })) });
  expect(looks(thin(grey.value))[1][0]).toBeLessThan(looks(thin(oil))[1][0]);
});

test('cautions are those of the inks in use: oil its solvents and rags, dry pigment its dust', () => {
  const ids = (plan: Plan, place: 'ink' | 'pull' | 'cut') => cautionsOf(plan, place).map(({ id }) => id);
  expect(ids(oil, 'ink')).toEqual(expect.arrayContaining(['solvents', 'rags', 'driers', 'kitchen']));
  expect(ids(of('water-based relief'), 'ink')).not.toEqual(expect.arrayContaining(['solvents']));
  expect(ids(of('water-based relief'), 'pull')).toEqual(expect.arrayContaining(['press', 'kitchen', 'drain']));
  expect(ids(of('pigment and paste'), 'ink')).toContain('sanding');
  expect(ids(of('pigment and paste'), 'ink')).not.toContain('rags');
  expect(ids(emptyPlan(), 'ink')).toEqual(ids(oil, 'ink'));
  expect(ids(of('water-based relief'), 'cut')).toEqual(ids(oil, 'cut'));
});
