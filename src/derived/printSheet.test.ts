import { told } from '@/testing/told';
import { toldByServer } from '@/words/refusals';
import fc from 'fast-check';
import { printMapOf } from '@/core/layers';
import type { LabelMap } from '@/core/geometry';
import type { Slip } from './bench/benchState';
import { checkPlan, emptyPlan, type FlatPlan, type Plan } from '@/model';
import {
  inkingsOf,
  coloursAfterSlip,
  cutLineNotes,
  inkedAt,
  keyOfFinding,
  labelStateOfRun,
  looksOfPlan,
  lostColours,
  maskNotes,
  openSlips,
  partIds,
  plainSheet,
  printTaskOf,
  trapsOf,
  withFlat,
  withRunOrder,
  withSecondTone,
  withSpotRun,
  type PrintSheet,
  processOf,
} from './index';
import { onOwnBlocks, pictureOf } from '@/testing/plans';
import { noteInWords } from '@/words/notes';

const SHA = 'b'.repeat(64);
const colour = (id: string, lightness: number) => ({
  id,
  name: id,
  wantedLabD50: [lightness, 5, 10] as const,
  areaShare: 0.25,
  islandCount: 1,
});
const flat: FlatPlan = {
  labelsSha: SHA,
  settings: { colourCount: 4, radiusMm: 0, minIslandMm2: 0 },
  colours: [colour('paper', 94), colour('straw', 75), colour('rust', 50), colour('night', 20)],
  barePaperId: 'paper',
  handChanges: 0,
};
const picture: Plan['picture'] = pictureOf(16, 10, { raster: { sha: SHA, widthPx: 160, heightPx: 40, mmPerPx: 0.1 } });
/** Four upright bands of 40 px: paper, straw, rust, night. */
const map: LabelMap = {
  width: 160,
  height: 40,
  labels: Uint8Array.from({ length: 6400 }, (_, i) => Math.floor((i % 160) / 40)),
};
const reduction = (): Plan => withFlat({ ...emptyPlan(), picture }, flat);

const blocks = (plan = reduction()): Plan => onOwnBlocks(plan);

function sheetFor(
  plan: Plan,
  slips: readonly Slip[] = [],
): { sheet: PrintSheet; at: (x: number, y?: number) => number } {
  const { task, effects } = printTaskOf(plan, slips);
  const made = printMapOf(map, task)!;
  return {
    sheet: { parts: made.parts, share: made.areaPx.map((px) => px / 6400), effects },
    at: (x, y = 20) => made.map.labels[y * 160 + x],
  };
}

const box = (x0: number, y0: number, x1: number, y1: number) => ({
  anchors: [],
  outlinesMm: [[x0, y0, x1, y0, x1, y1, x0, y1]],
});
const slip = (cutId: string, place = box(13, 1, 15, 3)): Slip => ({
  slipId: 'slip-1',
  at: '2026-11-20T10:00:00.000Z',
  cutId,
  place: { islands: [], outlinesMm: place.outlinesMm },
  note: '',
});

test.each<[string, (plan: Plan) => unknown, RegExp]>([
  ['an overlap of 9 mm', (p) => ({ ...p, fit: { ...p.fit, trapMm: 9 } }), /9 mm is too much for the overlap/],
  ['tools in disorder', (p) => ({ ...p, toolsMm: [1, 0.5] }), /narrow to wide/],
  ['no tool', (p) => ({ ...p, toolsMm: [] }), /At least one tool/],
  [
    'a mask of an unknown kind',
    (p) => ({
      ...p,
      masks: [
        {
          id: 'm',
          runId: p.runs[0].id,
          kind: 'hope',
          place: box(0, 0, 1, 1),
          covers: 'place',
          growMm: 1,
          hold: 'pins',
          note: '',
        },
      ],
    }),
    /kind/,
  ],
  [
    'a pair of colours that are gone',
    (p) => ({ ...p, fit: { ...p.fit, pairs: [{ aId: 'x', bId: 'y', mm: 1, grows: 'lighter' }] } }),
    /colour that is not there/,
  ],
  ['a grain of 45°', (p) => ({ ...p, blocks: p.blocks.map((b) => ({ ...b, grainDeg: 45 })) }), /grainDeg/],
])('%s is refused in words', (_name, spoil, words) => {
  const got = checkPlan(spoil(reduction()));
  expect(got.ok ? '' : toldByServer(got)).toMatch(words);
});

