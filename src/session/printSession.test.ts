import { toldByServer } from '@/words/refusals';
import { applyEdit, patchBetween } from '@/derived';
import {
  emptyPlan,
  failure,
  failureSaid,
  success,
  type BenchAct,
  type BenchEvent,
  type Outcome,
  type Plan,
  type PlanEdit,
  type PrintChanges,
  type PrintState,
} from '@/model';
import type { Item, ItemKeeper } from './items';
import { PrintSession } from './printSession';
import type { Ear, Transport } from './transport';

const state = (count: number, plan: Plan = emptyPlan(), events: readonly BenchEvent[] = []): PrintState => ({
  id: 'p',
  name: 'Test',
  now: { plan: count, log: events.length, workshop: 0 },
  savedAt: '',
  plan,
  events,
  undoLabel: null,
  redoLabel: null,
  otherRuns: [],
  cuttingPace: 1,
  brushMix: { pigment: 1, paste: 1, water: 1 },
  drying: [],
});
const edition = (n: number): PlanEdit => ({ kind: 'sheets-set', part: { edition: n } });
const tests = (n: number): PlanEdit => ({ kind: 'sheets-set', part: { testSheets: n } });
const room: BenchAct = { kind: 'room-read', temperatureC: 19, relativeHumidityPercent: 55 };
const after = (plan: Plan, edit: PlanEdit): Plan => {
  const next = applyEdit(plan, edit);
  if (!next.ok) throw new Error(toldByServer(next));
  return next.value;
};

/** What a server says after an edit or acts on what the asker had. */
function changes(
  from: PrintState,
  more: { edit?: PlanEdit; editId?: string; events?: readonly BenchEvent[] },
): PrintChanges {
  const plan = more.edit ? after(from.plan, more.edit) : from.plan;
  const count = from.now.plan + (more.edit ? 1 : 0),
    events = more.events ?? [];
  return {
    name: from.name,
    savedAt: 'later',
    undoLabel: null,
    redoLabel: null,
    since: from.now,
    now: { ...from.now, plan: count, log: from.now.log + events.length },
    plan: null,
    patches: more.edit ? [{ count, editId: more.editId ?? null, patch: patchBetween(from.plan, plan) }] : [],
    events,
    cuttingPace: null,
    brushMix: null,
    drying: null,
  };
}

type Answer = (item: Item, mine: PrintState) => Outcome<PrintChanges> | Promise<Outcome<PrintChanges>>;
const good: Answer = (item, mine) =>
  success(
    item.kind === 'edit' ? changes(mine, { edit: item.edit, editId: item.id }) : changes(mine, { events: item.events }),
  );
const away: Answer = () => failure('unreachable');

function bench(answers: Answer[] = [], left: readonly Item[] = [], keeping?: Partial<ItemKeeper>) {
  const sent: Item[] = [],
    refused: string[] = [],
    notKept: string[] = [],
    kept = [...left];
  let ear: Ear | undefined,
    serial = 0,
    wholes = 0;
  const transport: Transport = {
    send: async (item) => {
      sent.push(item);
      return (answers.shift() ?? good)(item, session.snapshot().state);
    },
    whole: async () => {
      wholes++;
      return success(state(9, after(emptyPlan(), edition(99))));
    },
    listen: (_, heard) => {
      ear = heard;
      return () => undefined;
    },
  };
  const keeper: ItemKeeper = {
    takeLeft: async () => left,
    add: async (item) => void kept.push(item),
    remove: async (id) =>
      void kept.splice(
        kept.findIndex((item) => item.id === id),
        1,
      ),
    ...keeping,
  };
  const session: PrintSession = new PrintSession(
    state(1),
    transport,
    keeper,
    {
      refused: (refusals) => refused.push(...refusals.map(({ why }) => toldByServer(why))),
      notKept: (item) => notKept.push(item.id),
      ended: () => undefined,
    },
    { newId: () => `id-${serial++}`, nowIso: () => '2026-11-26T09:00:00.000Z' },
  );
  session.start();
  return { session, sent, refused, notKept, kept, ear: () => ear!, wholes: () => wholes };
}
const settled = () => new Promise<void>((done) => setImmediate(done));

