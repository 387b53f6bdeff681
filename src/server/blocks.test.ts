import type { Outcome } from '@/core/units';
import { toldByServer } from '@/words/refusals';
import sharp from 'sharp';
import { sketchPlans } from '@/core/layers';
import { type PrintState } from '@/model';
import {
  looksOfPlan,
  pigmentsOf,
  planFromSketch,
  plannedLaying,
  planTaskOf,
  progressOf,
  resolveFrom,
  withFlat,
} from '@/derived';
import { openStore, type Store } from '@/store';
import {
  bringInPhotograph,
  bringInPicture,
  bundleFile,
  cabinet,
  createPrint,
  keepLabels,
  lidLabelPdf,
  logActs,
  openBundle,
  placeAgain,
  printState,
  readPatch,
  registrationPdf,
  runSvg,
  savePlan,
  storedBlob,
} from './index';
import { stateAfter } from '@/testing/prints';
import { StoreTemplate } from '@/testing/template';

const NOW = '2026-11-20T10:00:00.000Z';
const MS = Date.parse(NOW);
let db: Store;
beforeEach(() => {
  db = openStore(':memory:');
});
afterEach(() => {
  db.close();
});

function ok<T>(got: Outcome<T>): T {
  if (!got.ok) throw new Error(toldByServer(got));
  return got.value;
}

/** A print of 24 × 18 mm: three bands on bare paper, each colour on a block of its own. */
const template = new StoreTemplate();

async function onBlocks(): Promise<PrintState> {
  const again = template.again(db);
  if (again) {
    db = again.db;
    return ok(printState(db, again.printId));
  }
  const made = await onBlocksAnew();
  template.keep(db, made.id);
  return made;
}

async function onBlocksAnew(): Promise<PrintState> {
  const id = ok(createPrint(db, 'Blocks', NOW));
  const png = await sharp({ create: { width: 400, height: 300, channels: 3, background: '#c08040' } })
    .png()
    .toBuffer();
  ok(await bringInPicture(db, id, png, 'bands.png', NOW));
  const sized = stateAfter(
    db,
    id,
    await placeAgain(
      db,
      id,
      { turnDeg: 0, mirrored: false, crop: { x: 0, y: 0, width: 1, height: 1 }, widthMm: 24, heightMm: 18 },
      NOW,
    ),
  );
  const labels = Uint8Array.from({ length: 240 * 180 }, (_, i) => Math.floor((i % 240) / 60));
  const colour = (name: string, L: number, b: number) => ({
    id: name,
    name,
    wantedLabD50: [L, 2, b] as const,
    areaShare: 0.25,
    islandCount: 1,
  });
  const plan = withFlat(sized.plan, {
    labelsSha: keepLabels(db, { width: 240, height: 180, labels }, NOW),
    settings: { colourCount: 4, radiusMm: 0, minIslandMm2: 0 },
    colours: [colour('paper', 94, 4), colour('straw', 80, 40), colour('rust', 50, 30), colour('night', 20, -10)],
    barePaperId: 'paper',
    handChanges: 0,
  });
  const sketches = sketchPlans(
    planTaskOf({
      plan,
      got: [],
      closedRuns: 0,
      open: true,
      gapsMm: [],
      belief: [{ probability: 1, runs: [{ lost: 1, kept: 19 }] }],
    }),
  );
  const direct = planFromSketch(
    plan,
    sketches.find((s) => s.blocks.length === 3 && s.blocks.every(({ stages }) => stages.length === 1))!,
  );
  return stateAfter(
    db,
    id,
    savePlan(
      db,
      id,
      sized.now.plan,
      { ...direct, sheets: { ...direct.sheets, edition: 2, proofsToKeep: 0, testSheets: 0 } },
      'blocks',
      NOW,
    ),
  );
}

let serial = 0;
const log = (id: string, act: object) =>
  logActs(db, id, [{ id: `blocks-${String(++serial).padStart(5, '0')}`, at: NOW, act }], MS);
const refusal = (got: ReturnType<typeof log>) => (got.ok ? undefined : toldByServer(got));

