import { told } from '@/testing/told';
import { toldByServer } from '@/words/refusals';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { checkPlan, type Plan } from '../plan';

const UNDAYED = {
  parting: {
    ...{ by: 'cut', grain: 'either', keptEdges: [], lossMm: 0, edgeMm: 5 },
    ...{ strips: 0, stripMm: { widthMm: 60, heightMm: 200 } },
  },
  costs: { inkPer100G: 0, blockPerDm2: 0, anHour: 0 },
  days: { aim: 'earliest finish', wishedBy: null, eveningsOnly: false, pins: [], kept: [], keptAt: null },
} as const;
const NOT_TOLD = {
  colourways: [],
  record: { by: '', printedBy: '', place: '', year: '', technique: '', statement: '', rights: '', price: '' },
} as const;

const UNFINISHED = {
  finishing: {
    ...{ to: 'paper', marginMm: 0, lines: [], interleave: false, pressDays: 0 },
    shape: { offsetMm: 2, roundMm: 1, openings: false, leastMm2: 20, colourIds: [] },
  },
} as const;

/** A plan as the release that knew this version wrote it: never changed. */
const written = (version: number) =>
  JSON.parse(readFileSync(join(__dirname, `../fixtures/plan-version-${version}.json`), 'utf8')) as Plan;
const opened = (version: number): Plan => {
  const plan = checkPlan(written(version));
  if (!plan.ok) throw new Error(toldByServer(plan));
  return plan.value;
};

test.each([1, 2, 3, 4])('a plan of version %d opens with all it said', (version) => {
  const old = written(version),
    plan = opened(version);
  expect(old.version).toBe(version);
  expect(plan.version).toBe(16);
  expect(plan.picture).toEqual(old.picture);
  expect(plan.flat).toEqual(old.flat);
  expect(plan.sheets).toEqual({ ...old.sheets, progressiveSets: 0 });
  expect(plan.runs.map((run) => run.id)).toEqual(['run-straw', 'run-rust', 'run-night']);
  expect(plan.runs.map((run) => run.formes[0].inkings[0].colourId)).toEqual(['straw', 'rust', 'night']);
  expect(plan.inks.map((ink) => ink.solidLabD50)).toEqual(old.inks.map((ink) => ink.solidLabD50));
  expect(plan.blocks[0].sides[0].cuts.map((cut) => cut.standingIds)).toEqual([
    ['straw', 'rust', 'night'],
    ['rust', 'night'],
    ['night'],
  ]);
});

test('what version 1 did not know begins as that release’s printmaker would have had it', () => {
  expect(opened(1)).toMatchObject({
    way: { under: 'dry' },
    rules: { direction: 'free', pinnedIds: [], maxFilms: 5, rollerClearanceMm: 20 },
    toolsMm: [0.5, 1, 2, 3, 6, 10],
    register: { stock: [{ thicknessMm: 0.4 }, { thicknessMm: 0.1 }], sliverMm: 0.25 },
  });
  expect(opened(1).inks.map((ink) => ink.softenerPercent)).toEqual([0, 2, 4]);
});

test('version 2: one tool becomes the narrowest of a list, one margin a layout', () => {
  const old = written(2) as unknown as { layout: { marginMm: number; marginRule: string } };
  expect(opened(2).layout).toMatchObject({
    marginMm: old.layout.marginMm,
    rule: old.layout.marginRule,
    solve: 'paper',
  });
  expect(opened(2).masks).toEqual([]);
});

test('version 3: the choke stays, islands become points inside them', () => {
  expect(opened(3).fit.chokeMm).toBe(0.3);
  expect(opened(3).lettering).toEqual([{ xMm: 30.05, yMm: 40.05, colourId: null }]);
});

test('version 4: masks keep their outlines and find their islands by a point', () => {
  expect(opened(4).masks[0]).toMatchObject({
    runId: 'run-rust',
    note: 'sky',
    place: { anchors: [{ xMm: 2.55, yMm: 1.05, colourId: null }], outlinesMm: [[10, 10, 20, 10, 20, 20]] },
  });
  expect(opened(4).lettering.length).toBe(1);
});

