import { randomStream } from '@/core/random/random';
import type { Plan, PlanEdit } from '@/model';
import { planOfBands } from '@/testing/plans';
import { applyEdit } from './applyEdit';
import { patchBetween, withPatch } from './planPatch';

const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

/** An edit that most plans take, by chance. */
function editBy(random: () => number, plan: Plan, serial: number): PlanEdit {
  const one = <T>(of: readonly T[]) => of[Math.floor(random() * of.length)];
  const runId = one(plan.runs)?.id ?? 'gone';
  return one<PlanEdit>([
    { kind: 'sheets-set', part: { edition: 1 + Math.floor(random() * 90) } },
    { kind: 'run-repeated', runId, as: `again-${serial}` },
    { kind: 'run-removed', runId },
    { kind: 'runs-ordered', runIds: plan.runs.map(({ id }) => id).reverse() },
    { kind: 'finding-kept', key: `finding-${serial}` },
    { kind: 'bare-paper-set', colourId: random() < 0.5 ? null : 'straw' },
    { kind: 'rules-set', part: { direction: one(['free', 'light to dark', 'dark to light'] as const) } },
    { kind: 'tools-set', toolsMm: [1, 2, 3].slice(Math.floor(random() * 3)) },
  ]);
}

test('a patch makes the plan after of the plan before, whatever the edit; what it does not touch stays the same object', () => {
  const random = randomStream(11);
  let plan = plain(planOfBands()),
    wrong = 0,
    copied = 0,
    made = 0;
  for (let serial = 0; serial < 600; serial++) {
    if (serial % 40 === 0) plan = plain(planOfBands());
    const next = applyEdit(plan, editBy(random, plan, serial));
    if (!next.ok) continue;
    made++;
    const after = plain(next.value);
    const patched = withPatch(plan, plain(patchBetween(plan, after)));
    if (JSON.stringify(sorted(patched)) !== JSON.stringify(sorted(after))) wrong++;
    if (patched.inks !== plan.inks && JSON.stringify(plan.inks) === JSON.stringify(after.inks)) copied++;
    plan = after;
  }
  expect([wrong, copied]).toEqual([0, 0]);
  expect(made).toBeGreaterThan(300);
});

/** Keys in one order: a field that came back stands last. */
const sorted = (value: unknown): unknown =>
  Array.isArray(value)
    ? value.map(sorted)
    : typeof value === 'object' && value !== null
      ? Object.fromEntries(
          Object.entries(value)
            .sort(([a], [b]) => (a < b ? -1 : 1))
            .map(([key, inner]) => [key, sorted(inner)]),
        )
      : value;

test('a run added is all that is said of it; a field without a value is one that is gone', () => {
  const plan = planOfBands();
  const more = { ...plan, runs: [plan.runs[0], { ...plan.runs[0], id: 'more' }, ...plan.runs.slice(1)] };
  expect(patchBetween(plan, more)).toEqual([{ path: ['runs'], at: 1, drop: 0, value: [more.runs[1]] }]);
  const thin = { ...plan, flat: { ...plan.flat!, colours: plan.flat!.colours.map((c) => ({ ...c, thinnestMm: 1 })) } };
  const gone = {
    ...thin,
    flat: { ...thin.flat, colours: thin.flat.colours.map((c) => ({ ...c, thinnestMm: undefined })) },
  };
  expect(patchBetween(thin, gone)[0]).toEqual({ path: ['flat', 'colours', 0, 'thinnestMm'] });
  expect(plain(withPatch(thin, patchBetween(thin, gone)))).toEqual(plain(plan));
  expect(patchBetween(plan, plain(plan))).toEqual([]);
});

test('a patch for another plan is refused, not half made', () => {
  const plan = planOfBands();
  expect(() => withPatch(plan, [{ path: ['runs'], at: 9, drop: 3, value: [] }])).toThrow(/another plan/);
  expect(() => withPatch(plan, [{ path: ['runs', 77, 'impressions'], value: 2 }])).toThrow(/another plan/);
});