test('blocks are cut in any order, runs are pulled in theirs, and a cut block closes nothing behind it', async () => {
  const { id, plan } = await onBlocks();
  const [first, second, third] = plan.runs;
  const pull = (runId: string, sheet: string) =>
    log(id, { kind: 'pull', runId, sheet, faults: [], setAside: false, note: '' });
  ok(log(id, { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 2, tests: 0 }));
  ok(log(id, { kind: 'cut-done', cutId: third.formes[0].cutId }));
  expect(refusal(log(id, { kind: 'cut-done', cutId: third.formes[0].cutId }))).toMatch(/cut for run 3 is already done/);
  ok(log(id, { kind: 'cut-done', cutId: second.formes[0].cutId }));
  expect(refusal(pull(first.id, '1'))).toMatch(/not cut for run 1/);
  ok(log(id, { kind: 'cut-done', cutId: first.formes[0].cutId }));
  expect(refusal(pull(second.id, '1'))).toMatch(/Run 1 comes first/);
  ok(pull(first.id, '1'));
  ok(pull(first.id, '2'));
  ok(pull(second.id, '1'));
  const state = ok(printState(db, id));
  const progress = progressOf(state.plan, state.events);
  expect(progress.runs.map((r) => [r.phase, r.cut, r.cutOn])).toEqual([
    ['done', true, false],
    ['printing', true, false],
    ['cut', true, false],
  ]);
  expect(progress.closedRuns).toBe(2);
});

test('runs of uncut blocks may still change places; the shapes of a cut block may not', async () => {
  const { id, plan } = await onBlocks();
  const [first] = plan.runs;
  const cut = stateAfter(db, id, log(id, { kind: 'cut-done', cutId: first.formes[0].cutId }));
  const turned = { ...plan, runs: [...plan.runs].reverse() };
  const saved = stateAfter(db, id, savePlan(db, id, cut.now.plan, turned, 'turned', NOW));
  const recut = {
    ...turned,
    blocks: turned.blocks.map((b) => ({
      ...b,
      sides: b.sides.map((s) => ({
        ...s,
        cuts: s.cuts.map((cut) =>
          cut.id === first.formes[0].cutId ? { ...cut, standingIds: ['night', 'straw'] } : cut,
        ),
      })),
    })),
  };
  const refused = savePlan(db, id, saved.now.plan, recut, 'recut', NOW);
  expect(refused.ok ? '' : toldByServer(refused)).toMatch(/already cut away/);
});

test('the colour a run gave: refused before it is printed, for areas it does not print on, and for no colour', async () => {
  const { id, plan } = await onBlocks();
  const [first] = plan.runs;
  const got = (colourId: string, labD50: number[]) => ({
    kind: 'colour-got',
    runId: first.id,
    colourId,
    labD50,
    source: 'typed',
  });
  expect(refusal(log(id, got('straw', [70, 10, 30])))).toMatch(/Nothing has been pulled in run 1/);
  ok(log(id, { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 2, tests: 0 }));
  ok(log(id, { kind: 'cut-done', cutId: first.formes[0].cutId }));
  ok(log(id, { kind: 'pull', runId: first.id, sheet: '1', faults: [], setAside: false, note: '' }));
  expect(refusal(log(id, got('night', [70, 10, 30])))).toMatch(/does not print on this colour’s area/);
  expect(refusal(log(id, got('straw', [170, 10, 30])))).toMatch(/L\* may be 0 to 100/);
  ok(log(id, got('straw', [70, 10, 30])));
  const state = ok(printState(db, id));
  const looks = looksOfPlan(state.plan, progressOf(state.plan, state.events).bench.coloursGot)!;
  expect(looks.looks[1][1].map(Math.round)).toEqual([70, 10, 30]);
  const read = ok(await readPatch(db, { kind: 'run', printId: id, runId: first.id, colourId: 'straw' }));
  expect(read.reading.spectrum).toHaveLength(36);
  expect(await readPatch(db, { kind: 'run', printId: id, runId: first.id, colourId: 'night' })).toMatchObject({
    ok: false,
    code: expect.stringMatching(/^run-missing\b/),
  });
});