test('version 5: inkings lie under the cuts they print from, on formes that lie where they were cut for', () => {
  const plan = opened(5);
  expect(plan.way).toMatchObject({ under: 'wet', registration: 'pins and tabs', printing: 'by hand' });
  expect(plan.inks.map((ink) => ink.mediumId)).toEqual(Array(4).fill('oil relief'));
  expect(plan.blocks.map((block) => block.sides[0].cuts.map((cut) => cut.id))).toEqual([
    ['stage-a1'],
    ['stage-b1'],
    ['stage-c1'],
    ['stage-spot-1'],
  ]);
  expect(plan.blocks.every((block) => block.sides[0].saw === null)).toBe(true);
  expect(plan.blocks[3].sides[0].cuts[0].within!.outlinesMm.length).toBeGreaterThan(0);
  expect(plan.runs[1].formes).toEqual([
    {
      id: 'forme-run-rust',
      cutId: 'stage-b1',
      offsetMm: { xMm: 0, yMm: 0 },
      turnDeg: 0,
      inkings: [
        {
          id: 'inking-2-1',
          colourId: 'rust',
          inkId: 'ink-rust',
          zoneIds: null,
          keptOut: [],
          filmWeight: 1,
          fade: null,
          laidBy: 'roller',
        },
      ],
    },
  ]);
});

test('several cuts in one run of version 5 become several formes, each inking under its own', () => {
  const old = written(5) as unknown as { runs: { inkings: object[] }[] };
  const [first, second] = old.runs;
  const plan = checkPlan({ ...old, runs: [{ ...first, inkings: [...first.inkings, ...second.inkings] }] });
  if (!plan.ok) throw new Error(toldByServer(plan));
  expect(plan.value.runs[0].formes.map((f) => [f.id, f.cutId, f.inkings.map((i) => i.colourId)])).toEqual([
    ['forme-run-straw', 'stage-a1', ['straw']],
    ['forme-run-straw-2', 'stage-b1', ['rust']],
  ]);
});

test('version 6: all of it stays; of the workshop it uses nothing by name, and nothing was kept at a gate', () => {
  const { version, ...said } = written(6);
  expect(version).toBe(6);
  expect(said.paper).toEqual({ name: 'cream', labD50: [92, 0.8, 10] });
  expect(opened(6)).toMatchObject({
    paper: said.paper,
    inks: said.inks,
    blocks: unsawn(said),
    uses: [],
    frozenAt: null,
  });
});

test('version 7: all of it stays; nothing is masked or wiped all over, and no reasons were kept', () => {
  const { version, runs, ...said } = written(7);
  expect(version).toBe(7);
  const plan = opened(7);
  expect(plan).toMatchObject({
    ...said,
    blocks: unsawn(said),
    transfer: { ...said.transfer, ticked: [] },
    decisions: [],
  });
  expect(plan.runs[0].formes[0].inkings[0].zoneIds).toEqual(['straw']);
  const withNothingKeptOut = runs.map((run) => ({
    ...run,
    formes: run.formes.map((forme) => ({
      ...forme,
      inkings: forme.inkings.map((inking) => ({ ...inking, keptOut: [] })),
    })),
  }));
  expect(plan.runs).toEqual(withNothingKeptOut);
});

test('a plan of a newer release is refused in words', () => {
  expect(told(checkPlan({ ...written(5), version: 17 }))).toMatchObject({
    ok: false,
    code: expect.stringMatching(/^newer\b/),
    message: expect.stringMatching(/version 17.*version 16.*Update/),
  });
});

test('version 8: all of it stays; no progressive set is kept', () => {
  const old = written(8);
  expect(old.version).toBe(8);
  expect(old.decisions.length).toBe(1);
  expect(opened(8)).toEqual({ ...presently(old), sheets: { ...old.sheets, progressiveSets: 0 } });
});

test('version 9: all of it stays; nothing is said of tones or of cutting', () => {
  const old = written(9);
  expect(old.version).toBe(9);
  const plan = opened(9);
  expect(plan).toEqual(presently(old));
  expect(plan.flat?.settings).not.toHaveProperty('cuttable');
});

test('version 10: all of it stays; how one works was not chosen, and begins as everything began then', () => {
  const old = written(10);
  expect(old.version).toBe(10);
  expect(old.flat?.settings).toHaveProperty('cuttable');
  expect(opened(10)).toEqual(presently(old));
});