test('a mask whose run is gone is kept, and masks nothing', () => {
  const lost = {
    id: 'm',
    runId: 'run-gone',
    kind: 'mask' as const,
    place: box(0, 0, 4, 4),
    covers: 'place' as const,
    growMm: 1,
    hold: 'pins' as const,
    note: '',
  };
  const plan = { ...reduction(), masks: [lost] };
  const checked = checkPlan(plan);
  expect(checked.ok && checked.value.masks).toEqual([lost]);
  expect(printTaskOf(plan).task.marks).toEqual([]);
});

test('overlaps: the lighter grows under the darker; a pair may have its own length, or the other way round; bare paper takes no part', () => {
  const plan = {
    ...blocks(),
    fit: {
      trapMm: 0.3,
      pairs: [{ aId: 'night', bId: 'rust', mm: 0.5, grows: 'darker' as const }],
      chokeMm: 0,
    },
  };
  expect(trapsOf(plan)).toEqual(
    expect.arrayContaining([
      { grow: 'straw', under: 'rust', mm: 0.3 },
      { grow: 'straw', under: 'night', mm: 0.3 },
      { grow: 'night', under: 'rust', mm: 0.5 },
    ]),
  );
  expect(trapsOf(plan).length).toBe(3);
  // areas cut one out of the other on one block cannot grow
  expect(trapsOf({ ...reduction(), fit: plan.fit })).toEqual([]);
  const { sheet, at } = sheetFor(plan);
  const printsAt = (x: number) =>
    plan.runs.map((run) => inkedAt(plan, sheet, sheet.parts[at(x)], run, inkingsOf(run)[0]));
  expect([printsAt(79), printsAt(80), printsAt(82), printsAt(83)]).toEqual([
    [true, false, false],
    [true, true, false],
    [true, true, false],
    [false, true, false],
  ]);
  expect(printsAt(115)).toEqual([false, true, true]);
  expect(labelStateOfRun(plan, plan.runs[0], sheet).standing).toContain(at(81));
  expect(noteInWords(cutLineNotes(plan, plan.runs[0])[0])).toMatch(
    /straw against rust: cut 0.3 mm outside the line; Block 1 grows under rust/,
  );
  expect(cutLineNotes(blocks(), plan.runs[0])).toEqual([]);
});

test('the look of an overlap is that of both films, and counts by its own area', () => {
  const plan = { ...blocks(), fit: { trapMm: 0.4, pairs: [], chokeMm: 0 } };
  const { sheet, at } = sheetFor(plan);
  const looks = looksOfPlan(plan, [], sheet)!,
    plain = looksOfPlan(plan)!;
  expect(looks.stacks[at(81)].map((e) => e.run)).toEqual([0, 1]);
  expect(looks.looks[1][at(81)]).toEqual(plain.looks[1][1]);
  expect(looks.looks[3][at(100)]).toEqual(plain.looks[3][2]);
  expect(looks.agreement.deltaE.length).toBe(sheet.parts.length);
  expect(sheet.share.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12);
  expect(partIds(plan, sheet).slice(0, 4)).toEqual(['paper', 'straw', 'rust', 'night']);
});

