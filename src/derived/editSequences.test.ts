import { printMapOf } from '@/core/layers';
import { randomStream } from '@/core/random/random';
import {
  checkEdit,
  checkPlan,
  EDIT_KINDS,
  emptyPlan,
  WAYS_OF_WORKING,
  type EditOf,
  type Plan,
  type PlanEdit,
} from '@/model';
import { FOUR_COLOURS, pictureOf } from '@/testing/plans';
import {
  applyEdit,
  cutsOf,
  figuresOf,
  inkingsOf,
  looksOfPlan,
  patchBetween,
  printTaskOf,
  progressOf,
  sheetLayoutOf,
  withPatch,
} from './index';
import { sidesOf } from './lookups';
import { withFlat } from './runPlan';
import { startBelief } from '@/core/sheets';
import { boxOfType, laidAt } from './typeLines';

const begun: Plan = withFlat({ ...emptyPlan(), picture: pictureOf(60, 45) }, FOUR_COLOURS);
/** The four bands as a small map. */
const MAP = {
  width: 60,
  height: 45,
  labels: Uint8Array.from({ length: 60 * 45 }, (_, i) => Math.floor((i % 60) / 15)),
};

type Chance = () => number;
let serial = 0;
const fresh = (what: string) => `${what}-${++serial}`;
function pick<T>(chance: Chance, list: readonly T[]): T {
  return list[Math.floor(chance() * list.length)];
}
/** Now and then something that is not there. */
const idOf = (chance: Chance, list: readonly { readonly id: string }[]) =>
  chance() < 0.05 || list.length === 0 ? 'nobody' : pick(chance, list).id;
const some = <T>(chance: Chance, list: readonly T[]): T[] => {
  const kept = list.filter(() => chance() < 0.5);
  return kept.length > 0 || list.length === 0 ? kept : [pick(chance, list)];
};
const between = (chance: Chance, from: number, to: number) => from + chance() * (to - from);
const place = (chance: Chance) => {
  const [x, y] = [between(chance, 0, 40), between(chance, 0, 30)];
  return { anchors: [], outlinesMm: [[x, y, x + 15, y, x + 15, y + 12, x, y + 12]] };
};
const newInk = (plan: Plan, chance: Chance) => ({
  ...plan.inks[0],
  ...{ id: fresh('ink'), name: fresh('mixed'), film: null, recipe: null },
  solidLabD50: [between(chance, 10, 90), between(chance, -40, 40), between(chance, -40, 60)] as const,
});
const line = (chance: Chance): { line: EditOf<'type-added'>['line']; within: EditOf<'type-added'>['within'] } => {
  const text = pick(chance, ['Tide', 'Night and rain', 'x']),
    sizePt = Math.round(between(chance, 6, 40)),
    atMm = { xMm: between(chance, -5, 50), yMm: between(chance, 0, 60) };
  const { outlinesMm, widthMm } = boxOfType(text, sizePt);
  return {
    line: { ...{ text, face: 'box', sizePt, highMm: 23.32, by: 'press' }, atMm, widthMm },
    within: laidAt(outlinesMm, atMm),
  } as ReturnType<typeof line>;
};
const fadeLine = (chance: Chance) => ({
  fromMm: { xMm: between(chance, 0, 60), yMm: between(chance, 0, 20) },
  toMm: { xMm: between(chance, 0, 60), yMm: between(chance, 25, 45) },
  ...{ curve: pick(chance, ['even', 'slow', 'fast'] as const), by: 'two rollers' as const, wanted: null },
});
const blocksOf = ({ blocks }: Plan) => blocks;
const colours = ({ flat }: Plan) => flat?.colours ?? [];
const formes = ({ runs }: Plan) => runs.flatMap((run) => run.formes);
const inkings = ({ runs }: Plan) => runs.flatMap((run) => inkingsOf(run));

