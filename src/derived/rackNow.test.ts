import { progressOf, rackNowOf } from '@/derived';
import { STARTER_WORKSHOP, type BenchAct, type DaysOfPrint, type Plan, type WorkshopItem } from '@/model';
import { planOfBands } from '@/testing/plans';
import { MINUTE, pullsOf, sitting } from '@/testing/sittings';

const bare = planOfBands();
const rack = { ...STARTER_WORKSHOP.find(({ kind }) => kind === 'rack'), id: 'rack', places: 40 } as WorkshopItem;
const plan: Plan = { ...bare, uses: [rack] };
const [first] = plan.runs;
const cut: BenchAct = { kind: 'cut-done', cutId: first.formes[0].cutId! };
const { events, nowMs } = sitting(cut, ...pullsOf(first.id, 1, 10));
const lies = (rackId: string, sheets: number, untilMin = nowMs / MINUTE + 60): Pick<DaysOfPrint, 'onRack'> => ({
  onRack: { rackId, sheets, fromMin: 0, untilMin },
});

test('what other prints have there is taken; all sheets of the run want a place, those that lie there too', () => {
  const progress = progressOf(plan, events),
    all = progress.runs[0].tally.waiting.length + 10;
  expect(rackNowOf(plan, progress, 0, [], nowMs)).toMatchObject({
    places: 40,
    taken: 0,
    free: 40,
    sheets: all,
    without: Math.max(0, all - 40),
  });
  const now = rackNowOf(plan, progress, 0, [lies('rack', 25), lies('elsewhere', 9), { onRack: null }], nowMs)!;
  expect(now).toMatchObject({ taken: 25, free: 15, without: all - 15 });
  // what is dry by now is gone
  expect(rackNowOf(plan, progress, 0, [lies('rack', 25, nowMs / MINUTE - 1)], nowMs)!.taken).toBe(0);
  expect(rackNowOf(plan, progress, 0, [lies('rack', 60)], nowMs)).toMatchObject({ free: 0, without: all });
});

test('a print without a rack, and a run that is none, have nothing to be told', () => {
  expect(rackNowOf(bare, progressOf(bare, events), 0, [lies('rack', 3)], nowMs)).toBeUndefined();
  expect(rackNowOf(plan, progressOf(plan, events), 99, [], nowMs)).toBeUndefined();
});
