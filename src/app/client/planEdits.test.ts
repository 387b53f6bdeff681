import { applyEdit } from '@/derived';
import { emptyPlan, failure, success, type Outcome, type Plan, type PlanEdit, type PrintState } from '@/model';
import { PlanEdits, type DraftKeeper, type KeptDraft } from './planEdits';

const state = (revision: number, plan: Plan = emptyPlan()): PrintState => ({
  id: 'p',
  name: 'Test',
  revision,
  savedAt: '',
  plan,
  events: [],
  undoLabel: null,
  redoLabel: null,
  otherRuns: [],
  cuttingPace: 1,
});
const edition = (n: number): PlanEdit => ({ kind: 'sheets-set', part: { edition: n } });
const tests = (n: number): PlanEdit => ({ kind: 'sheets-set', part: { testSheets: n } });
const after = (plan: Plan, edit: PlanEdit): Plan => {
  const next = applyEdit(plan, edit);
  if (!next.ok) throw new Error(next.message);
  return next.value;
};

function bench(answers: ((base: number, plan: Plan) => Outcome<PrintState>)[], kept?: KeptDraft) {
  const saved: { base: number; plan: Plan; edit: PlanEdit }[] = [];
  const said: string[] = [];
  const draft: { now: KeptDraft | undefined } = { now: kept };
  const keeper: DraftKeeper = { takeLeft: async () => draft.now, write: (d) => (draft.now = d) };
  const edits: PlanEdits = new PlanEdits(
    state(1),
    async (base, edit) => {
      const plan = after(edits.state.plan, edit);
      saved.push({ base, plan, edit });
      return (answers.shift() ?? ((b, p) => success(state(b + 1, p))))(base, plan);
    },
    keeper,
    () => undefined,
    (message) => said.push(message),
  );
  return { edits, saved, said, draft };
}
const away = () => failure('unreachable', 'no answer');
const stale = () => failure('stale', 'changed elsewhere');

test('edits are shown at once and saved in order, each from the state the one before left', async () => {
  const { edits, saved, draft } = bench([]);
  const both = Promise.all([edits.change(edition(7)), edits.change(tests(4))]);
  expect(edits.plan.sheets).toMatchObject({ edition: 7, testSheets: 4 });
  expect(draft.now).toMatchObject({ revision: 1, edits: [edition(7), tests(4)] });
  expect((await both).every((a) => a.ok)).toBe(true);
  expect(saved.map((s) => [s.base, s.edit, s.plan.sheets.edition, s.plan.sheets.testSheets])).toEqual([
    [1, edition(7), 7, 2],
    [2, tests(4), 7, 4],
  ]);
  expect(edits.status).toBe('saved');
  expect(draft.now).toBeUndefined();
});

test('what the server says again stays the same object, so that nothing worked out from it is worked out anew', async () => {
  const echo = (base: number, plan: Plan) => success(structuredClone(state(base + 1, plan)));
  const { edits } = bench([echo, echo]);
  const before = edits.plan;
  const saving = edits.change(edition(7));
  const shown = edits.plan;
  expect(shown).not.toBe(before);
  expect(shown.inks).toBe(before.inks);
  await saving;
  expect(edits.state.revision).toBe(2);
  expect(edits.plan).toBe(shown);
  const events = edits.state.events;
  edits.adopt(structuredClone({ ...edits.state, revision: 3 }));
  expect(edits.plan).toBe(shown);
  expect(edits.state.events).toBe(events);
  const pulled = { id: 'pull-1', at: '', act: { kind: 'rehearsed' } } as unknown as PrintState['events'][number];
  edits.adopt({ ...structuredClone(edits.state), events: [pulled] });
  expect(edits.state.events).toEqual([pulled]);
  expect(edits.plan).toBe(shown);
});

test('two quick edits on a state changed elsewhere are offered together', async () => {
  const { edits } = bench([stale]);
  const both = await Promise.all([edits.change(edition(7)), edits.change(tests(4))]);
  expect(both.map((a) => a.ok)).toEqual([false, false]);
  expect(edits.stale).toEqual({ edits: [edition(7), tests(4)] });
});

