import type { Lab } from '@/core/colour';
import type { Gradation } from '@/core/picture';
import { checkPlan } from '@/model';
import { onOwnBlocks, planOfBands } from '@/testing/plans';
import { applyEdit } from './applyEdit';
import { fadeCandidates, fadeProposals, finishedBy, firstFade, inkingsOf, looksOfPlan, printedIds } from './index';

const reduction = planOfBands(),
  blocks = onOwnBlocks(reduction);
const NIGHT: Lab = [16, 4, -14],
  RUST: Lab = [48, 36, 38];
const sky: Gradation = {
  ...{ from: { u: 0.5, v: 0 }, to: { u: 0.5, v: 0.8 } },
  ...{ fromLabD50: NIGHT, toLabD50: RUST, flatDeltaE: 6, fadeDeltaE: 2 },
};

test('every pair of open runs is looked at with the colours it finishes', () => {
  for (const plan of [reduction, blocks]) {
    const looks = looksOfPlan(plan)!;
    expect(plan.runs.map((_, r) => finishedBy(looks, plan, r))).toEqual([[1], [2], [3]]);
    expect(fadeCandidates(plan, looks, 0).map(({ labels }) => labels)).toEqual([
      [1, 2],
      [1, 3],
      [2, 3],
    ]);
    expect(fadeCandidates(plan, looks, 1).map(({ labels }) => labels)).toEqual([[2, 3]]);
    expect(fadeCandidates(plan, looks, 3)).toEqual([]);
  }
});

test('a fade that is nearly as near as two flat areas is proposed, begun by the ink of its darker end; others are not', () => {
  for (const plan of [reduction, blocks]) {
    const candidates = fadeCandidates(plan, looksOfPlan(plan)!, 0);
    const far = { ...sky, fadeDeltaE: 7 },
      pale = { ...sky, toLabD50: [18, 4, -14] as Lab };
    expect(fadeProposals(plan, candidates, [far, pale, null])).toEqual([]);
    const found = fadeProposals(plan, candidates, [null, null, sky]);
    expect(found.map(({ edit }) => [edit.runId, edit.withRunId])).toEqual([['run-night', 'run-rust']]);
    expect(found[0].edit.fade).toMatchObject({
      fromMm: { xMm: 30, yMm: 0 },
      toMm: { xMm: 30, yMm: 36 },
      wanted: { fromLabD50: NIGHT, toLabD50: RUST },
    });
  }
});

test('taken, it prints both colours in one run that goes from one ink to the other', () => {
  for (const plan of [reduction, blocks]) {
    const [{ edit }] = fadeProposals(plan, fadeCandidates(plan, looksOfPlan(plan)!, 0), [null, null, sky]);
    const taken = applyEdit(plan, edit);
    if (!taken.ok) throw new Error(taken.code);
    expect(checkPlan(taken.value)).toMatchObject({ ok: true });
    expect(taken.value.runs.length).toBe(plan.runs.length - 1);
    const [inking] = inkingsOf(taken.value.runs[1]);
    expect(inking).toMatchObject({ inkId: 'ink-night', colourId: 'night', fade: { toInkId: 'ink-rust' } });
    expect(printedIds(taken.value, inking)).toEqual(expect.arrayContaining(['rust', 'night']));
  }
});

test('taken in a reduction it stays when the picture is changed by hand', () => {
  const [{ edit }] = fadeProposals(reduction, fadeCandidates(reduction, looksOfPlan(reduction)!, 0), [null, null, sky]);
  const taken = applyEdit(reduction, edit);
  if (!taken.ok) throw new Error(taken.code);
  const { flat } = taken.value;
  const changed = applyEdit(taken.value, {
    ...{ kind: 'shapes-changed', how: 'thicken' },
    flat: { ...flat!, labelsSha: 'b'.repeat(64), handChanges: 1 },
  });
  if (!changed.ok) throw new Error(changed.code);
  expect(changed.value.runs).toEqual(taken.value.runs);
});

test('runs that are gone, or lay several inks, do not become a fade', () => {
  const [{ edit }] = fadeProposals(blocks, fadeCandidates(blocks, looksOfPlan(blocks)!, 0), [null, null, sky]);
  expect(applyEdit(blocks, { ...edit, withRunId: 'gone' })).toMatchObject({ ok: false, code: 'edit-gone' });
  const both = applyEdit(blocks, { kind: 'runs-joined', runId: 'run-straw', withRunId: 'run-rust', inks: 'both' });
  if (!both.ok) throw new Error(both.code);
  expect(applyEdit(both.value, { ...edit, withRunId: 'run-straw' })).toMatchObject({
    ok: false,
    code: 'compose.fadesOneInk',
  });
});

test('the first fade runs down the print to nothing, by what the ink is laid by', () => {
  expect(firstFade(blocks, { laidBy: 'brush' })).toMatchObject({ by: 'brush', toInkId: null });
  expect(firstFade(blocks, { laidBy: 'roller' })).toMatchObject({ by: 'two ribbons', fromMm: { xMm: 30, yMm: 4.5 } });
});
