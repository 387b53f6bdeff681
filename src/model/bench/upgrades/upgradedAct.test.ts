import { checkAct } from '../acts';
import { upgradedAct } from './upgradedAct';

test('marks of version 5 tell their role by themselves, in an edition whose prints are alike', () => {
  const marks = ['1/12', '12/12', 'A.P. 1/2', 'P.P.', 'B.A.T.', 'H.C. II', 'Prog. 3'].map((mark, i) => ({
    sheet: String(i + 1),
    mark,
  }));
  expect(upgradedAct({ kind: 'numbered', marks, reason: '' }, 5)).toEqual({
    ...{ kind: 'numbered', edition: 'identical', reason: '' },
    marks: marks.map((mark, i) => ({
      ...mark,
      role: ['numbered', 'numbered', 'A.P.', 'P.P.', 'B.A.T.', 'H.C.', 'progressive'][i],
    })),
  });
});

test('where a sheet was said to be in words alone, it lies in a drawer', () => {
  const act = upgradedAct({ kind: 'moved-to', sheet: '3', place: 'the lower one', note: '' }, 5);
  expect(act).toEqual({ kind: 'moved-to', sheet: '3', place: 'the lower one', note: '', where: 'drawer' });
  expect(checkAct(act).ok).toBe(true);
});

test('an act of this release stays the very same; what is damaged is handed on to the check', () => {
  const act = { kind: 'moved-to', sheet: '3', where: 'given', place: '', note: '' };
  expect(upgradedAct(act, 6)).toBe(act);
  for (const odd of [null, 'numbered', 7]) expect(upgradedAct(odd, 5)).toBe(odd);
  expect(upgradedAct({ kind: 'numbered', marks: 'none' }, 5)).toEqual({ kind: 'numbered', marks: 'none' });
  const damaged = upgradedAct({ kind: 'numbered', marks: [null, { sheet: '1' }], reason: '' }, 5);
  expect(checkAct(damaged).ok).toBe(false);
});

test('version 1: a stage that was cut is a cut, sheets that were started are a round', () => {
  expect(upgradedAct({ kind: 'stage-cut', stageId: 'c' }, 1)).toEqual({ kind: 'cut-done', cutId: 'c' });
  expect(upgradedAct({ kind: 'sheets-started', counted: 9, tests: 1 }, 1)).toMatchObject({
    ...{ kind: 'round-begun', roundId: 'edition', round: 'edition', counted: 9, tests: 1 },
  });
  expect(upgradedAct({ kind: 'sheets-added', counted: 2 }, 1)).toMatchObject({ roundId: 'edition' });
});