/** For each kind an edit as a hand might make it on a plan, most of what it names being there. */
const MAKERS: { readonly [Kind in PlanEdit['kind']]?: (plan: Plan, chance: Chance) => Omit<EditOf<Kind>, 'kind'> } = {
  'colour-set': (plan, chance) => ({
    colourId: idOf(chance, colours(plan)),
    part: { wantedLabD50: [between(chance, 5, 95), between(chance, -30, 30), between(chance, -30, 50)] },
  }),
  'bare-paper-set': (plan, chance) => ({ colourId: chance() < 0.3 ? null : idOf(chance, colours(plan)) }),
  'ink-added': (plan, chance) => ({ ink: newInk(plan, chance) }),
  'ink-set': (plan, chance) => ({
    inkId: idOf(chance, plan.inks),
    part: { opacity: pick(chance, ['opaque', 'transparent', 0.4]) },
  }),
  'tack-ladder-set': () => ({}),
  'inking-set': (plan, chance) => ({
    inkingId: idOf(chance, inkings(plan)),
    part: pick<EditOf<'inking-set'>['part']>(chance, [
      { filmWeight: between(chance, 0.3, 2) },
      { inkId: idOf(chance, plan.inks) },
      { fade: { ...fadeLine(chance), toInkId: chance() < 0.5 ? null : idOf(chance, plan.inks) } },
      { fade: null },
      { laidBy: pick(chance, ['roller', 'brush'] as const) },
    ]),
  }),
  'forme-set': (plan, chance) => ({
    formeId: idOf(chance, formes(plan)),
    part:
      chance() < 0.5
        ? { offsetMm: { xMm: between(chance, -20, 20), yMm: between(chance, -20, 20) } }
        : { turnDeg: pick(chance, [0, 90, 180, -90]) },
  }),
  'forme-again': (plan, chance) => ({
    formeId: idOf(chance, formes(plan)),
    ...{ columns: 1 + Math.floor(chance() * 3), rows: 1 + Math.floor(chance() * 3) },
    stepMm: { xMm: between(chance, 0, 30), yMm: between(chance, 0, 20) },
    turnDeg: pick(chance, [0, 90, 180]),
  }),
  'run-set': (plan, chance) => ({
    runId: idOf(chance, plan.runs),
    part: { impressions: pick(chance, [1, 2] as const) },
  }),
  'run-pinned': (plan, chance) => ({
    colourIds: some(chance, colours(plan)).map(({ id }) => id),
    pinned: chance() < 0.5,
  }),
  'runs-ordered': (plan, chance) => ({
    runIds: plan.runs.map(({ id }) => id).sort(() => chance() - 0.5),
  }),
  'run-repeated': (plan, chance) => ({
    runId: idOf(chance, plan.runs),
    as: fresh('run-again'),
    ...(chance() < 0.5 && { ink: newInk(plan, chance) }),
  }),
  'run-removed': (plan, chance) => ({ runId: idOf(chance, plan.runs) }),
  'colours-given': (plan, chance) => {
    const run = pick(chance, plan.runs);
    return {
      runId: run?.id ?? 'nobody',
      inkingId: run ? idOf(chance, inkingsOf(run)) : 'nobody',
      colourIds: some(chance, colours(plan)).map(({ id }) => id),
      how: pick(chance, ['printed', 'not inked', 'mask', 'wipe', 'cut away'] as const),
    };
  },
  'runs-joined': (plan, chance) => ({
    runId: idOf(chance, plan.runs),
    withRunId: idOf(chance, plan.runs),
    inks: pick(chance, ['both', 'first'] as const),
  }),
  'runs-faded': (plan, chance) => ({
    runId: idOf(chance, plan.runs),
    withRunId: idOf(chance, plan.runs),
    fade: fadeLine(chance),
  }),
  'run-split': (plan, chance) => ({
    runId: idOf(chance, plan.runs),
    colourIds: some(chance, colours(plan)).map(({ id }) => id),
    as: fresh('split'),
    ...(chance() < 0.5 && { ink: newInk(plan, chance) }),
    from: pick(chance, ['same cut', 'next cut'] as const),
  }),
  'block-split': (plan, chance) => ({
    blockId: idOf(chance, blocksOf(plan)),
    colourIds: some(chance, colours(plan)).map(({ id }) => id),
    ...{ as: fresh('part'), name: 'Another board' },
  }),
  'side-taken': (plan, chance) => ({ blockId: idOf(chance, plan.blocks), fromBlockId: idOf(chance, plan.blocks) }),
  'saw-set': (plan, chance) => ({
    sideId: idOf(chance, sidesOf(plan)),
    saw:
      chance() < 0.3
        ? null
        : {
            ...{ widthMm: 0.6, gaps: pick(chance, ['open', 'closed'] as const), leastMm2: 20, heldIn: [] },
            whole: chance() < 0.5 ? [] : [{ aId: 'straw', bId: 'rust' }],
          },
  }),
  'sides-drawn': (plan, chance) => ({
    sideIds: some(chance, sidesOf(plan)).map(({ id }) => id),
    drawnLarger: { acrossPercent: between(chance, -1, 1), downPercent: between(chance, -1, 1) },
  }),
  'type-added': (plan, chance) => ({ as: fresh('type'), ...line(chance), ink: newInk(plan, chance) }),
  'type-set': (plan, chance) => ({
    blockId: idOf(chance, chance() < 0.2 ? plan.blocks : plan.blocks.filter(({ type }) => type)),
    ...line(chance),
  }),
  'type-removed': (plan, chance) => ({ blockId: idOf(chance, plan.blocks) }),
  'block-removed': (plan, chance) => {
    const used = new Set(formes(plan).map(({ cutId }) => cutId));
    const unused = plan.blocks.filter(({ sides }) => sides.every(({ cuts }) => cuts.every(({ id }) => !used.has(id))));
    return { blockId: idOf(chance, unused.length > 0 ? unused : plan.blocks) };
  },
  'second-tone-added': (plan, chance) => ({ runId: idOf(chance, plan.runs), place: place(chance), growMm: 1 }),
  'spot-run-added': (plan, chance) => ({
    slip: { cutId: idOf(chance, cutsOf(plan)), place: { islands: [], outlinesMm: place(chance).outlinesMm } },
    colourIds: some(chance, colours(plan)).map(({ id }) => id),
  }),
  'block-added': (plan, chance) => ({
    ...{ as: fresh('more'), name: 'More', materialId: 'lino' as const, ink: newInk(plan, chance) },
    colourIds: some(chance, colours(plan)).map(({ id }) => id),
    first: chance() < 0.5,
    ...(chance() < 0.5 && { within: place(chance) }),
  }),
  'block-set': (plan, chance) => ({
    blockId: idOf(chance, plan.blocks),
    part: { materialId: pick(chance, ['lino', 'cherry'] as const) },
  }),
  'fit-set': (_, chance) => ({ part: { trapMm: between(chance, 0, 1.5), chokeMm: between(chance, 0, 1) } }),
  'mask-added': (plan, chance) => ({
    mask: {
      ...{ id: fresh('mask'), runId: idOf(chance, plan.runs), kind: 'mask', place: place(chance) },
      ...{ covers: pick(chance, ['place', 'all else'] as const), growMm: 1, hold: 'pins', note: '' },
    },
  }),
  'mask-removed': (plan, chance) => ({ maskId: idOf(chance, plan.masks) }),
  'rules-set': (_, chance) => ({ part: { maxFilms: 1 + Math.floor(chance() * 6) } }),
  'sheets-set': (_, chance) => ({ part: { edition: 1 + Math.floor(chance() * 60) } }),
  'colourway-set': (plan, chance) => ({
    colourway: {
      ...{ id: pick(chance, ['dusk', 'noon']), name: fresh('inks'), edition: 5, sheets: 8 },
      inks: some(chance, plan.inks).map(({ id: inkId }) => ({ inkId, byInkId: pick(chance, plan.inks).id })),
    },
  }),
  'colourway-removed': (plan, chance) => ({ colourwayId: idOf(chance, plan.colourways) }),
  'finishing-set': (_, chance) => ({ part: { pressDays: Math.floor(9 * chance()) } }),
  'record-told': (_, chance) => ({ part: { year: String(2000 + Math.floor(30 * chance())) } }),
  'parting-set': (_, chance) => ({ part: { grain: pick(chance, ['along', 'across', 'either'] as const) } }),
  'costs-set': (_, chance) => ({ part: { anHour: Math.round(40 * chance()) } }),
  'days-set': (_, chance) => ({ part: { eveningsOnly: chance() < 0.5, wishedBy: pick(chance, [null, '2027-03-01']) } }),
  'layout-set': (_, chance) => ({ part: { copies: { columns: 1 + Math.floor(chance() * 3), rows: 1, gapMm: 8 } } }),
  'way-chosen': (_, chance) => ({ chosen: pick(chance, [null, ...WAYS_OF_WORKING]), lay: chance() < 0.3 }),
  'way-set': (plan, chance) => ({
    part: {
      under: pick(chance, ['dry', 'wet'] as const),
      blend: { ...plan.way.blend, percent: between(chance, 0, 40), reachMm: between(chance, 0, 6) },
    },
  }),
};
/** What is sent whole by searches, pictures or the workshop, and what touches no run. */
const LEFT_OUT = [
  ...['shapes-changed', 'picture-placed', 'sketch-taken', 'composed', 'trial-taken', 'workshop-used', 'inks-mixed'],
  ...['lettering-marked', 'lettering-let-go', 'decision-noted', 'finding-kept', 'findings-kept', 'mask-set'],
  ...['tools-set', 'roller-set', 'transfer-set', 'register-set', 'heights-set', 'paper-set'],
];