describe('a forme that lies elsewhere than it was cut for', () => {
  const lying = (part: { offsetMm?: { xMm: number; yMm: number }; turnDeg?: number }, from = blocks()): Plan => ({
    ...from,
    runs: from.runs.map((run, r) =>
      r === 0 ? { ...run, formes: run.formes.map((forme) => ({ ...forme, ...part })) } : run,
    ),
  });
  /** The runs whose films lie at a place. */
  const films = (plan: Plan, x: number, y = 20, slips: readonly Slip[] = []) => {
    const { sheet, at } = sheetFor(plan, slips);
    return looksOfPlan(plan, [], sheet)!.stacks[at(x, y)].map((entry) => entry.run);
  };

  test('carried: its film comes to lie there, over or under what is there, and no longer where it was', () => {
    const plan = lying({ offsetMm: { xMm: 4, yMm: 1 } });
    expect(films(plan, 60)).toEqual([]);
    expect(films(plan, 100)).toEqual([0, 1]);
    expect(films(plan, 100, 5)).toEqual([1]);
    expect(films(plan, 140)).toEqual([2]);
    // the block itself is cut as before
    const state = labelStateOfRun(plan, plan.runs[0], sheetFor(plan).sheet);
    expect(state.standing).toContain(1);
  });

  test('turned half round about the middle of the print', () => {
    const plan = lying({ turnDeg: 180 });
    expect(films(plan, 60)).toEqual([]);
    expect(films(plan, 100)).toEqual([0, 1]);
  });

  test('a turn and its turning back are where it was, up to a pixel at the edges', () => {
    const there = sheetFor(lying({ turnDeg: 30, offsetMm: { xMm: 0.5, yMm: 0 } })),
      inked = (x: number, y: number) => there.sheet.parts[there.at(x, y)].marks.length > 0;
    // plainly: where the point that was carried there lay on straw
    for (let y = 2; y < 40; y += 5)
      for (let x = 3; x < 160; x += 7) {
        const a = (30 * Math.PI) / 180,
          [u, v] = [x + 0.5 - 5 - 80, y + 0.5 - 20];
        const from = Math.cos(a) * u + Math.sin(a) * v + 80,
          fromY = Math.cos(a) * v - Math.sin(a) * u + 20;
        expect(inked(x, y)).toBe(from >= 40 && from < 80 && fromY >= 0 && fromY < 40);
      }
  });

  test('a slip on its block goes with it; overlaps of the picture leave it out', () => {
    const gone = slip('stage-1', box(5, 1, 6, 3));
    const plan = lying({ offsetMm: { xMm: 4, yMm: 0 } });
    expect(films(plan, 95, 20, [gone])).toEqual([1]);
    expect(films(plan, 110, 20, [gone])).toEqual([0, 1]);
    const trapped = { ...plan, fit: { trapMm: 0.4, pairs: [], chokeMm: 0 } };
    expect(trapsOf(trapped).some((trap) => trap.grow === 'straw')).toBe(false);
  });
});

test('a choke: where several films end on one edge, only the first reaches it', () => {
  const plan = withRunOrder({ ...reduction(), fit: { trapMm: 0, pairs: [], chokeMm: 0.5 } }, [
    'run-straw',
    'run-rust',
    'run-night',
  ]);
  // night beside bare paper: three films end there
  const beside: LabelMap = {
    width: 80,
    height: 10,
    labels: Uint8Array.from({ length: 800 }, (_, i) => (i % 80 < 40 ? 0 : 3)),
  };
  const { task, effects } = printTaskOf(plan);
  const made = printMapOf(beside, task)!;
  const sheet = { parts: made.parts, share: made.areaPx.map((px) => px / 800), effects };
  const films = (x: number) =>
    plan.runs.map((run) => inkedAt(plan, sheet, sheet.parts[made.map.labels[5 * 80 + x]], run, inkingsOf(run)[0]));
  expect([films(39), films(40), films(44), films(45)]).toEqual([
    [false, false, false],
    [true, false, false],
    [true, false, false],
    [true, true, true],
  ]);
  expect(noteInWords(cutLineNotes(plan, plan.runs[1])[0])).toMatch(/cut 0.5 mm inside the line/);
  const stages = plan.runs.map((run) => labelStateOfRun(plan, run, sheet).standing);
  for (let s = 1; s < stages.length; s++) for (const part of stages[s]) expect(stages[s - 1]).toContain(part);
});

test('whatever order and choke, stages nest: what stands for a run stood for the one before', () => {
  fc.assert(
    fc.property(
      fc.shuffledSubarray(['run-straw', 'run-rust', 'run-night'], { minLength: 3, maxLength: 3 }),
      fc.double({ min: 0, max: 2, noNaN: true }),
      (order, chokeMm) => {
        const plan = withRunOrder({ ...reduction(), fit: { trapMm: 0, pairs: [], chokeMm } }, order);
        const { sheet } = sheetFor(plan);
        const standing = plan.runs.map((run) => new Set(labelStateOfRun(plan, run, sheet).standing));
        for (let s = 1; s < standing.length; s++)
          for (const part of standing[s]) expect(standing[s - 1].has(part)).toBe(true);
      },
    ),
    { seed: 21, numRuns: 30 },
  );
});

