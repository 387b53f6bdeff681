import { applyEdit } from '@/derived';
import { STARTER_WORKSHOP, type BenchAct, type ItemOf, type Plan } from '@/model';
import type { Store } from '@/store';
import { bandsAgain } from '@/testing/bands';
import { actsLogged, expectOk as ok } from '@/testing/prints';
import { told } from '@/testing/told';
import { editPrint, logActs, workshop } from './index';
import { partingPdf, scaleOf } from './partingFile';

const NOW = '2026-11-28T10:00:00.000Z';
let db: Store, id: string, plan: Plan;
const bands = bandsAgain(['paper', 'straw', 'rust', 'night'], { widthMm: 120, heightMm: 90 }, NOW);
beforeEach(async () => ({ db, id, plan } = await bands()));
afterEach(() => db.close());

const papers = () => workshop(db, NOW).flatMap(({ item }) => (item.kind === 'paper' ? [item] : []));
const use = (paper: ItemOf<'paper'>) =>
  ok(editPrint(db, id, { kind: 'workshop-used', of: 'paper', items: [paper] }, NOW));
const tell = actsLogged(5, NOW);
const log = (act: BenchAct) => tell(db, id, act);

test('stock goes down with the act, once however often it is sent, and up again when it is taken back', () => {
  const [paper] = papers();
  const parting: BenchAct = { kind: 'parents-parted', paperId: paper.id, name: paper.name, parents: 4, pieces: 36 };
  const event = { id: 'parted-once-1', version: 5, at: NOW, act: parting };
  ok(logActs(db, id, [event], Date.parse(NOW)));
  ok(logActs(db, id, [event], Date.parse(NOW)));
  expect(papers()[0].stockSheets).toBe(paper.stockSheets - 4);
  ok(log({ kind: 'parting-undone', partingId: 'parted-once-1' }));
  expect(papers()[0].stockSheets).toBe(paper.stockSheets);
  expect(told(log({ kind: 'parting-undone', partingId: 'parted-once-1' }))).toMatchObject({
    ok: false,
    message: expect.stringMatching(/not parted, or it was taken back/),
  });
  // more than there was is none, never less
  ok(log({ ...parting, parents: 2000 }));
  expect(papers()[0].stockSheets).toBe(0);
});

test('the cut list is a PDF with every cut in words; without a paper of the workshop that is said', async () => {
  expect(told(await partingPdf(db, id, new Date(NOW)))).toMatchObject({
    ok: false,
    message: expect.stringMatching(/no paper/),
  });
  use(papers()[0]);
  const file = ok(await partingPdf(db, id, new Date(NOW)));
  expect(file.fileName).toMatch(/cut list\.pdf$/);
  expect(Buffer.from(file.bytes.subarray(0, 5)).toString()).toBe('%PDF-');
});

test('a parent is drawn at a scale one can reckon with', () => {
  expect(scaleOf({ widthMm: 760, heightMm: 560 })).toBe(5);
  expect(scaleOf({ widthMm: 170, heightMm: 100 })).toBe(1);
  expect(scaleOf({ widthMm: 20_000, heightMm: 100 })).toBe(112);
});

test('the starter papers are all of a size that can be parted', () => {
  for (const item of STARTER_WORKSHOP) if (item.kind === 'paper') expect(item.parentMm.widthMm).toBeGreaterThan(300);
  expect(applyEdit(plan, { kind: 'parting-set', part: { keptEdges: ['bottom'] } })).toMatchObject({
    value: { parting: { keptEdges: ['bottom'], by: 'cut' } },
  });
});