test('every kind of edit is either made here or left out by name', () => {
  expect([...Object.keys(MAKERS), ...LEFT_OUT].sort()).toEqual([...EDIT_KINDS].sort());
});

/** What must hold of a plan whatever led to it. */
function expectWhole(plan: Plan): void {
  const sent = JSON.parse(JSON.stringify(plan)) as unknown;
  const checked = checkPlan(sent);
  if (!checked.ok) throw new Error(`${checked.code} ${JSON.stringify(checked.values)}`);
  expect(sent).toEqual(plan);
  const ids = (list: readonly { readonly id: string }[]) => list.map(({ id }) => id);
  for (const list of [
    ids(plan.runs),
    ids(plan.inks),
    ids(plan.blocks),
    ids(sidesOf(plan)),
    ids(cutsOf(plan)),
    ids(formes(plan)),
    ids(inkings(plan)),
  ])
    expect(new Set(list).size).toBe(list.length);
  const [cuts, inks, known] = [ids(cutsOf(plan)), ids(plan.inks), ids(colours(plan))];
  for (const { cutId } of formes(plan)) if (cutId !== null) expect(cuts).toContain(cutId);
  for (const { inkId, fade, colourId } of inkings(plan)) {
    expect(inks).toContain(inkId);
    expect(known).toContain(colourId);
    if (fade?.toInkId) expect(inks).toContain(fade.toInkId);
  }
  // what stands once on a side was never cut away before
  for (const side of sidesOf(plan))
    side.cuts.forEach(({ standingIds, within }, c) => {
      if (c > 0 && !within) for (const id of standingIds) expect(side.cuts[c - 1].standingIds).toContain(id);
    });
}