/** Sides of older plans were drawn as large as the picture. */
const AS_DRAWN = { acrossPercent: 0, downPercent: 0 };
/** Films of older plans picked up nothing. */
const BLEND = { percent: 0, passes: 4, wanted: false, reachMm: 3, chargedFirst: 'lighter' } as const;
/** A day on open films as it begins. */
const DAY = { openMinutes: null, changeOverMinutes: 20 };

test('version 11: all of it stays; a fade was laid by what its ink is laid by, and nothing was said of its ends', () => {
  const old = written(11);
  expect(old.version).toBe(11);
  expect(old.way.chosen).toBe('block each');
  const plan = opened(11);
  expect(plan).toMatchObject({
    ...old,
    version: 16,
    ...UNDAYED,
    ...NOT_TOLD,
    ...UNFINISHED,
    transfer: { ...old.transfer, ticked: [] },
    blocks: unsawn(old),
    runs: expect.anything(),
    way: { ...old.way, day: DAY, blend: BLEND, begins: { ...old.way.begins, key: 'last', type: false } },
  });
  const fades = (of: Plan) => of.runs.map(({ formes }) => formes[0].inkings[0].fade);
  const [slow, even] = fades(old);
  expect(fades(plan).slice(0, 2)).toEqual([
    { ...slow, by: 'two ribbons', wanted: null },
    { ...even, by: 'brush', wanted: null },
  ]);
  expect(plan.runs[0].formes[0].inkings[0]).toMatchObject({ laidBy: 'roller' });
});

test('version 12: all of it stays; no side was sawn', () => {
  const old = written(12);
  expect(old.version).toBe(12);
  expect(old.flat?.key).toEqual({ colourId: 'night', widthMm: 1.2 });
  expect(old.runs[1].formes[0].offsetMm).toEqual({ xMm: 2, yMm: 0 });
  expect(opened(12)).toEqual({
    ...old,
    version: 16,
    ...UNDAYED,
    ...NOT_TOLD,
    ...UNFINISHED,
    transfer: { ...old.transfer, ticked: [] },
    blocks: unsawn(old),
    way: { ...old.way, blend: BLEND, begins: { ...old.way.begins, type: false } },
  });
});

test('version 13: all of it stays; nothing was said of parents, costs and days', () => {
  const old = written(13);
  expect(old.version).toBe(13);
  expect(opened(13)).toEqual({ ...old, version: 16, ...UNDAYED, ...NOT_TOLD, ...UNFINISHED });
});

test('version 14: all of it stays; there is one set of inks, and no record is told', () => {
  const old = written(14);
  expect(old.version).toBe(14);
  expect(old.days.wishedBy).toBe('2026-12-12');
  expect(opened(14)).toEqual({ ...old, version: 16, ...NOT_TOLD, ...UNFINISHED });
});

test('version 15: all of it stays; sheets are brought to their paper, and nothing is pressed', () => {
  const old = written(15);
  expect(old.version).toBe(15);
  expect(old.colourways).toHaveLength(1);
  expect(old.record.by).toBe('B. M.');
  expect(opened(15)).toEqual({ ...old, version: 16, ...UNFINISHED });
});

/** Sides as later versions say them: whole, where pieces were listed that nothing was made of. */
function unsawn({ blocks }: Pick<Plan, 'blocks'>) {
  return blocks.map((block) => ({
    ...block,
    type: null,
    sides: block.sides.map(
      ({ pieces: _pieces, ...side }: Plan['blocks'][number]['sides'][number] & { pieces?: unknown }) => ({
        ...side,
        saw: null,
        drawnLarger: AS_DRAWN,
      }),
    ),
  }));
}

/** What later versions say besides. */
function presently(old: Plan) {
  return {
    ...old,
    version: 16,
    ...UNDAYED,
    ...NOT_TOLD,
    ...UNFINISHED,
    transfer: { ...old.transfer, ticked: [] },
    blocks: unsawn(old),
    way: {
      ...old.way,
      chosen: null,
      day: DAY,
      blend: BLEND,
      begins: { blocks: 'one side', mediumId: 'oil relief', opacity: 'opaque', key: 'last', type: false },
    },
  };
}