test('edits are shown at once, kept, and sent in order, each on what the one before made', async () => {
  const { session, sent, kept } = bench();
  const both = Promise.all([session.change(edition(7)), session.change(tests(4))]);
  expect(session.snapshot().plan.sheets).toMatchObject({ edition: 7, testSheets: 4 });
  expect((await both).every(({ ok }) => ok)).toBe(true);
  await settled();
  expect(sent.map((item) => item.kind === 'edit' && item.edit)).toEqual([edition(7), tests(4)]);
  expect(session.snapshot()).toMatchObject({ status: 'saved', state: { now: { plan: 3 } } });
  expect(kept).toEqual([]);
});

test('what was heard again stays the same object, so that nothing worked out from it is worked out anew', async () => {
  const { session } = bench();
  const { plan: before } = session.snapshot();
  const saving = session.change(edition(7));
  const { plan } = session.snapshot();
  expect(plan.inks).toBe(before.inks);
  await saving;
  expect(session.snapshot().plan).toBe(plan);
  const shown = session.snapshot();
  session.adopt(changes(shown.state, {}));
  expect(session.snapshot().plan).toBe(plan);
  expect(session.snapshot().events).toBe(shown.events);
});

test('without an answer nothing is dropped: it stays shown, is kept, and is sent again', async () => {
  const { session, sent, kept } = bench([away, away]);
  expect([(await session.change(edition(7))).ok, session.snapshot().status]).toEqual([false, 'failed']);
  await session.change(tests(4));
  expect(session.snapshot().plan.sheets).toMatchObject({ edition: 7, testSheets: 4 });
  expect(kept.length).toBe(2);
  session.retry();
  await settled();
  expect(sent.at(-1)).toMatchObject({ edit: tests(4) });
  expect([session.snapshot().status, session.isSettled, kept.length]).toEqual(['saved', true, 0]);
});

test('acts wait with edits in one order, and are counted as waiting only while the server is away', async () => {
  const { session, sent } = bench([away, away]);
  expect(await session.log(room)).toEqual({ ok: true, value: 'kept' });
  expect(session.snapshot()).toMatchObject({ waitingActs: 1, status: 'saved', events: [{ act: room }] });
  await session.change(edition(7));
  session.retry();
  await settled();
  expect(sent.slice(-2).map(({ kind }) => kind)).toEqual(['acts', 'edit']);
  expect(session.snapshot()).toMatchObject({ waitingActs: 0, events: [{ act: room }], state: { now: { log: 1 } } });
  expect(await session.log(room)).toEqual({ ok: true, value: 'counted' });
});

test('a refused edit is told and taken back; those after it go on', async () => {
  const { session, refused } = bench([() => failureSaid('closed', 'Run 1 is closed.')]);
  const [first, second] = await Promise.all([session.change(edition(7)), session.change(tests(4))]);
  expect([first.ok, second.ok]).toEqual([false, true]);
  await settled();
  expect(refused).toEqual(['Run 1 is closed.']);
  expect(session.snapshot().plan.sheets).toMatchObject({ edition: emptyPlan().sheets.edition, testSheets: 4 });
});

test('a refused act is told to whoever did it; one refused late is told by the session', async () => {
  const refusal: Answer = () => failureSaid('bench', 'This was pulled already.');
  const { session, refused } = bench([refusal, away, refusal]);
  expect(await session.log(room)).toMatchObject({ ok: false, said: 'This was pulled already.' });
  expect(await session.log(room)).toMatchObject({ value: 'kept' });
  expect(refused).toEqual([]);
  session.retry();
  await settled();
  expect(refused).toEqual(['This was pulled already.']);
  expect(session.snapshot().events).toEqual([]);
});

test('an edit that changes nothing is not sent; one that cannot be made here is refused here', async () => {
  const { session, sent, refused } = bench();
  expect((await session.change(edition(emptyPlan().sheets.edition))).ok).toBe(true);
  expect((await session.change({ kind: 'run-removed', runId: 'gone' })).ok).toBe(false);
  await settled();
  expect([sent, refused.length]).toEqual([[], 1]);
});

