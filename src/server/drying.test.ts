import type { BenchAct, Plan } from '@/model';
import type { Store } from '@/store';
import { bandsAgain } from '@/testing/bands';
import { actsLogged, expectOk as ok } from '@/testing/prints';
import { told } from '@/testing/told';
import { changesSince, copyPrint, printState, shelfPage } from './index';

const NOW = '2026-11-27T10:00:00.000Z';
let db: Store, id: string, plan: Plan;
const bands = bandsAgain(['paper', 'straw', 'rust', 'night'], { widthMm: 30, heightMm: 20 }, NOW);
beforeEach(async () => ({ db, id, plan } = await bands()));
afterEach(() => db.close());

const tell = actsLogged(5, NOW);
const log = (...acts: BenchAct[]) => tell(db, id, ...acts);
const printed = (): BenchAct[] => [
  { kind: 'cut-done', cutId: plan.runs[0].formes[0].cutId! },
  { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 1, tests: 0 },
  { kind: 'pull', runId: plan.runs[0].id, sheet: '1', faults: [], setAside: false, note: '' },
];
const look = (seenHours: number): BenchAct => ({
  ...{ kind: 'dry-seen', runId: plan.runs[0].id, sheet: '', note: '' },
  dried: { mediumId: 'oil relief', saidHours: 60, seenHours, how: 'not yet' },
});
const dryAt = () => shelfPage(db, 1, NOW).prints.find((print) => print.id === id)!.card!.dryAt!;

test('a look at a film teaches the whole workshop: its cards, other prints, and who listens', () => {
  ok(log(...printed()));
  const before = dryAt(),
    { now } = ok(printState(db, id));
  const other = ok(copyPrint(db, id, NOW));
  expect(ok(printState(db, other)).drying).toEqual([]);
  ok(log(look(120)));
  expect(dryAt() > before).toBe(true);
  const [learned] = ok(printState(db, other)).drying;
  expect(learned).toMatchObject({ mediumId: 'oil relief' });
  expect(learned.middle).toBeGreaterThan(1.1);
  expect(ok(changesSince(db, id, now)).drying).toEqual([learned]);
  // a print that is pulled on tells nothing new of it
  expect(ok(changesSince(db, id, ok(printState(db, id)).now)).drying).toBeNull();
});

test('a film nobody laid cannot be looked at, nor hours that cannot be; nothing is kept of it', () => {
  expect(told(log(look(50)))).toMatchObject({ ok: false, message: expect.stringMatching(/pulled/) });
  ok(log(...printed()));
  expect(told(log(look(-1)))).toMatchObject({ ok: false, message: expect.stringMatching(/too little/) });
  const odd = {
    ...look(50),
    dried: { mediumId: 'mud', saidHours: 1, seenHours: 1, how: 'now' },
  } as unknown as BenchAct;
  expect(log(odd).ok).toBe(false);
  expect(ok(printState(db, id)).drying).toEqual([]);
});