test('files of a print on blocks; the bundle opens with its recipes', async () => {
  const state = await onBlocks();
  const inks = cabinet(db, NOW).filter((ink) =>
    ['yellow ochre', 'red oxide', 'ultramarine', 'opaque white', 'extender'].includes(ink.name),
  );
  const mixed = resolveFrom(state.plan, [], 0, inks, pigmentsOf(inks)).plan;
  stateAfter(db, state.id, savePlan(db, state.id, state.now.plan, mixed, 'mixed', NOW));
  expect(new TextDecoder().decode(ok(runSvg(db, state.id, 2, 'run')).bytes)).toContain('run 2, rust');
  for (const file of [
    await registrationPdf(db, state.id, new Date(NOW)),
    await lidLabelPdf(db, state.id, 2, new Date(NOW)),
  ])
    expect(new TextDecoder().decode(ok(file).bytes.slice(0, 5))).toBe('%PDF-');
  expect(await lidLabelPdf(db, state.id, 9, new Date(NOW))).toMatchObject({
    ok: false,
    code: expect.stringMatching(/^run-missing\b/),
  });
  const copy = ok(openBundle(db, ok(bundleFile(db, state.id, NOW)).bytes, NOW));
  expect(ok(printState(db, copy)).plan).toEqual(mixed);
});

test('films go onto a sheet in their order, sheet by sheet; a proof takes any block first', async () => {
  const { id, plan } = await onBlocks();
  const [first, second, third] = plan.runs;
  const pull = (runId: string, sheet: string, roundId?: string) =>
    log(id, { kind: 'pull', ...(roundId && { roundId }), runId, sheet, faults: [], setAside: false, note: '' });
  ok(log(id, { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 3, tests: 0 }));
  for (const run of plan.runs) ok(log(id, { kind: 'cut-done', cutId: run.formes[0].cutId }));
  ok(pull(first.id, '1'));
  // sheet 1 may go on while sheet 2 waits; sheet 2 may not overtake
  ok(pull(second.id, '1'));
  expect(refusal(pull(second.id, '2'))).toMatch(/Run 1 comes first on sheet 2/);
  expect(refusal(pull(third.id, '2'))).toMatch(/Run 1 comes first on sheet 2/);
  ok(pull(third.id, '1'));
  expect(refusal(pull(third.id, '1', 'proof-1'))).toMatch(/round was not begun/);
  expect(
    refusal(log(id, { kind: 'round-begun', roundId: 'proof-1', round: 'edition', paper: null, counted: 1, tests: 0 })),
  ).toMatch(/already started/);
  ok(
    log(id, {
      kind: 'round-begun',
      roundId: 'proof-1',
      round: 'proof',
      paper: { name: 'newsprint', labD50: [80, 1, 8] },
      counted: 2,
      tests: 0,
    }),
  );
  ok(pull(third.id, '2', 'proof-1'));
  expect(refusal(pull(third.id, '2', 'proof-1'))).toMatch(/already pulled/);
  expect(refusal(pull(third.id, '3', 'proof-1'))).toMatch(/no sheet 3 in this round of 2/);
  ok(pull(first.id, '2', 'proof-1'));
  const state = ok(printState(db, id));
  const { bench, runs } = progressOf(state.plan, state.events);
  expect(bench.pulls.map((p) => [p.runId, p.sheet])).toEqual([first, second, third].map((run) => [run.id, '1']));
  expect(runs.map((run) => run.phase)).toEqual(['printing', 'printing', 'printing']);
  expect(refusal(log(id, { kind: 'dry-seen', runId: second.id, sheet: '1', note: '' }))).toBeUndefined();
  expect(refusal(log(id, { kind: 'moved-to', sheet: '9', where: 'drawer', place: 'drawer', note: '' }))).toMatch(
    /no sheet 9/,
  );
  expect(
    refusal(
      log(id, {
        kind: 'setting-changed',
        roundId: 'none',
        runId: first.id,
        fromSheet: '1',
        what: 'charges',
        value: '2',
        why: '',
      }),
    ),
  ).toMatch(/not begun/);
});

