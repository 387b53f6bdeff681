import { startBelief } from '@/core/sheets';
import { needsOfPrint, plainSheet, progressOf, shoppingList } from '@/derived';
import { STARTER_WORKSHOP, type BenchAct, type ItemOf, type Plan, type WorkshopItem } from '@/model';
import { planOfBands } from '@/testing/plans';
import { pullsOf, sitting } from '@/testing/sittings';

const bare = planOfBands();
const paper = {
  ...(STARTER_WORKSHOP.find(({ kind }) => kind === 'paper') as Omit<ItemOf<'paper'>, 'id'>),
  ...{ id: 'paper-1', name: bare.paper.name },
} as ItemOf<'paper'> & WorkshopItem;
const plan: Plan = {
  ...bare,
  uses: [paper],
  inks: bare.inks.map((ink, i) => ({
    ...ink,
    recipe:
      i === 0
        ? {
            parts: [
              { inkId: 'tin-1', name: 'white', share: 0.75 },
              { inkId: 'tin-2', name: 'yellow', share: 0.25 },
            ],
            deltaE: 1,
            readLabD50: null,
            mixedAt: '',
          }
        : null,
  })) as Plan['inks'],
};
const needs = (of: Plan, ...acts: BenchAct[]) =>
  needsOfPrint(
    of,
    plainSheet(of),
    progressOf(of, acts.length > 0 ? sitting(...acts).events : []),
    startBelief('practised'),
  );
const amount = (all: ReturnType<typeof needs>, name: string) =>
  all.filter((need) => need.name === name).reduce((sum, need) => sum + need.amount, 0);
const cut: BenchAct = { kind: 'cut-done', cutId: plan.runs[0].formes[0].cutId! };

test('paper in parents, ink by what it is mixed from, boards that are not begun', () => {
  const all = needs(plan);
  expect(all.find(({ what }) => what === 'paper')).toMatchObject({ id: 'paper-1', amount: expect.any(Number) });
  expect(amount(all, 'white') / amount(all, 'yellow')).toBeCloseTo(3, 6);
  expect(all.filter(({ what }) => what === 'board')).toHaveLength(1);
  // an ink without a recipe is told by its own name
  expect(all.some(({ what, id }) => what === 'ink' && id === null)).toBe(true);
});

test('what is done wants nothing any more: parted paper, a board that is cut, runs that are printed', () => {
  const parted: BenchAct = { kind: 'parents-parted', paperId: 'paper-1', name: paper.name, parents: 40, pieces: 400 };
  expect(needs(plan, parted).some(({ what }) => what === 'paper')).toBe(false);
  expect(needs(plan, cut).some(({ what }) => what === 'board')).toBe(false);
  const printed = needs(plan, cut, ...pullsOf(plan.runs[0].id, 1, 40), {
    kind: 'run-finished',
    runId: plan.runs[0].id,
  });
  expect(amount(printed, 'white')).toBe(0);
  const half = needs(plan, cut, ...pullsOf(plan.runs[0].id, 1, 20));
  expect(amount(half, 'white')).toBeLessThan(amount(needs(plan, cut), 'white'));
});

test('tabs for pins, film for an outline sheet, neither for stops', () => {
  const by = (registration: Plan['way']['registration']) =>
    needs({ ...plan, way: { ...plan.way, registration } }).map(({ what }) => what);
  expect(by('pins and tabs')).toContain('tabs');
  expect(by('outline sheet')).toContain('film');
  expect(by('corner stops')).not.toContain('tabs');
});

test('two prints are one line; the stock is looked at once, and what is missing comes first', () => {
  const all = needs(plan);
  const one = shoppingList([{ print: 'One', needs: all }], [{ ...paper, stockSheets: 1000 }], []),
    two = shoppingList(
      [
        { print: 'One', needs: all },
        { print: 'Two', needs: all },
      ],
      [{ ...paper, stockSheets: 1000 }],
      [],
    );
  const row = (of: typeof one, name: string) => of.find((line) => line.name === name)!;
  expect(row(two, 'white').amount).toBeCloseTo(2 * row(one, 'white').amount, 9);
  expect(row(two, 'white').prints).toEqual(['One', 'Two']);
  expect(row(one, paper.name)).toMatchObject({ missing: 0, stock: 1000 });
  expect(two.map(({ missing }) => missing > 0)).toEqual(
    [...two.map(({ missing }) => missing > 0)].sort((a, b) => Number(b) - Number(a)),
  );
  const inks = [{ id: 'tin-1', name: 'white', stockG: 1e6 }] as never;
  expect(row(shoppingList([{ print: 'One', needs: all }], [], inks), 'white').missing).toBe(0);
});

test('shims for what nothing was printed from yet, by the thicknesses of the print; what the workshop has is cut from', () => {
  const shims = (...acts: BenchAct[]) => needs(plan, ...acts).filter(({ what }) => what === 'shims');
  expect(shims().map(({ name, amount: pieces }) => [name, pieces])).toEqual(
    plan.register.stock.map(({ name }) => [name, 3]),
  );
  expect(shims(cut, ...pullsOf(plan.runs[0].id, 1, 1))).toEqual([]);
  const punched: Plan = { ...plan, way: { ...plan.way, registration: 'outline sheet' } };
  expect(needs(punched).some(({ what }) => what === 'shims')).toBe(false);
  const [{ name, thicknessMm }] = plan.register.stock;
  const has = { ...{ version: 1, kind: 'shim', id: 's', note: '' }, name, thicknessMm } as WorkshopItem;
  const rows = shoppingList([{ print: 'One', needs: shims() }], [has], []);
  expect(rows.find((row) => row.name === name)).toMatchObject({ amount: 3, stock: null, missing: 0 });
  expect(rows.filter((row) => row.name !== name).every(({ missing }) => missing === 3)).toBe(true);
});