test('a masked place gets no film of that run, with the complement all else gets none; masks that keep clean change nothing', () => {
  const plan = reduction();
  const mask = (covers: 'place' | 'all else', kind: 'mask' | 'wipe' | 'keep clean') => ({
    id: 'mask-1',
    runId: plan.runs[0].id,
    kind,
    place: box(4.5, 1, 6, 3),
    covers,
    growMm: 2,
    hold: 'pins' as const,
    note: 'light',
  });
  const films = (p: Plan, x: number) => {
    const { sheet, at } = sheetFor(p);
    return inkedAt(p, sheet, sheet.parts[at(x)], p.runs[0], inkingsOf(p.runs[0])[0]);
  };
  expect([
    films(plan, 50),
    films({ ...plan, masks: [mask('place', 'wipe')] }, 50),
    films({ ...plan, masks: [mask('place', 'mask')] }, 70),
  ]).toEqual([true, false, true]);
  const other = { ...plan, masks: [mask('all else', 'mask')] };
  expect([films(other, 50), films(other, 70), films(other, 140)]).toEqual([true, false, false]);
  expect(printTaskOf({ ...plan, masks: [mask('place', 'keep clean')] }).task.marks).toEqual([]);
  expect(maskNotes({ ...plan, masks: [mask('place', 'wipe')] }, plan.runs[0]).map((note) => noteInWords(note))).toEqual(
    ['Ink all, then wipe off 1 place: light (straw)'],
  );
});

test('two tones from one stage: two runs from it, each with the mask the other lacks, every part printed by just one', () => {
  const base = reduction();
  const plan = withSecondTone(base, base.runs[2], box(12, 0, 14, 4), 1);
  expect(checkPlan(plan)).toMatchObject({ ok: true });
  expect(plan.runs.length).toBe(4);
  expect(inkingsOf(plan.runs[3])[0].cutId).toBe(inkingsOf(plan.runs[2])[0].cutId);
  const { sheet, at } = sheetFor(plan);
  for (const x of [122, 138, 145, 158]) {
    const printed = [2, 3].map((r) =>
      inkedAt(plan, sheet, sheet.parts[at(x)], plan.runs[r], inkingsOf(plan.runs[r])[0]),
    );
    expect(printed.filter(Boolean).length).toBe(1);
  }
});

test('a second tone stays with its stage when runs are moved or colours change, and nothing is cut for it', () => {
  const base = reduction();
  const plan = withSecondTone(base, base.runs[1], box(8, 0, 10, 4), 1);
  expect(plan.runs.map((run) => run.id)).toEqual(['run-straw', 'run-rust', 'run-tone-1', 'run-night']);
  expect(labelStateOfRun(plan, plan.runs[2])).toEqual({ standing: [2, 3], cutNow: [], clearedEarlier: [0, 1] });
  const moved = withRunOrder(plan, ['run-rust', 'run-tone-1', 'run-straw', 'run-night']);
  expect(checkPlan(moved)).toMatchObject({ ok: true });
  expect(moved.runs.map((run) => inkingsOf(run)[0].cutId)).toEqual(['stage-1', 'stage-1', 'stage-2', 'stage-3']);
  expect(labelStateOfRun(moved, moved.runs[3]).standing).toEqual([3]);
  expect(withRunOrder(plan, ['run-tone-1', 'run-straw', 'run-night', 'run-rust']).runs.map((run) => run.id)).toEqual([
    'run-tone-1',
    'run-rust',
    'run-straw',
    'run-night',
  ]);
  const renamed = withFlat(plan, {
    ...flat,
    colours: flat.colours.map((c) => (c.id === 'rust' ? { ...c, name: 'brick' } : c)),
  });
  expect(renamed.runs.length).toBe(4);
  expect(renamed.masks.length).toBe(2);
});

test('a slip takes the films of its stage and all later ones, and only there; patched, it takes nothing', () => {
  const plan = reduction();
  const s = slip('stage-2');
  const { sheet, at } = sheetFor(plan, [s]);
  const films = (x: number, y: number) =>
    plan.runs.map((run) => inkedAt(plan, sheet, sheet.parts[at(x, y)], run, inkingsOf(run)[0]));
  expect([films(140, 20), films(140, 35), films(125, 20)]).toEqual([
    [true, false, false],
    [true, true, true],
    [true, true, true],
  ]);
  expect(
    openSlips([s, { ...s, answer: 'patch' }, { ...s, answer: 'change plan' }, { ...s, answer: 'leave' }]).length,
  ).toBe(2);
  expect(printTaskOf(plan, [{ ...s, answer: 'patch' }]).task.marks).toEqual([]);
});

