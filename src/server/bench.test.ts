import type { ActOf, BenchAct, Plan } from '@/model';
import type { Store } from '@/store';
import { inkingsOf } from '@/derived';
import { bandsAgain } from '@/testing/bands';
import { expectOk as ok } from '@/testing/prints';
import { told } from '@/testing/told';
import { editPrint, logActs, printState } from './index';

const NOW = '2026-11-27T10:00:00.000Z',
  MS = Date.parse(NOW);
let db: Store, id: string, plan: Plan;
const bands = bandsAgain(['paper', 'straw', 'rust', 'night'], { widthMm: 30, heightMm: 20 }, NOW);
beforeEach(async () => {
  ({ db, id, plan } = await bands());
});
afterEach(() => db.close());

let serial = 0;
const entry = (act: BenchAct, at = NOW) => ({ id: `bench-${String(++serial).padStart(5, '0')}`, version: 3, at, act });
const log = (...acts: BenchAct[]) =>
  logActs(
    db,
    id,
    acts.map((act) => entry(act)),
    MS,
  );
const kinds = () => ok(printState(db, id)).events.map(({ act }) => act.kind);
const edition: BenchAct = {
  ...{ kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 3, tests: 0 },
};
const proof = (roundId: string): BenchAct => ({
  ...{ kind: 'round-begun', roundId, round: 'proof', name: 'first', purpose: 'whole set', paper: null },
  ...{ counted: 2, tests: 0 },
});
const setting = (part: Partial<ActOf<'setting-changed'>>): BenchAct => ({
  ...{ kind: 'setting-changed', roundId: 'edition', runId: plan.runs[0].id },
  ...{ fromSheet: '1', what: 'charges', value: '3', why: '', ...part },
});
const remedy = (): BenchAct => ({
  ...{ kind: 'remedy-tried', tryId: 'try-1', runId: plan.runs[0].id, fromSheet: '1' },
  ...{ sign: 'pale', causeId: 'fewCharges' },
});
const cut = (run: number): BenchAct => ({ kind: 'cut-done', cutId: plan.runs[run].formes[0].cutId! });
const pull = (run: number, sheet: string, more: Partial<Extract<BenchAct, { kind: 'pull' }>> = {}): BenchAct => ({
  ...{ kind: 'pull', runId: plan.runs[run].id, sheet, faults: [], setAside: false, note: '' },
  ...more,
});
const got = (run: number, more: Partial<Extract<BenchAct, { kind: 'colour-got' }>> = {}): BenchAct => ({
  ...{ kind: 'colour-got', runId: plan.runs[run].id, colourId: inkingsOf(plan.runs[run])[0].colourId },
  ...{ labD50: [50, 10, 10], source: 'reader' },
  ...more,
});
const keeps = (run: number, sheet: string, kept: boolean): BenchAct => ({
  ...{ kind: 'sheet-kept', sheet, runId: plan.runs[run].id, kept },
});

/** What was done before, what is asked for now, and how it is refused. */
interface Refused {
  readonly before?: () => BenchAct[];
  readonly act: () => BenchAct;
  readonly says: RegExp;
}