test('without an answer nothing is dropped: it stays shown, is kept in the browser, and is sent again', async () => {
  const { edits, saved, draft } = bench([away, away]);
  const first = await edits.change(edition(7));
  const second = await edits.change(tests(4));
  expect([first.ok, second.ok, edits.status]).toEqual([false, false, 'failed']);
  expect(edits.plan.sheets).toMatchObject({ edition: 7, testSheets: 4 });
  expect(draft.now?.edits).toEqual([edition(7), tests(4)]);
  edits.retry();
  await edits.inOrder(async () => undefined);
  expect(saved.at(-1)!.plan.sheets).toMatchObject({ edition: 7, testSheets: 4 });
  expect([edits.status, edits.hasUnsaved, draft.now]).toEqual(['saved', false, undefined]);
});

test('a refused edit is told and taken back; those after it go on', async () => {
  const { edits, said } = bench([() => failure('closed', 'Run 1 is closed.')]);
  const [refused, taken] = await Promise.all([edits.change(edition(7)), edits.change(tests(4))]);
  expect([refused.ok, taken.ok]).toEqual([false, true]);
  expect(said).toEqual(['Run 1 is closed.']);
  expect(edits.plan.sheets).toMatchObject({ edition: 20, testSheets: 4 });
});

test('an edit that changes nothing is not sent', async () => {
  const { edits, saved } = bench([]);
  expect((await edits.change(edition(emptyPlan().sheets.edition))).ok).toBe(true);
  expect(saved).toEqual([]);
});

test('undo waits for unsaved edits, and says so when they cannot be saved', async () => {
  const { edits } = bench([away, away]);
  await edits.change(edition(7));
  const undone = jest.fn(async () => success(undefined));
  expect(await edits.afterSaving(undone)).toMatchObject({ ok: false, code: 'unreachable' });
  expect(undone).not.toHaveBeenCalled();
  expect((await edits.afterSaving(undone)).ok).toBe(true);
  expect(undone).toHaveBeenCalledTimes(1);
});

test('unsaved edits are applied to a newer state that comes in', async () => {
  const { edits, saved } = bench([away]);
  await edits.change(tests(4));
  edits.adopt(state(5, after(emptyPlan(), edition(9))));
  expect(edits.plan.sheets).toMatchObject({ edition: 9, testSheets: 4 });
  edits.retry();
  await edits.inOrder(async () => undefined);
  expect(saved.at(-1)).toMatchObject({ base: 5, plan: { sheets: { edition: 9, testSheets: 4 } } });
});

test('what an earlier page left unsaved is sent when nothing changed since, and offered otherwise', async () => {
  const kept = [edition(7), tests(4)];
  const same = bench([], { revision: 1, edits: kept });
  await same.edits.takeUpKept();
  expect(same.saved.map((s) => s.edit)).toEqual(kept);
  const other = bench([], { revision: 0, edits: kept });
  await other.edits.takeUpKept();
  expect(other.edits.stale).toEqual({ edits: kept });
  expect(other.saved).toEqual([]);
});

test('what is done here before a draft left behind is found is neither lost nor overwritten', async () => {
  const { edits, saved } = bench([], { revision: 1, edits: [edition(7)] });
  const found = edits.takeUpKept();
  void edits.change(tests(4));
  await found;
  expect(edits.stale).toEqual({ edits: [edition(7), tests(4)] });
  expect(saved.every(({ plan }) => plan.sheets.edition !== 7)).toBe(true);
});

test('an edit for what is gone is told when its turn comes, and those after it go on', async () => {
  const { edits, said, saved } = bench([]);
  const [lost, taken] = await Promise.all([
    edits.change({ kind: 'mask-set', maskId: 'gone', part: { note: 'x' } }),
    edits.change(tests(4)),
  ]);
  expect([lost.ok, taken.ok]).toEqual([false, true]);
  expect(said[0]).toMatch(/mask .* not in the plan any more/);
  expect(saved.map((s) => s.edit)).toEqual([tests(4)]);
});
