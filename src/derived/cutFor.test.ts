import { materialById } from '@/core/cutting';
import { onOwnBlocks, planOfBands } from '@/testing/plans';
import type { Plan } from '@/model';
import { cutForOf } from './cutFor';

const plan = planOfBands();
const count = plan.flat!.colours.length;

test('a reduction from light to dark is said as that, whether its paper stays bare or not', () => {
  expect(cutForOf(plan, 1, count).stages).toBeNull();
});

test('blocks of their own are cut for one colour each', () => {
  const { stages } = cutForOf(onOwnBlocks(plan), 1, count);
  expect(stages!.map(({ standing }) => standing.length)).toEqual(plan.runs.map(() => 1));
  for (const { standing, cutNow } of stages!) {
    expect(cutNow).toHaveLength(count - 1);
    expect(cutNow).not.toContain(standing[0]);
  }
});

test('of another number of colours, or of none yet, nothing is known of the order', () => {
  expect(cutForOf(onOwnBlocks(plan), 1, count + 1).stages).toBeNull();
  expect(cutForOf({ ...plan, flat: null, runs: [] }, 1, count).stages).toBeNull();
});

test('of several blocks the one that holds least, and the narrowest tool, set the limits', () => {
  const [block] = plan.blocks;
  const two: Plan = {
    ...plan,
    toolsMm: [0.7, 2],
    blocks: [block, { ...block, id: 'ply', materialId: 'plywood' as const, grainDeg: 90 }],
  };
  expect(cutForOf(two, 1.4, count)).toMatchObject({
    ...{ material: materialById('plywood'), grainDeg: 90, toolMm: 0.7, pace: 1.4 },
  });
});
