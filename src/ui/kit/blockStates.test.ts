import { emptyPlan, type Plan } from '@/model';
import { plainSheet, withFlat, withRunOrder } from '@/derived';
import { BLOCK_WORDS } from './colours';
import { blockStyles, labelStatesOf } from './blockStates';

const statesOf = (plan: Plan) => labelStatesOf(plan, plainSheet(plan));

const colour = (id: string, lightness: number) => ({
  id,
  name: id,
  wantedLabD50: [lightness, 0, 5] as const,
  areaShare: 0.25,
  islandCount: 1,
});
const plan: Plan = withFlat(emptyPlan(), {
  labelsSha: 'e'.repeat(64),
  settings: { colourCount: 4, radiusMm: 0, minIslandMm2: 0 },
  barePaperId: 'paper',
  handChanges: 0,
  colours: [colour('night', 10), colour('paper', 95), colour('rust', 45), colour('straw', 80)],
});

test('without flat colours there is no block', () => {
  expect(statesOf(emptyPlan())).toEqual([]);
});

test('labels are places in the list of colours, whatever their tone', () => {
  expect(statesOf(plan)).toEqual([
    { standing: [0, 2, 3], cutNow: [1], clearedEarlier: [] },
    { standing: [0, 2], cutNow: [3], clearedEarlier: [1] },
    { standing: [0], cutNow: [2], clearedEarlier: [1, 3] },
  ]);
});

test('another order cuts other labels', () => {
  const states = statesOf(withRunOrder(plan, ['run-rust', 'run-straw', 'run-night']));
  expect(states.map((s) => s.cutNow)).toEqual([[1], [2], [3]]);
});

test('with every colour printed nothing is cut before the first run', () => {
  const all = withFlat(plan, { ...plan.flat!, barePaperId: null });
  expect(statesOf(all)[0].cutNow).toEqual([]);
});

test('only what is cut now is drawn as gouge strokes', () => {
  const styles = blockStyles(statesOf(plan)[1], 4);
  expect(styles[3]).toEqual({ fill: BLOCK_WORDS.cutFill, stroke: BLOCK_WORDS.cutStroke });
  expect(styles[2]).toEqual({ fill: BLOCK_WORDS.standing });
  expect(styles[0]).toEqual({ fill: BLOCK_WORDS.standing });
  expect(styles[1]).toEqual({ fill: BLOCK_WORDS.cleared });
  expect(styles.filter((s) => s.stroke !== undefined).length).toBe(1);
});
