import { withPatch } from '@/derived';
import {
  readCounters,
  countersText,
  type BenchAct,
  type Counters,
  type Plan,
  type PlanEdit,
  type PrintState,
} from '@/model';
import { openStore, planAt, printById, putBlob, type Store } from '@/store';
import { planOfBands, SHA } from '@/testing/plans';
import { expectOk, stateAfter } from '@/testing/prints';
import {
  createPrint,
  editPrint,
  logActs,
  printState,
  redo,
  savePlan,
  undo,
  workshop,
  saveItem,
  shelfPage,
  deletePrint,
} from '.';
import { changesSince } from './changes';
import { changesStream } from './stream';

const NOW = '2026-11-26T10:00:00.000Z',
  MS = Date.parse(NOW);
let db: Store, id: string;
beforeEach(() => {
  db = openStore(':memory:');
  const sha = putBlob(db, Buffer.from('no picture, only its place'), 'image/png', NOW);
  const plan = JSON.parse(JSON.stringify(planOfBands()).replaceAll(SHA, sha)) as Plan;
  id = expectOk(createPrint(db, 'Bands', NOW, plan));
});
afterEach(() => db.close());

const state = (): PrintState => expectOk(printState(db, id));
const edited = (edit: PlanEdit, editId?: string) => expectOk(editPrint(db, id, edit, NOW, editId));
const since = (known: Counters) => expectOk(changesSince(db, id, known));
let serial = 0;
const log = (...acts: BenchAct[]) =>
  logActs(
    db,
    id,
    acts.map((act) => ({ id: `changes-${String(++serial).padStart(4, '0')}`, at: NOW, act })),
    MS,
  );
const edition = (n: number): PlanEdit => ({ kind: 'sheets-set', part: { edition: n } });
const pull = (runId: string, sheet: string): BenchAct => ({
  kind: 'pull',
  runId,
  sheet,
  faults: [],
  setAside: false,
  note: '',
});

/** The first run cut and one of its sheets pulled. */
function pulled(): void {
  const { plan } = state();
  expectOk(
    log(
      { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 5, tests: 0 },
      { kind: 'cut-done', cutId: plan.runs[0].formes[0].cutId! },
      pull(plan.runs[0].id, '1'),
    ),
  );
}

test('a device gets what is new: patches of the plan, entries of the log, and nothing twice', () => {
  const before = state();
  edited(edition(9), 'edit-0001');
  edited({ kind: 'finding-kept', key: 'thin' });
  expectOk(log({ kind: 'room-read', temperatureC: 19, relativeHumidityPercent: 55 }));
  const news = since(before.now);
  expect(news.patches.map(({ editId }) => editId)).toEqual(['edit-0001', null]);
  expect(news.events.map(({ act }) => act.kind)).toEqual(['room-read']);
  expect(news.plan).toBeNull();
  const patched = news.patches.reduce((plan, { patch }) => withPatch(plan, patch), before.plan);
  expect(patched).toEqual(state().plan);
  expect(since(state().now)).toMatchObject({ patches: [], events: [], plan: null });
});

test('an edit that arrives again is made once; one that changes nothing counts nothing', () => {
  edited({ kind: 'run-repeated', runId: state().plan.runs[0].id, as: 'again' }, 'edit-0002');
  const { now, plan } = state();
  edited({ kind: 'run-repeated', runId: plan.runs[0].id, as: 'again' }, 'edit-0002');
  edited(edition(plan.sheets.edition), 'edit-0003');
  expect(state()).toMatchObject({ now, plan });
  expect(editPrint(db, id, edition(4), NOW, 'x')).toMatchObject({ ok: false, code: expect.stringMatching(/^edit\b/) });
});

test('an edit made on an older plan is made on the newest; only what cannot be made on that is refused', () => {
  const before = state();
  edited({ kind: 'run-removed', runId: before.plan.runs[2].id });
  edited(edition(12));
  expect(state().plan.sheets.edition).toBe(12);
  expect(editPrint(db, id, { kind: 'run-removed', runId: before.plan.runs[2].id }, NOW)).toMatchObject({
    ok: false,
    code: 'edit-gone',
  });
});

