import type { BenchAct, BenchEvent, Plan } from '@/model';
import { onOwnBlocks, planOfBands } from '@/testing/plans';
import { boardsNow, inkingsOf, progressOf } from './index';

const START = Date.parse('2026-11-20T08:00:00Z'),
  HOUR = 3_600_000;
const oil = onOwnBlocks(planOfBands());
const wood = (plan: Plan): Plan => ({
  ...plan,
  inks: plan.inks.map((ink) => ({ ...ink, mediumId: 'pigment and paste' })),
  blocks: plan.blocks.map((block) => ({ ...block, materialId: 'cherry' })),
});
/** Runs 1 and `second` (from 0) from the two sides of one board. */
function bothSides(second: number): Plan {
  const plan = wood(oil),
    moved = plan.blocks[second];
  return {
    ...plan,
    blocks: plan.blocks
      .filter((block) => block !== moved)
      .map((block, b) => (b === 0 ? { ...block, sides: [...block.sides, ...moved.sides] } : block)),
  };
}
const pull = (plan: Plan, run: number): BenchAct => ({
  ...{ kind: 'pull', runId: plan.runs[run].id, sheet: '1', faults: [], setAside: false, note: '' },
});
const measured = (acrossMm: number, blockId = oil.blocks[0].id): BenchAct => ({
  ...{ kind: 'board-measured', blockId, acrossMm, downMm: 200 },
});
function at(plan: Plan, run: number, ...acts: (readonly [hour: number, act: BenchAct])[]) {
  const begun: BenchAct = {
    ...{ kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 1, tests: 0 },
  };
  const events = [[0, begun] as const, ...acts].map(([hour, act], i): BenchEvent => ({
    id: `e${i}`,
    at: new Date(START + hour * HOUR).toISOString(),
    act,
  }));
  return boardsNow(plan, progressOf(plan, events), run);
}
const codes = (boards: ReturnType<typeof at>) => boards.map(({ advice }) => advice.map(({ code }) => code));

test('only wood that is brushed on damp paper has water to look after', () => {
  expect(at(wood(oil), 0).map(({ prints }) => prints)).toEqual(['now', 'next']);
  expect(at({ ...wood(oil), inks: oil.inks }, 0)).toEqual([]);
  expect(at({ ...wood(oil), blocks: oil.blocks }, 0)).toEqual([]);
  expect(at(wood(oil), 9)).toEqual([]);
  // a next run that is rolled asks for no water
  const [first, ...rest] = wood(oil).inks;
  const rolledNext = {
    ...wood(oil),
    inks: [first, ...rest.map((ink) => ({ ...ink, mediumId: 'oil relief' as const }))],
  };
  expect(at(rolledNext, 0).map(({ prints }) => prints)).toEqual(['now']);
  // after the last run nothing waits
  expect(at(wood(oil), oil.runs.length - 1).map(({ prints }) => prints)).toEqual(['now']);
  expect(inkingsOf(oil.runs[0])).toHaveLength(1);
});

test('the board of the next run is to be wetted meanwhile, until it is wet or in the water', () => {
  const plan = wood(oil),
    blockId = plan.blocks[1].id;
  expect(codes(at(plan, 0))).toEqual([[], ['board.wetNow']]);
  expect(codes(at(plan, 0, [1, { kind: 'board-rests', blockId, how: 'wetted' }]))).toEqual([[], []]);
  expect(codes(at(plan, 0, [1, { kind: 'board-rests', blockId, how: 'in the water' }]))).toEqual([[], []]);
  const dried = at(
    plan,
    0,
    [1, { kind: 'board-rests', blockId, how: 'wetted' }],
    [2, { kind: 'board-rests', blockId, how: 'on edge' }],
  );
  expect(codes(dried)).toEqual([[], ['board.wetNow']]);
  expect(dried[1].rests).toMatchObject({ how: 'on edge' });
});

test('both sides of a board: turned over where they follow each other, rested in the water where they do not', () => {
  expect(at(bothSides(1), 0)[0].advice).toEqual([expect.objectContaining({ code: 'board.turnOver' })]);
  expect(at(bothSides(2), 0)[0].advice).toEqual([
    expect.objectContaining({ code: 'board.restUntil', values: { run: 3 } }),
  ]);
  // the second side finds the first one printed: nothing is asked where nobody measured
  const plan = bothSides(2);
  const printed = [
    [1, { kind: 'cut-done', cutId: plan.blocks[0].sides[0].cuts[0].id }],
    [2, pull(plan, 0)],
  ] as const;
  expect(codes(at(plan, 2, ...printed))[0]).toEqual([]);
  expect(codes(at(plan, 2, [0.5, measured(300)], ...printed))[0]).toEqual(['board.measureAgain']);
  expect(codes(at(plan, 2, [0.5, measured(300)], ...printed, [4, measured(300.1)]))[0]).toEqual([]);
  const off = at(plan, 2, [0.5, measured(300)], ...printed, [4, measured(299.4)])[0];
  expect(off.advice.map(({ code }) => code)).toEqual(['board.otherSize', 'board.shrunken']);
  expect(off.advice[0].values).toMatchObject({ down: 0 });
  expect(off.advice[0].values!.across).toBeCloseTo(-0.2, 9);
});

test('growth is told from what was measured first; a board that is larger is not called shrunken', () => {
  const plan = wood(oil);
  expect(at(plan, 0, [1, measured(300)])[0].grown).toBeUndefined();
  const grown = at(plan, 0, [1, measured(300)], [2, measured(303)], [3, measured(301.5)])[0];
  expect(grown.grown!.acrossPercent).toBeCloseTo(0.5, 9);
  expect(grown.grown!.downPercent).toBe(0);
  expect(grown.advice).toEqual([]);
});
