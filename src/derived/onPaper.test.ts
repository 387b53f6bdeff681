import { emptyPlan, type BenchEvent } from '@/model';
import { onPaperOf, replayLog } from './index';

const begun = (roundId: string, paper: { name: string; labD50: [number, number, number] } | null): BenchEvent => ({
  id: `begin-${roundId}`,
  at: '2026-11-26T10:00:00.000Z',
  act: {
    kind: 'round-begun',
    roundId,
    round: roundId === 'edition' ? 'edition' : 'proof',
    paper,
    counted: 4,
    tests: 0,
  },
});
const newsprint = { name: 'newsprint', labD50: [82, 1, 8] as [number, number, number] };

test('predictions are for the paper of the round that is asked for', () => {
  const plan = emptyPlan();
  const bench = replayLog([begun('edition', null), begun('proofs-1', newsprint)]);
  expect(onPaperOf(plan, bench)).toBe(plan);
  expect(onPaperOf(plan, bench, 'proofs-1').paper).toEqual(newsprint);
  expect(onPaperOf(plan, bench, 'proofs-2')).toBe(plan);
  expect(onPaperOf(plan, replayLog([begun('edition', newsprint)])).paper).toEqual(newsprint);
});