describe('rounds of proofs', () => {
  let serial = 0;
  const log = (id: string, ...acts: object[]) =>
    logActs(
      db,
      id,
      acts.map((act) => ({ id: `proofs-${String(++serial).padStart(5, '0')}`, at: NOW, version: 3, act })),
      MS,
    );
  const begun = { kind: 'round-begun', roundId: 'proofs-1', round: 'proof', paper: null, counted: 3, tests: 0 };
  const pull = (runId: string, sheet: string, more: object = {}) => ({
    ...{ kind: 'pull', roundId: 'proofs-1', runId, sheet, faults: [], setAside: false, note: '' },
    ...more,
  });
  const told = (done: Outcome<unknown>) => (done.ok ? 'done' : toldByServer(done));

  test('any block that is cut goes on a proof in any order, with what was really laid; what is not cut does not', async () => {
    const { id, plan } = await onBlocks();
    const [first, second, last] = plan.runs;
    ok(
      log(
        id,
        begun,
        { kind: 'cut-done', cutId: first.formes[0].cutId },
        { kind: 'cut-done', cutId: last.formes[0].cutId },
      ),
    );
    const laid = plannedLaying(plan, last);
    const heavy = { ...laid, wet: true, passes: 2, inkings: laid.inkings.map((one) => ({ ...one, filmWeight: 1.5 })) };
    ok(log(id, pull(last.id, '2', { laid: heavy }), pull(first.id, '2')));
    expect(told(log(id, pull(second.id, '2')))).toMatch(/not cut/);
    expect(told(log(id, pull(first.id, '2')))).toMatch(/already pulled/);
    expect(told(log(id, pull(first.id, '4')))).toMatch(/no sheet 4|3 sheets/i);
    const { events } = ok(printState(db, id));
    const [round] = progressOf(plan, events).bench.rounds;
    expect(round.pulls.map(({ runId }) => runId)).toEqual([last.id, first.id]);
    expect(round.pulls[0].laid).toEqual(heavy);
    expect(progressOf(plan, events).closedRuns).toBe(0);
  });

  test('what was laid is checked: a weight, an extender or a colour out of range is refused', async () => {
    const { id, plan } = await onBlocks();
    const [first] = plan.runs;
    ok(log(id, begun, { kind: 'cut-done', cutId: first.formes[0].cutId }));
    const laid = plannedLaying(plan, first);
    const wrong = (part: object) =>
      told(log(id, pull(first.id, '1', { laid: { ...laid, inkings: [{ ...laid.inkings[0], ...part }] } })));
    expect(wrong({ filmWeight: 9 })).toMatch(/9 is too much for the film weight/);
    expect(wrong({ extenderPercent: 100 })).toMatch(/100 % is too much for the extender/);
    expect(wrong({ unheardOf: 1 })).toMatch(/unheardOf/);
    expect(told(log(id, pull(first.id, '1', { laid: { ...laid, passes: 3 } })))).toMatch(/passes/);
    expect(progressOf(plan, ok(printState(db, id)).events).bench.rounds[0].pulls).toEqual([]);
  });

  test('a proof is read where its run lies, by what was laid there, and its reading moves no film of the edition', async () => {
    const { id, plan } = await onBlocks();
    const [first] = plan.runs;
    const colourId = first.formes[0].inkings[0].colourId;
    const laid = plannedLaying(plan, first);
    const pale = { ...laid, inkings: laid.inkings.map((one) => ({ ...one, extenderPercent: 80 })) };
    ok(
      log(
        id,
        begun,
        { kind: 'cut-done', cutId: first.formes[0].cutId },
        pull(first.id, '1'),
        pull(first.id, '2', { laid: pale }),
      ),
    );
    const read = async (sheet: string) =>
      ok(
        await readPatch(db, {
          kind: 'run',
          printId: id,
          runId: first.id,
          colourId,
          trial: { roundId: 'proofs-1', sheet },
        }),
      );
    const [planned, paler] = [await read('1'), await read('2')];
    expect(paler.reading.labD50[0]).toBeGreaterThan(planned.reading.labD50[0] + 1);
    expect(
      await readPatch(db, {
        kind: 'run',
        printId: id,
        runId: first.id,
        colourId,
        trial: { roundId: 'proofs-1', sheet: '3' },
      }),
    ).toMatchObject({ ok: false });
    const got = { kind: 'colour-got', runId: first.id, colourId, labD50: [80, 1, 30], source: 'typed' };
    expect(told(log(id, { ...got, trial: { roundId: 'proofs-1', sheet: '3' } }))).toMatch(/does not lie on sheet 3/);
    expect(told(log(id, { ...got, trial: { roundId: 'gone', sheet: '1' } }))).toMatch(/round/);
    ok(log(id, { ...got, trial: { roundId: 'proofs-1', sheet: '2' } }));
    const { bench } = progressOf(plan, ok(printState(db, id)).events);
    expect(bench.coloursGot).toEqual([]);
    expect(bench.trialReadings).toMatchObject([{ sheet: '2', labD50: [80, 1, 30] }]);
  });

  test('a photograph is kept small and upright, and named only once it is there', async () => {
    const { id } = await onBlocks();
    const large = await sharp({ create: { width: 3000, height: 2000, channels: 3, background: '#806040' } })
      .jpeg()
      .withMetadata({ orientation: 6 })
      .toBuffer();
    const photographed = (pictureSha: string) => ({
      ...{ kind: 'photographed', roundId: 'proofs-1', pictureSha, runId: null, sheet: '1', note: '' },
    });
    const { sha } = ok(await bringInPhotograph(db, id, large, 'sheet.jpg', NOW));
    expect(told(log(id, photographed(sha)))).toMatch(/round/);
    ok(log(id, begun));
    expect(told(log(id, photographed('e'.repeat(64))))).toMatch(/Bring it in first/);
    ok(log(id, photographed(sha)));
    const kept = await sharp(storedBlob(db, sha)!.bytes).metadata();
    expect([kept.width, kept.height, kept.format]).toEqual([1067, 1600, 'png']);
    // as it was taken, and without what the camera wrote
    const whole = ok(await bringInPhotograph(db, id, large, 'sheet.jpg', NOW, undefined, true));
    const { width, height, format, exif } = await sharp(storedBlob(db, whole.sha)!.bytes).metadata();
    expect([width, height, format, exif]).toEqual([2000, 3000, 'jpeg', undefined]);
    expect(told(await bringInPhotograph(db, id, Buffer.from('nothing'), 'x.png', NOW))).toMatch(
      /“x.png” is not a picture/,
    );
    expect(told(await bringInPhotograph(db, 'nowhere', large, 'x.png', NOW))).not.toBe('done');
  });

  test('a sheet is kept for a progressive set only while it carries its run and no later one, and comes back while that is so', async () => {
    const { id, plan } = await onBlocks();
    const [first, second] = plan.runs;
    const edition = { kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null, counted: 3, tests: 0 };
    const keep = (sheet: string, kept = true, runId = first.id) => ({ kind: 'sheet-kept', sheet, runId, kept });
    const pulled = (runId: string, sheet: string) => ({ ...pull(runId, sheet), roundId: 'edition' });
    ok(
      log(
        id,
        edition,
        { kind: 'cut-done', cutId: first.formes[0].cutId },
        { kind: 'cut-done', cutId: second.formes[0].cutId },
      ),
    );
    expect(told(log(id, keep('1')))).toMatch(/cannot be kept/);
    ok(log(id, pulled(first.id, '1'), pulled(first.id, '2'), pulled(first.id, '3')));
    ok(log(id, keep('2')));
    expect(told(log(id, keep('2')))).toMatch(/cannot be kept/);
    expect(told(log(id, pulled(second.id, '2')))).toMatch(/Sheet 2/);
    ok(log(id, pulled(second.id, '1')));
    expect(told(log(id, keep('1')))).toMatch(/cannot be kept/);
    expect(told(log(id, keep('3', false)))).toMatch(/not kept/);
    ok(log(id, keep('2', false)));
    expect(progressOf(plan, ok(printState(db, id)).events).runs[1].tally.waiting).toEqual(['2', '3']);
    ok(log(id, keep('2'), pulled(second.id, '3')));
    expect(told(log(id, keep('2', false)))).toMatch(/run 2 is done without it/);
  });
});