test('what others do is heard while an edit is on its way, and the edit is shown on top of it', async () => {
  let answer: (value: Outcome<PrintChanges>) => void = () => undefined;
  const { session, ear } = bench([() => new Promise((done) => (answer = done))]);
  const saving = session.change(tests(4));
  await settled();
  const { state: mine } = session.snapshot();
  ear().heard(changes(mine, { edit: edition(9), editId: 'theirs' }));
  expect(session.snapshot().plan.sheets).toMatchObject({ edition: 9, testSheets: 4 });
  const theirs = session.snapshot().state;
  answer(success({ ...changes(theirs, { edit: tests(4), editId: 'id-0' }), since: mine.now }));
  expect((await saving).ok).toBe(true);
  expect(session.snapshot()).toMatchObject({
    plan: { sheets: { edition: 9, testSheets: 4 } },
    state: { now: { plan: 3 } },
  });
});

test('an edit heard of as made needs no answer of its own', async () => {
  const { session, ear, kept } = bench([away]);
  await session.change(edition(7));
  ear().heard(changes(session.snapshot().state, { edit: edition(7), editId: 'id-0' }));
  await settled();
  expect([session.isSettled, kept, session.snapshot().status]).toEqual([true, [], 'saved']);
});

test('where something in between was not heard the whole print is fetched, once', async () => {
  const { session, ear, wholes } = bench();
  const far = state(5, after(emptyPlan(), tests(3)));
  ear().heard(changes(far, { edit: edition(7) }));
  ear().heard(changes(far, { edit: edition(7) }));
  await settled();
  expect([wholes(), session.known.plan, session.snapshot().plan.sheets.edition]).toEqual([1, 9, 99]);
});

test('what an earlier page left is sent first, and by its id, whatever has become of the plan', async () => {
  const left: Item[] = [{ kind: 'edit', id: 'left-1', edit: { kind: 'run-removed', runId: 'gone' } }];
  const known: Answer = (item, mine) => (item.id === 'left-1' ? success(changes(mine, {})) : good(item, mine));
  const { session, sent } = bench([known, known], left);
  void session.change(edition(7));
  await settled();
  await settled();
  expect(sent.map(({ id }) => id).sort()).toEqual(['id-0', 'left-1']);
});

test('undo waits for edits on their way, and says so when they cannot be sent', async () => {
  const { session } = bench([away, away]);
  await session.change(edition(7));
  const undone = jest.fn(async () => success(changes(session.snapshot().state, {})));
  expect(await session.onServer(undone)).toMatchObject({ ok: false, code: 'unreachable' });
  expect(undone).not.toHaveBeenCalled();
  expect((await session.onServer(undone)).ok).toBe(true);
  expect(undone).toHaveBeenCalledTimes(1);
});

test('an undo on a plan that was changed elsewhere fetches what it is now', async () => {
  const { session, wholes } = bench();
  expect(await session.onServer(async () => failure('stale'))).toMatchObject({
    code: expect.stringMatching(/^stale\b/),
  });
  await settled();
  expect(wholes()).toBe(1);
});

test('a change that takes work is made in its order, on what was asked for before it', async () => {
  const { session, sent } = bench();
  let worked: () => void = () => undefined;
  const slow = session.changeAfter(async (plan) => {
    await new Promise<void>((done) => (worked = done));
    return success(edition(plan.sheets.testSheets + 30));
  });
  await settled();
  void session.change(tests(4));
  worked();
  await slow;
  await settled();
  expect(sent.map((item) => item.kind === 'edit' && item.edit)).toEqual([tests(4), edition(32)]);
  expect(await session.changeAfter(async () => failure('stopped'))).toMatchObject({ code: 'stopped' });
  expect(session.snapshot().status).toBe('saved');
});

test('what the browser cannot keep is told, and sent all the same', async () => {
  const full = { add: () => Promise.reject(new DOMException('full', 'QuotaExceededError')) };
  const { session, notKept, sent } = bench([], [], full);
  expect((await session.change(edition(7))).ok).toBe(true);
  expect([notKept, sent.length]).toEqual([['id-0'], 1]);
});

test('a line that opens again sends what waits', async () => {
  const { session, ear, sent } = bench([away]);
  await session.log(room);
  ear().line(false);
  expect(session.snapshot().hears).toBe(false);
  ear().line(true);
  await settled();
  expect([session.snapshot().hears, sent.length, session.isSettled]).toEqual([true, 2, true]);
});