test('undo and redo of later runs go on while sheets are pulled; they stop at the plan as the asker knows it', () => {
  const inkId = state().plan.inks[2].id;
  const later: PlanEdit = { kind: 'ink-set', inkId, part: { name: 'deep night' } };
  pulled();
  edited(later);
  const known = state().now;
  expectOk(log(pull(state().plan.runs[0].id, '2')));
  expect(state()).toMatchObject({ undoLabel: 'ink-set/name', now: { plan: known.plan, log: known.log + 1 } });
  expect(stateAfter(db, id, undo(db, id, known.plan, NOW)).plan.inks[2].name).not.toBe('deep night');
  expectOk(log(pull(state().plan.runs[0].id, '3')));
  expect(stateAfter(db, id, redo(db, id, state().now.plan, NOW)).plan.inks[2].name).toBe('deep night');
  edited(edition(3));
  expect(undo(db, id, known.plan, NOW)).toMatchObject({ ok: false, code: expect.stringMatching(/^stale\b/) });
});

test('a step back that would change what lies on sheets is refused', () => {
  const { inks } = state().plan;
  expectOk(log({ kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 5, tests: 0 }));
  expectOk(log({ kind: 'cut-done', cutId: state().plan.runs[0].formes[0].cutId! }));
  edited({ kind: 'ink-set', inkId: inks[0].id, part: { solidLabD50: [70, 5, 50] } });
  expectOk(log(pull(state().plan.runs[0].id, '1')));
  expect(undo(db, id, state().now.plan, NOW)).toMatchObject({ ok: false, code: expect.stringMatching(/^closed\b/) });
});

test('the first gate writes what the print uses into the plan as it is then, and is no step to take back', () => {
  const [paper] = workshop(db, NOW).filter(({ item }) => item.kind === 'paper');
  edited({ kind: 'workshop-used', of: 'paper', items: [paper.item] });
  expectOk(saveItem(db, paper.item.id, paper.revision, { ...paper.item, labD50: [80, 1, 9] }, NOW));
  const before = state().now;
  pulled();
  expect(state()).toMatchObject({ plan: { frozenAt: NOW, paper: { labD50: [80, 1, 9] } }, undoLabel: null });
  expect(planAt(db, id, printById(db, id)!.plan_seq)).toMatchObject({
    plan: { frozenAt: NOW },
    label: 'workshop-used',
  });
  expect(since(before).patches.map(({ patch }) => patch)).toEqual([[{ path: ['frozenAt'], value: NOW }]]);
});

test('a device that follows the workshop gets the whole plan when that changed, another only what it missed', () => {
  const [paper] = workshop(db, NOW).filter(({ item }) => item.kind === 'paper');
  const plain = state().now;
  expectOk(saveItem(db, paper.item.id, paper.revision, { ...paper.item, stockSheets: 3 }, NOW));
  expect(since(plain).plan).toBeNull();
  edited({ kind: 'workshop-used', of: 'paper', items: [paper.item] });
  const following = state().now;
  expectOk(saveItem(db, paper.item.id, 2, { ...paper.item, labD50: [80, 1, 9] }, NOW));
  expect(since(following).plan?.paper.labD50).toEqual([80, 1, 9]);
});

test('a device that is ahead of the file, or away for very long, gets all of it', () => {
  const first = state().now;
  for (let n = 0; n < 230; n++) edited(edition(10 + (n % 2)));
  expect(since(first)).toMatchObject({ patches: [], plan: { sheets: { edition: 11 } } });
  expect(since({ ...state().now, plan: state().now.plan - 150 }).patches.length).toBe(150);
  const ahead = since({ plan: 9999, log: 40, workshop: 0 });
  expect(ahead).toMatchObject({ since: { plan: 0, log: 0 }, plan: { sheets: { edition: 11 } } });
});

test('counters stand in addresses as they were written; anything else is refused', () => {
  expect(expectOk(readCounters(countersText({ plan: 12, log: 340, workshop: 7 })))).toEqual({
    plan: 12,
    log: 340,
    workshop: 7,
  });
  for (const odd of ['', '1.2', '1.2.x', '-1.2.3', '1.2.3.4', `${'9'.repeat(20)}.1.1`])
    expect(readCounters(odd).ok).toBe(false);
});