/** Everything that is worked out from a plan is worked out, and holds no nonsense. */
function expectWorkedOut(plan: Plan): void {
  const { task, effects } = printTaskOf(plan);
  const made = printMapOf(MAP, task)!;
  const sheet = { parts: made.parts, share: made.areaPx.map((px) => px / MAP.labels.length), effects };
  const looks = looksOfPlan(plan, [], sheet)!;
  expect(looks.looks).toHaveLength(plan.runs.length + 1);
  for (const look of looks.looks) for (const lab of look) for (const v of lab) expect(v).not.toBeNaN();
  expect(looks.agreement.worst).toBeGreaterThanOrEqual(looks.agreement.mean - 1e-9);
  expect(progressOf(plan, []).runs).toHaveLength(plan.runs.length);
  expect(figuresOf(plan, looks, startBelief('practised')).sheets).toBeGreaterThan(0);
  expect(sheetLayoutOf(plan)).toBeDefined();
}

const made = new Map<string, number>();

test.each(Array.from({ length: 64 }, (_, seed) => seed))(
  'a row of edits by chance leaves a plan that is whole, or says why not, and changes no plan it was made from (%i)',
  (seed) => {
    const chance = randomStream(50000 + seed),
      kinds = Object.keys(MAKERS) as (keyof typeof MAKERS)[];
    let plan = begun;
    const trail: string[] = [];
    for (let step = 0; step < 22; step++) {
      const kind = pick(chance, kinds);
      const edit = { kind, ...MAKERS[kind]!(plan, chance) } as PlanEdit;
      expect([kind, checkEdit(JSON.parse(JSON.stringify(edit)))]).toMatchObject([kind, { ok: true }]);
      const before = JSON.stringify(plan);
      const next = applyEdit(plan, edit);
      expect(JSON.stringify(plan)).toBe(before);
      if (!next.ok) continue;
      trail.push(kind);
      try {
        expectWhole(next.value);
        expect(withPatch(plan, patchBetween(plan, next.value))).toEqual(next.value);
        if (next.value.flat && step % 3 === 0) expectWorkedOut(next.value);
      } catch (error) {
        throw new Error(`after ${trail.join(', ')}: ${JSON.stringify(edit)}\n${String(error)}`, { cause: error });
      }
      made.set(kind, (made.get(kind) ?? 0) + 1);
      plan = next.value;
    }
  },
);

test('each kind was really made at least once', () => {
  expect(Object.keys(MAKERS).filter((kind) => !made.has(kind))).toEqual([]);
});