const REFUSED: Readonly<Record<string, Refused>> = {
  'the edition begun twice': { before: () => [edition], act: () => edition, says: /3 sheets were already started/ },
  'a proof round under the edition’s name': {
    act: () => ({ ...proof('edition') }),
    says: /The edition’s round is called “edition”/,
  },
  'the edition under another name': {
    act: () => ({ ...edition, roundId: 'mine' }) as BenchAct,
    says: /The edition’s round is called “edition”/,
  },
  'one round begun twice': { before: () => [proof('a')], act: () => proof('a'), says: /begun already/ },
  'sheets added to no round': {
    act: () => ({ kind: 'sheets-added', roundId: 'nobody', counted: 2 }),
    says: /This round was not begun/,
  },
  'a setting of no round': {
    act: () => ({
      ...{ kind: 'setting-changed', roundId: 'nobody', runId: plan.runs[0].id },
      ...{ fromSheet: '1', what: 'charges', value: '3', why: '' },
    }),
    says: /This round was not begun/,
  },
  'charges that are no count': {
    before: () => [edition],
    act: () => setting({ value: 'a few' }),
    says: /“a few” is not a whole number/,
  },
  'a setting from a sheet nobody started': {
    before: () => [edition],
    act: () => setting({ fromSheet: '999' }),
    says: /no sheet 999/,
  },
  'a setting taken back that is not in force': {
    act: () => ({ kind: 'setting-undone', settingId: 'nothing-set' }),
    says: /not in force any more/,
  },
  'a remedy judged that was never tried': {
    act: () => ({ kind: 'remedy-judged', tryId: 'nobody-tried', helped: true }),
    says: /No such remedy was tried/,
  },
  'a remedy tried twice': {
    before: () => [remedy()],
    act: () => remedy(),
    says: /being tried already/,
  },
  'a remedy in no run': {
    act: () => ({ ...remedy(), runId: 'nobody' }),
    says: /not in the plan|not in this plan/,
  },
  'a clock ended that was never set': {
    act: () => ({ kind: 'timer-ended', timerId: 'no-clock' }),
    says: /not set any more/,
  },
  'something ticked in no sitting': {
    act: () => ({ kind: 'ticked', sittingId: 'nobody-came', item: 'jig', done: true }),
    says: /This sitting was not begun/,
  },
  'a sitting ended that was not begun': {
    act: () => ({ kind: 'sitting-ended', sittingId: 'nobody-came' }),
    says: /This sitting was not begun/,
  },
  'a photograph whose original is not stored': {
    act: () => ({
      ...{ kind: 'photographed', pictureSha: 'b'.repeat(64), originalSha: 'c'.repeat(64) },
      ...{ runId: plan.runs[0].id, sheet: '1', note: '' },
    }),
    says: /not stored here/,
  },
  'a warm-up of no run': {
    act: () => ({ kind: 'warmed-up', runId: 'nobody', even: true }),
    says: /not in the plan|not in this plan/,
  },
  'a run nobody planned seen dry': {
    act: () => ({ kind: 'dry-seen', runId: 'nobody', sheet: '1', note: '' }),
    says: /not in the plan|not in this plan/,
  },
  'dry before it was printed': {
    before: () => [edition, cut(0)],
    act: () => ({ kind: 'dry-seen', runId: plan.runs[0].id, sheet: '1', note: '' }),
    says: /nothing of it can be dry/,
  },
  'a sheet nobody started is carried away': {
    before: () => [edition],
    act: () => ({ kind: 'moved-to', sheet: '9', where: 'drawer', place: 'drawer', note: '' }),
    says: /no sheet 9/,
  },
  'a cut nobody planned': { act: () => ({ kind: 'cut-done', cutId: 'nobody' }), says: /This cut is not in the plan/ },
  'a cut made twice': { before: () => [cut(0)], act: () => cut(0), says: /cut for run 1 is already done/ },
  'a later cut before an earlier one': { act: () => cut(1), says: /The cut for run 1 comes first/ },
  'cut on before all sheets are printed': {
    before: () => [edition, cut(0), pull(0, '1')],
    act: () => cut(1),
    says: /Run 1 is not finished: 2 sheets are still to be pulled.*never be printed again/,
  },
  'an island of no cut': {
    act: () => ({ kind: 'island-cut', cutId: 'nobody', island: 0, done: true }),
    says: /This cut is not in the plan/,
  },
  'a pull before sheets are started': { before: () => [cut(0)], act: () => pull(0, '1'), says: /how many sheets/ },
  'a pull before the block is cut': { before: () => [edition], act: () => pull(0, '1'), says: /not cut for run 1/ },
  'a pull of a sheet that is not there': {
    before: () => [edition, cut(0)],
    act: () => pull(0, '4'),
    says: /no sheet 4; 3 sheets and 0 test sheets/,
  },
  'a pull made twice': {
    before: () => [edition, cut(0), pull(0, '1')],
    act: () => pull(0, '1'),
    says: /Sheet 1 was already pulled in run 1/,
  },
  'a pull of a sheet set aside': {
    before: () => [edition, cut(0), pull(0, '1', { setAside: true }), pull(0, '2'), pull(0, '3'), cut(1)],
    act: () => pull(1, '1'),
    says: /Sheet 1 was set aside earlier/,
  },
  'a pull after the block was cut on': {
    before: () => [edition, cut(0), pull(0, '1'), pull(0, '2'), pull(0, '3'), cut(1), proof('a')],
    act: () => pull(0, '1', { roundId: 'a' }),
    says: /cut on since run 1/,
  },
  'a pull of a proof nobody began': {
    before: () => [cut(0)],
    act: () => pull(0, '1', { roundId: 'nobody' }),
    says: /This round was not begun/,
  },
  'a pull of a proof sheet that is not there': {
    before: () => [cut(0), proof('a')],
    act: () => pull(0, '7', { roundId: 'a' }),
    says: /no sheet 7/,
  },
  'a proof pulled twice': {
    before: () => [cut(0), proof('a'), pull(0, '1', { roundId: 'a' })],
    act: () => pull(0, '1', { roundId: 'a' }),
    says: /[Ss]heet 1/,
  },
  'a pull taken back that was never made': {
    act: () => ({ kind: 'pull-undone', pullId: 'nobody' }),
    says: /not in the log/,
  },
  'a run declared finished with nothing pulled': {
    before: () => [edition, cut(0)],
    act: () => ({ kind: 'run-finished', runId: plan.runs[0].id }),
    says: /Nothing has been pulled in run 1/,
  },
  'a colour read before anything is printed': {
    before: () => [edition, cut(0)],
    act: () => got(0),
    says: /run 1/i,
  },
  'a colour the run does not print': {
    before: () => [edition, cut(0), pull(0, '1')],
    act: () => got(0, { colourId: 'paper' }),
    says: /[Rr]un 1/,
  },
  'a colour read on a proof nobody pulled': {
    before: () => [cut(0), proof('a')],
    act: () => got(0, { trial: { roundId: 'a', sheet: '1' } }),
    says: /[Rr]un 1.*sheet 1/,
  },
  'a colour read on no round': {
    before: () => [cut(0)],
    act: () => got(0, { trial: { roundId: 'nobody', sheet: '1' } }),
    says: /This round was not begun/,
  },
  'a slip answered in the log': {
    act: () => ({ kind: 'slip-answered', slipId: 's', answer: 'patch' }),
    says: /answered where it is shown/,
  },
  'marks put right of no run': {
    act: () => ({ kind: 'kento-put-right', settings: [{ runId: 'nobody', movesMm: [0, 0, 0] }], note: '' }),
    says: /One of these runs/,
  },
  'shims under no run': {
    act: () => ({ kind: 'shimmed', settings: [{ runId: 'nobody', shimsMm: [0, 0, 0], pieces: '' }], note: '' }),
    says: /One of these runs/,
  },
  'a corner let in for no run': {
    act: () => ({ kind: 'kento-inlaid', runId: 'nobody', note: '' }),
    says: /not in the plan|not in this plan/,
  },
  'a pack damped twice': {
    before: () => [{ kind: 'pack-damped', packId: 'p', sheets: 3, dryG: 9, how: 'brushed', targetPercent: 30 }],
    act: () => ({ kind: 'pack-damped', packId: 'p', sheets: 3, dryG: 9, how: 'brushed', targetPercent: 30 }),
    says: /damped already/,
  },
  'more sheets out than the pack has': {
    before: () => [{ kind: 'pack-damped', packId: 'p', sheets: 3, dryG: 9, how: 'brushed', targetPercent: 30 }],
    act: () => ({ kind: 'pack-opened', packId: 'p', out: 4 }),
    says: /has 3 sheets; 4 are more/,
  },
  'a pack that has ended': {
    before: () => [
      { kind: 'pack-damped', packId: 'p', sheets: 3, dryG: 9, how: 'brushed', targetPercent: 30 },
      { kind: 'pack-ended', packId: 'p', why: 'mould' },
    ],
    act: () => ({ kind: 'pack-turned', packId: 'p' }),
    says: /has ended/,
  },
  'a board nobody has': {
    act: () => ({ kind: 'board-measured', blockId: 'nobody', acrossMm: 100, downMm: 100 }),
    says: /This board is not in this plan/,
  },
  'what was brushed of an ink that is rolled': {
    act: () => ({
      ...{ kind: 'brushed-with', runId: plan.runs[0].id, inkingId: inkingsOf(plan.runs[0])[0].id, sheets: 1 },
      ...{ usedMl: { pigment: 1, paste: 1, water: 1 }, saidMl: { pigment: 1, paste: 1, water: 1 } },
    }),
    says: /is not laid by brush/,
  },
  'a sheet kept that does not carry the run': {
    before: () => [edition, cut(0)],
    act: () => keeps(0, '1', true),
    says: /[Ss]heet 1/,
  },
  'a sheet brought back that was never kept': {
    before: () => [edition, cut(0), pull(0, '1')],
    act: () => keeps(0, '1', false),
    says: /[Ss]heet 1/,
  },
  'numbers before all is printed': {
    before: () => [edition, cut(0), pull(0, '1')],
    act: () => ({
      kind: 'numbered',
      edition: 'identical',
      marks: [{ sheet: '1', role: 'numbered', mark: '1/1' }],
      reason: '',
    }),
    says: /[Nn]umbers are given when/,
  },
  'a photograph that was not brought in': {
    act: () => ({ kind: 'photographed', pictureSha: 'b'.repeat(64), runId: null, sheet: '', note: '' }),
    says: /This photograph is not stored here/,
  },
};

