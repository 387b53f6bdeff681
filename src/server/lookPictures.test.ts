import { openStore, type Store } from '@/store';
import { planOfBands, SHA } from '@/testing/plans';
import { expectOk } from '@/testing/prints';
import type { Plan, PlanEdit } from '@/model';
import { createPrint, editPrint, keepLabels, logActs, printState } from '.';
import { lookPicture } from './lookPictures';

const NOW = '2026-11-26T10:00:00.000Z';
let db: Store, id: string;
beforeEach(() => {
  db = openStore(':memory:');
  const labels = Uint8Array.from({ length: 600 * 450 }, (_, i) => Math.floor(((i % 600) * 4) / 600));
  const sha = keepLabels(db, { width: 600, height: 450, labels }, NOW);
  id = expectOk(createPrint(db, 'Bands', NOW, JSON.parse(JSON.stringify(planOfBands()).replaceAll(SHA, sha)) as Plan));
});
afterEach(() => db.close());

const made = () => db.prepare<[], { n: number }>('SELECT count(*) AS n FROM made_pictures').get()!.n;
const look = async (run: number) => Buffer.from(expectOk(await lookPicture(db, id, run, 120, NOW)).bytes);
const edited = (edit: PlanEdit) => expectOk(editPrint(db, id, edit, NOW));

test('a look is made once for what it shows: again for another ink, not for what no look shows, and not again when that is undone', async () => {
  const first = await look(2);
  expect(first.subarray(1, 4).toString()).toBe('PNG');
  edited({ kind: 'sheets-set', part: { edition: 44 } });
  edited({ kind: 'layout-set', part: { marginMm: 33 } });
  expect((await look(2)).equals(first)).toBe(true);
  expect(made()).toBe(1);
  const { inks } = expectOk(printState(db, id)).plan;
  edited({ kind: 'ink-set', inkId: inks[0].id, part: { solidLabD50: [40, 30, 10] } });
  expect((await look(2)).equals(first)).toBe(false);
  edited({ kind: 'ink-set', inkId: inks[0].id, part: { solidLabD50: inks[0].solidLabD50 } });
  expect((await look(2)).equals(first)).toBe(true);
  expect(made()).toBe(2);
});

test('asked for by many at once it is made once; a colour really got makes it anew; a run that is not there is refused', async () => {
  const many = await Promise.all(Array.from({ length: 8 }, () => look(1)));
  expect([made(), many.every((one) => one.equals(many[0]))]).toEqual([1, true]);
  const { runs } = expectOk(printState(db, id)).plan;
  const act = (n: number, body: object) => ({ id: `look-act-${n}`, at: NOW, act: body });
  const pull = { kind: 'pull', runId: runs[0].id, sheet: '1', faults: [], setAside: false, note: '' };
  const got = {
    kind: 'colour-got',
    runId: runs[0].id,
    colourId: runs[0].formes[0].inkings[0].colourId,
    labD50: [50, 0, 0],
    source: 'reader',
  };
  const round = { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 2, tests: 0 };
  const cut = { kind: 'cut-done', cutId: runs[0].formes[0].cutId };
  expectOk(logActs(db, id, [act(1, round), act(2, cut), act(3, pull), act(4, got)], Date.parse(NOW)));
  expect((await look(1)).equals(many[0])).toBe(false);
  expect(await lookPicture(db, id, 99, 120, NOW)).toMatchObject({
    ok: false,
    code: expect.stringMatching(/^run-missing\b/),
  });
});

test('a look drawn while the print is changed is not kept under what it was asked for', async () => {
  const asked = lookPicture(db, id, 2, 120, NOW);
  edited({ kind: 'ink-set', inkId: expectOk(printState(db, id)).plan.inks[0].id, part: { solidLabD50: [40, 30, 10] } });
  expect((await asked).ok).toBe(true);
  expect(made()).toBe(0);
});

test('a look that cannot be kept is shown all the same', async () => {
  db.exec("CREATE TEMP TRIGGER no_room BEFORE INSERT ON made_pictures BEGIN SELECT RAISE(ABORT, 'no room'); END");
  expect((await look(1)).length).toBeGreaterThan(100);
  expect(made()).toBe(0);
});