test('a refused act leaves nothing of its whole batch, and the card follows what is logged', () => {
  const { runs } = state().plan;
  expect(log({ kind: 'cut-done', cutId: runs[0].formes[0].cutId! }, pull(runs[1].id, '1')).ok).toBe(false);
  expect(state().events).toEqual([]);
  pulled();
  const card = db
    .prepare<[string], { card: string; revision: number }>('SELECT card, revision FROM print_cards WHERE print_id = ?')
    .get(id)!;
  expect(card.revision).toBe(printById(db, id)!.revision);
  expect(shelfPage(db, 1, NOW).prints[0].card).toEqual(JSON.parse(card.card));
  expect(JSON.parse(card.card).runs[0].phase).toBe('printing');
});

describe('the stream', () => {
  const texts = async (reader: ReadableStreamDefaultReader<Uint8Array>) =>
    new TextDecoder().decode((await reader.read()).value);
  const dataOf = (event: string) =>
    JSON.parse(/^data: (.*)$/m.exec(event)![1]) as { events: unknown[]; patches: unknown[] };

  test('says first what was missed, then each change, each with the counters after it', async () => {
    const known = state().now;
    edited(edition(9));
    const reader = expectOk(changesStream(db, id, known)).getReader();
    expect(await texts(reader)).toMatch(/^retry: \d+/);
    const missed = await texts(reader);
    expect(dataOf(missed).patches.length).toBe(1);
    expect(missed).toContain(`id: ${countersText(state().now)}\n`);
    expectOk(log({ kind: 'room-read', temperatureC: 19, relativeHumidityPercent: 55 }));
    const heard = await texts(reader);
    expect(dataOf(heard)).toMatchObject({ events: [{ act: { kind: 'room-read' } }], patches: [] });
    await reader.cancel();
  });

  test('a file that fails just then ends the line, not the server; the device goes on where it was', async () => {
    const reader = expectOk(changesStream(db, id, state().now)).getReader();
    await texts(reader);
    await texts(reader);
    const { now } = state();
    edited(edition(9));
    db.exec('ALTER TABLE plan_changes RENAME TO plan_changes_held');
    await new Promise((later) => setImmediate(later));
    expect((await reader.read()).done).toBe(true);
    db.exec('ALTER TABLE plan_changes_held RENAME TO plan_changes');
    const again = expectOk(changesStream(db, id, now)).getReader();
    await texts(again);
    expect(dataOf(await texts(again)).patches.length).toBe(1);
    await again.cancel();
  });

  test('who does not read is told all of it in few words later; a print that is gone ends it', async () => {
    const reader = expectOk(changesStream(db, id, state().now)).getReader();
    for (let n = 0; n < 40; n++) {
      edited(edition(30 + n));
      await new Promise((later) => setImmediate(later));
    }
    let patches = 0,
      events = 0;
    while (patches < 40) {
      const event = await texts(reader);
      if (!event.includes('event: changes')) continue;
      events++;
      patches += dataOf(event).patches.length;
    }
    expect(patches).toBe(40);
    expect(events).toBeLessThan(20);
    expectOk(deletePrint(db, id, 'Bands', NOW));
    expect(await texts(reader)).toMatch(/event: refused\ndata: .*print-deleted/);
    expect((await reader.read()).done).toBe(true);
    expect(changesStream(db, id, { plan: 0, log: 0, workshop: 0 })).toMatchObject({ ok: false, code: 'print-deleted' });
  });
});

test('a card kept in another form is made again, not shown', () => {
  edited(edition(9));
  db.prepare("UPDATE print_cards SET form = 0, card = '{}'").run();
  expect(shelfPage(db, 1, NOW).prints[0].card).toMatchObject({ edition: 9, process: 'reduction' });
});

test('a whole plan is saved on the plan it was made from only', () => {
  const { plan, now } = state();
  edited(edition(9));
  expect(savePlan(db, id, now.plan, plan, 'other', NOW)).toMatchObject({
    ok: false,
    code: expect.stringMatching(/^stale\b/),
  });
});