test.each(Object.entries(REFUSED))('%s: refused in words, and nothing of the request is kept', (_, one) => {
  const before = one.before?.() ?? [];
  if (before.length > 0) ok(log(...before));
  const had = kinds();
  // something that could be logged comes first in the same request: it is not kept either
  const room: BenchAct = { kind: 'room-read', temperatureC: 18, relativeHumidityPercent: 55 };
  expect(told(log(room, one.act()))).toMatchObject({ ok: false, message: expect.stringMatching(one.says) });
  expect(kinds()).toEqual(had);
  // and alone it is refused just so
  expect(told(log(one.act()))).toMatchObject({ ok: false, message: expect.stringMatching(one.says) });
});

/** The block printed to its end, all sheets in every run. */
function printedThrough(): void {
  ok(log(edition));
  plan.runs.forEach((_, run) => ok(log(cut(run), ...['1', '2', '3'].map((sheet) => pull(run, sheet)))));
}

describe('numbers', () => {
  const numbered = (marks: Extract<BenchAct, { kind: 'numbered' }>['marks'], reason = ''): BenchAct => ({
    ...{ kind: 'numbered', edition: 'identical', marks, reason },
  });

  test('go to sheets that came through, one each; given again they want a reason', () => {
    printedThrough();
    const three = ['1', '2', '3'].map((sheet, i) => ({ sheet, role: 'numbered' as const, mark: `${i + 1}/3` }));
    const refused = (act: BenchAct, says: RegExp) =>
      expect(told(log(act))).toMatchObject({ ok: false, message: expect.stringMatching(says) });
    refused(numbered([...three, { sheet: '4', role: 'numbered', mark: '4/4' }]), /Sheet 4 is not among/);
    refused(numbered([three[0], { sheet: '2', role: 'numbered', mark: '1/3' }]), /number/);
    refused(numbered([three[0], { sheet: '1', role: 'numbered', mark: '2/3' }]), /number/);
    ok(log(numbered(three)));
    refused(numbered(three), /say why/);
    ok(log(numbered(three.slice(1), 'sheet 1 torn in the press')));
    expect(ok(printState(db, id)).events.at(-1)!.act).toMatchObject({ reason: 'sheet 1 torn in the press' });
  });

  test('of several images on a sheet each has its own; one image twice is refused', () => {
    ok(editPrint(db, id, { kind: 'layout-set', part: { copies: { columns: 2, rows: 1, gapMm: 8 } } }, NOW));
    printedThrough();
    const images = [1, 2].map((image) => ({ sheet: '1', image, role: 'numbered' as const, mark: `${image}/2` }));
    ok(log(numbered(images)));
    expect(log(numbered([images[0], { ...images[1], image: 1 }], 'again')).ok).toBe(false);
  });
});

