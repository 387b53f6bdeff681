import { execFileSync } from 'node:child_process';
import { inkForClass, classNow, progressOf } from '@/derived';
import type { BenchAct, Plan } from '@/model';
import { benchLog, type Store } from '@/store';
import { bandsAgain } from '@/testing/bands';
import { actsLogged, expectOk as ok } from '@/testing/prints';
import { told } from '@/testing/told';
import { gramsInWords } from '@/words/quantities';
import { laidOut } from './printSheets';
import { stationCardsPdf } from './stationCards';

const NOW = '2026-11-28T10:00:00.000Z';
let db: Store, id: string, plan: Plan;
const bands = bandsAgain(['paper', 'straw', 'rust', 'night'], { widthMm: 120, heightMm: 90 }, NOW);
beforeEach(async () => ({ db, id, plan } = await bands()));
afterEach(() => db.close());

const tell = actsLogged(7, NOW);
const log = (...acts: BenchAct[]) => tell(db, id, ...acts);
const begin = (places: number, each: number, counted = places * each): BenchAct[] => [
  { kind: 'round-begun', roundId: 'class-1', round: 'proof', paper: null, counted, tests: 0 },
  { kind: 'class-begun', classId: 'class-1', roundId: 'class-1', places, each },
];

async function pages(run: number): Promise<string[]> {
  const { bytes } = ok(await stationCardsPdf(db, id, run, new Date(NOW)));
  const text = execFileSync('pdftotext', ['-', '-'], { input: bytes, encoding: 'utf8' });
  return text.split('\f').map((page) => page.replace(/\s+/g, ' ').trim());
}

test('a card for each station, with the ink for everybody’s sheets', async () => {
  ok(log(...begin(12, 3)));
  const [block, ink, rub, rack] = await pages(1);
  expect(block).toMatch(/^Block/);
  expect(block).toContain(plan.blocks[0].name);
  expect(rub).toMatch(/^Rubbing/);
  expect(rack).toMatch(/Write place and sheet on the back/);
  const sheet = ok(laidOut(db, id)).sheet;
  const { bench } = progressOf(plan, benchLog(db, id));
  const grams = inkForClass(plan, sheet, plan.runs[0], classNow(bench)!);
  expect(ink).toContain(gramsInWords(grams));
  expect(grams).toBeGreaterThan(inkForClass(plan, sheet, plan.runs[0], { ...classNow(bench)!, places: 1, each: 1 }));
  expect(await stationCardsPdf(db, id, 99, new Date(NOW))).toMatchObject({
    ok: false,
    code: 'run-missing.thereIsNoRunThis',
  });
});

test('a class wants as many sheets as it deals out, and lines are of its own places', () => {
  expect(told(log(...begin(5, 2, 8)))).toMatchObject({ ok: false, message: expect.stringMatching(/wants 10 sheets/) });
  ok(log(...begin(4, 2)));
  const stand = (place: number, classId = 'class-1'): BenchAct => ({
    kind: 'lined-up',
    classId,
    station: 'block',
    place,
  });
  ok(log(stand(4)));
  expect(told(log(stand(5)))).toMatchObject({ ok: false, message: expect.stringMatching(/no place 5/) });
  expect(told(log(stand(1, 'class-9')))).toMatchObject({ ok: false, message: expect.stringMatching(/No such class/) });
  ok(log({ kind: 'class-ended', classId: 'class-1' }));
  expect(told(log(stand(1)))).toMatchObject({ ok: false, message: expect.stringMatching(/has ended/) });
  expect(told(log(begin(4, 2)[1]))).toMatchObject({ ok: false, message: expect.stringMatching(/begun already/) });
});
