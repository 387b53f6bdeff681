import { toldByServer } from '@/words/refusals';
import {
  emptyPlan,
  STARTER_WORKSHOP,
  type ItemKind,
  type ItemOf,
  type Plan,
  type PlanEdit,
  type WorkshopItem,
} from '@/model';
import { applyEdit, firstGateOf, frozenAsOf, usedOf, withUsesOfNow } from './index';

/** The first thing of a kind in the starter set, with what is given put in its place. */
function thing<Kind extends ItemKind>(kind: Kind, part: Partial<ItemOf<Kind>> = {}): ItemOf<Kind> {
  const found = STARTER_WORKSHOP.find((one) => one.kind === kind)!;
  return { ...found, id: `${kind}-1`, ...part } as unknown as ItemOf<Kind>;
}
const using = (of: ItemKind, ...items: WorkshopItem[]): PlanEdit => ({ kind: 'workshop-used', of, items });
function after(plan: Plan, ...edits: PlanEdit[]): Plan {
  return edits.reduce((before, edit) => {
    const made = applyEdit(before, edit);
    if (!made.ok) throw new Error(toldByServer(made));
    return made.value;
  }, plan);
}
const cream = thing('paper', { name: 'cream', labD50: [92, 0.8, 10], thicknessMm: 0.36 });

test('what is chosen takes the place of what was typed, kind by kind', () => {
  const plan = after(
    emptyPlan(),
    using('paper', cream),
    using('roller', thing('roller', { diameterMm: 75, soft: true })),
    using('cutting tool', thing('cutting tool', { id: 'c2', widthMm: 3 }), thing('cutting tool', { widthMm: 0.5 })),
    using('press', thing('press', { gapMm: 31 })),
    using('shim', thing('shim', { name: 'foil', thicknessMm: 0.04 })),
  );
  expect(plan).toMatchObject({
    paper: { name: 'cream', labD50: [92, 0.8, 10] },
    roller: { diameterMm: 75, soft: true, depthMm: emptyPlan().roller.depthMm },
    toolsMm: [0.5, 3],
    register: { heights: { paperMm: 0.36, pressGapMm: 31 }, stock: [{ name: 'foil', thicknessMm: 0.04 }] },
  });
  expect(plan.uses.length).toBe(6);
});

test('several hands print as the least sure of them does', () => {
  const plan = after(
    emptyPlan(),
    using('hand', thing('hand', { experience: 'workshop' }), thing('hand', { id: 'guest', experience: 'new' })),
  );
  expect(plan.sheets.experience).toBe('new');
  expect(plan.register.hand).toBe('new to it');
});

test('one paper, one roller, one press: two at once are refused and nothing changes', () => {
  expect(applyEdit(emptyPlan(), using('paper', cream, { ...cream, id: 'other' }))).toMatchObject({ code: 'uses-one' });
});

test('a value typed by hand lets go of what it came from, and of nothing else', () => {
  const chosen = after(emptyPlan(), using('paper', cream), using('roller', thing('roller')));
  const typed = after(chosen, { kind: 'paper-set', part: { labD50: [90, 0, 8] } });
  expect(usedOf(typed, 'paper')).toEqual([]);
  expect(usedOf(typed, 'roller')).toHaveLength(1);
  expect(usedOf(after(chosen, { kind: 'roller-set', part: { depthMm: 2 } }), 'roller')).toHaveLength(1);
  expect(usedOf(after(chosen, using('paper')), 'paper')).toEqual([]);
});

test('before the first gate a print follows the workshop; from it on it keeps what it was made with', () => {
  const plan = after(emptyPlan(), using('paper', cream), using('rack', thing('rack')));
  const workshop = new Map<string, WorkshopItem>([[cream.id, { ...cream, labD50: [89, 1, 12] }]]);
  const now = withUsesOfNow(plan, workshop);
  expect(now.paper.labD50).toEqual([89, 1, 12]);
  expect(usedOf(now, 'rack')).toEqual([thing('rack')]);
  expect(withUsesOfNow(now, workshop)).toBe(now);
  const gate = firstGateOf([
    {
      id: 'a',
      at: '2026-05-01T08:00:00.000Z',
      act: { kind: 'room-read', temperatureC: 20, relativeHumidityPercent: 50 },
    },
    { id: 'b', at: '2026-05-02T08:00:00.000Z', act: { kind: 'cut-done', cutId: 'c' } },
  ]);
  const frozen = frozenAsOf(plan, gate);
  expect(frozen.frozenAt).toBe('2026-05-02T08:00:00.000Z');
  expect(withUsesOfNow(frozen, workshop)).toBe(frozen);
  expect(frozenAsOf(frozen, '2026-06-01T00:00:00.000Z')).toBe(frozen);
  expect(firstGateOf([])).toBeNull();
});
