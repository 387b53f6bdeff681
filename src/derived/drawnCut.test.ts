import { onOwnBlocks, planOfBands } from '@/testing/plans';
import { told } from '@/testing/told';
import { becomeWhenCut, looksOfPlan, nextCutOf, sideOfCut, stillStanding } from './index';

const reduction = planOfBands(),
  side = reduction.blocks[0].sides[0];
const [first, second, third] = side.cuts;
const passed = (...ids: string[]) => ids.map((cutId) => ({ cutId }));
const LABELS = { paper: 0, straw: 1, rust: 2, night: 3 };

test('the next cut of a side is the first that is not passed; what stands is what the last one left', () => {
  expect(nextCutOf(side, [])).toBe(first);
  expect(nextCutOf(side, passed(first.id, second.id))).toBe(third);
  expect(nextCutOf(side, passed(first.id, second.id, third.id))).toBeUndefined();
  expect(stillStanding(reduction, side, [])).toEqual(['paper', 'straw', 'rust', 'night']);
  expect(stillStanding(reduction, side, passed(first.id))).toEqual(['straw', 'rust', 'night']);
  expect(stillStanding(reduction, side, passed(first.id, second.id))).toEqual(['rust', 'night']);
});

test('in a reduction what is cut away becomes the colour that is on the paper by then', () => {
  expect(becomeWhenCut(reduction, first, [1, 2, 3])).toEqual({ ok: true, value: [0, 0, 0, 0] });
  expect(becomeWhenCut(reduction, second, [2, 3])).toEqual({ ok: true, value: [0, 1, 1, 1] });
  expect(becomeWhenCut(reduction, third, [3])).toEqual({ ok: true, value: [0, 1, 2, 2] });
  // a colour that no longer stands loses nothing
  expect(becomeWhenCut(reduction, third, [1, 3])).toEqual({ ok: true, value: [0, 1, 2, 2] });
});

test('whatever becomes another looks, after the runs before the cut, just as it did', () => {
  const { looks } = looksOfPlan(reduction)!;
  side.cuts.forEach((cut, before) => {
    const become = becomeWhenCut(reduction, cut, [LABELS.night]);
    if (!become.ok) throw new Error(become.code);
    expect(looks[before][become.value[LABELS.night]]).toEqual(looks[before][LABELS.night]);
  });
});

test('where no colour has just those films, or nothing stands, it is refused in words', () => {
  const blocks = onOwnBlocks(reduction);
  const key = blocks.blocks[2].sides[0].cuts[0];
  const over = {
    ...blocks,
    blocks: blocks.blocks.map((block, b) =>
      b === 0
        ? {
            ...block,
            sides: block.sides.map((one) => ({
              ...one,
              cuts: one.cuts.map((cut) => ({ ...cut, standingIds: ['straw', 'night'] })),
            })),
          }
        : block,
    ),
    flat: { ...blocks.flat!, colours: blocks.flat!.colours.filter(({ id }) => id !== 'straw') },
  };
  expect(told(becomeWhenCut(over, key, [2]))).toMatchObject({
    ok: false,
    message: expect.stringMatching(/night would become a colour/),
  });
  expect(becomeWhenCut(blocks, key, [LABELS.night])).toEqual({ ok: true, value: [0, 1, 2, 0] });
  expect(told(becomeWhenCut(reduction, third, [LABELS.straw]))).toMatchObject({
    ok: false,
    message: expect.stringMatching(/nothing to cut/),
  });
  expect(sideOfCut(blocks, key.id)!.cuts).toEqual([key]);
});