test('a request that was not heard of is made again and counts once, in any order with others', () => {
  const begun = entry(edition),
    done = entry(cut(0)),
    first = entry(pull(0, '1'));
  ok(logActs(db, id, [begun, done, first], MS));
  ok(logActs(db, id, [begun, done, first], MS));
  ok(logActs(db, id, [first, entry(pull(0, '2'))], MS));
  expect(kinds()).toEqual(['round-begun', 'cut-done', 'pull', 'pull']);
});

test.each([
  ['nothing', []],
  ['no list', { act: edition }],
  ['more than a request may have', Array.from({ length: 501 }, () => entry(edition))],
  ['an entry without an id', [{ version: 3, at: NOW, act: edition }]],
  ['an id of blanks', [{ ...entry(edition), id: '        ' }]],
  ['a time nobody can read', [entry(edition, 'yesterday')]],
  ['a time far ahead', [entry(edition, '2027-01-01T00:00:00.000Z')]],
  ['an act of no kind', [{ ...entry(edition), act: { kind: 'wished' } }]],
  ['null', [null]],
])('%s sent to be logged: refused, nothing kept', (_, values) => {
  expect(told(logActs(db, id, values, MS))).toMatchObject({ ok: false, message: expect.stringMatching(/\w/) });
  expect(kinds()).toEqual([]);
});

test('a print nobody has takes nothing', () => {
  expect(logActs(db, 'nobody', [entry(edition)], MS)).toMatchObject({ ok: false });
});