test('changing the picture to fit a slip: each colour becomes the one that has just the films that are left', () => {
  const plan = reduction();
  const became = coloursAfterSlip(plan, slip('stage-2'), ['night', 'straw']);
  expect(became.ok && [...became.value]).toEqual([['night', 'straw']]);
  const first = coloursAfterSlip(plan, slip('stage-1'), ['night', 'rust']);
  expect(first.ok && [...first.value]).toEqual([
    ['night', 'paper'],
    ['rust', 'paper'],
  ]);
  expect(told(coloursAfterSlip(plan, slip('stage-3'), ['straw']))).toMatchObject({
    ok: false,
    message: expect.stringMatching(/nothing in the plan needs to change/),
  });
  const overlapping = blocks();
  const twice: Plan = {
    ...overlapping,
    blocks: overlapping.blocks.map((b, i) =>
      i === 0 ? { ...b, sides: [{ ...b.sides[0], stages: [{ id: 'stage-1', standingIds: ['straw', 'night'] }] }] } : b,
    ),
  };
  expect(coloursAfterSlip(twice, slip('stage-3'), ['night'])).toMatchObject({ ok: true });
  const barePrinted: Plan = { ...plan, flat: { ...plan.flat!, barePaperId: null } };
  expect(told(coloursAfterSlip(withFlat(plan, barePrinted.flat), slip('stage-1'), ['night']))).toMatchObject({
    ok: false,
    message: expect.stringMatching(/Leave it, patch it, or print the spot/),
  });
});

test('a spot on its own: a block, a stage that stands only there, an opaque ink and a run more, in a plan that holds', () => {
  const plan = reduction();
  expect(lostColours(plan, slip('stage-2'), ['straw', 'night'])).toEqual(['night']);
  const got = withSpotRun(plan, slip('stage-2'), ['night', 'straw']);
  if (!got.ok) throw new Error(toldByServer(got));
  expect(checkPlan(got.value)).toMatchObject({ ok: true });
  expect(processOf(got.value)).toBe('reduction and more blocks');
  expect(got.value.inks.at(-1)).toMatchObject({ opacity: 'opaque', solidLabD50: [20, 5, 10] });
  const { sheet, at } = sheetFor(got.value, [slip('stage-2')]);
  const run = got.value.runs[3];
  const printed = (x: number, y: number) => inkedAt(got.value, sheet, sheet.parts[at(x, y)], run, inkingsOf(run)[0]);
  expect([printed(140, 20), printed(140, 35), printed(60, 20)]).toEqual([true, false, false]);
  expect(withSpotRun(plan, slip('stage-3'), ['straw'])).toMatchObject({ ok: false });
});

test('a spot run leaves the chokes that are already cut as they are, and asks for no overlaps', () => {
  const fit = { trapMm: 0.3, pairs: [], chokeMm: 0.5 };
  const plan = { ...reduction(), fit };
  const got = withSpotRun(plan, slip('stage-2'), ['night', 'straw']);
  if (!got.ok) throw new Error(toldByServer(got));
  expect(printTaskOf(plan).task.chokes.length).toBeGreaterThan(0);
  expect(printTaskOf(got.value).task.chokes).toEqual(printTaskOf(plan).task.chokes);
  expect(printTaskOf(got.value).task.traps).toEqual([]);
  expect(cutLineNotes(got.value, got.value.runs[1])).toEqual(cutLineNotes(plan, plan.runs[1]));
});

test('a plan without overlaps, masks and slips is the plain sheet; findings are known again by kind and place', () => {
  const plan = reduction();
  expect(plainSheet(plan).parts.map((p) => p.as)).toEqual([[0], [1], [2], [3]]);
  expect(labelStateOfRun(plan, plan.runs[1]).cutNow).toEqual([1]);
  expect(keyOfFinding({ kind: 'ridge', xMm: 10.1, yMm: 19.9 })).toBe(
    keyOfFinding({ kind: 'ridge', xMm: 9.9, yMm: 20.1 }),
  );
  expect(keyOfFinding({ kind: 'gap', xMm: 10, yMm: 20 })).not.toBe(keyOfFinding({ kind: 'ridge', xMm: 10, yMm: 20 }));
});
