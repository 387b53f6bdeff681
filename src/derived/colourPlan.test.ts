import { differenceInWords } from '@/words/differences';
import { toldByServer } from '@/words/refusals';
import { deltaE2000, labD50FromSpectrum, type Lab } from '@/core/colour';
import {
  filmOver,
  groundOf,
  internalOnGround,
  labFromInternal,
  labOfRecipe,
  measuredFromInternal,
  overprintLabD50,
  solveRecipe,
} from '@/core/inks';
import { sketchPlans, type PlanSketch } from '@/core/layers';
import type { ColourGot } from './bench/benchState';
import {
  inkingsOf,
  aloneLabD50,
  answerInk,
  differenceOf,
  figuresOf,
  filmOfCabinetInk,
  findProposals,
  freeName,
  groundOfPlan,
  groupsOf,
  runsInOrder,
  looksOfPlan,
  pigmentsOf,
  planFromSketch,
  planTaskOf,
  recipeTaskFor,
  resolveFrom,
  cutsOf,
  withFlat,
  withGroups,
  withRecipe,
  withRunOrder,
} from './index';
import { checkCabinetInk, checkPlan, emptyPlan, upgradedPlan, type FlatPlan, type Plan } from '@/model';
import { flatColour, pictureOf, starterCabinet } from '@/testing/plans';

const SHA = 'a'.repeat(64);
const WANTED: Record<string, Lab> = { c1: [94, 0, 4], c2: [82, 4, 40], c3: [55, 30, 30], c4: [30, 0, -15] };
const flat: FlatPlan = {
  labelsSha: SHA,
  settings: { colourCount: 4, radiusMm: 0, minIslandMm2: 0 },
  barePaperId: 'c1',
  handChanges: 0,
  colours: Object.entries(WANTED).map(([id, lab]) => flatColour(id, lab)),
};
const picture: Plan['picture'] = pictureOf(100, 80);
const plan = withFlat({ ...emptyPlan(), picture }, flat);
const cabinet = starterCabinet();
const few = cabinet.filter((ink) =>
  ['lemon yellow', 'yellow ochre', 'red oxide', 'ultramarine', 'carbon black', 'opaque white', 'extender'].includes(
    ink.name,
  ),
);
const pigments = pigmentsOf(few);
const belief = [{ probability: 1, runs: [{ lost: 1, kept: 19 }] }];
/** Several blocks, none of them cut on. */
const onBlocks = (s: PlanSketch) => s.blocks.length > 1 && s.blocks.every(({ stages }) => stages.length === 1);
const request = { plan, got: [], closedRuns: 0, open: true, gapsMm: new Float64Array(16), belief };

describe('plans of version 1', () => {
  const old = {
    ...plan,
    rules: undefined,
    register: undefined,
    layout: { marginMm: 40, marginRule: 'larger bottom', exportPaper: 'A4' },
    version: 1,
    way: { process: 'reduction', ink: 'oil relief', registration: 'corner stops', printing: 'by hand' },
    blocks: plan.blocks.map(({ id, name, materialId, sides }) => ({
      id,
      name,
      materialId,
      sides: sides.map((side) => ({ id: side.id, name: side.name, stages: side.cuts })),
    })),
    inks: plan.inks.map(({ id, name, solidLabD50 }) => ({ id, name, solidLabD50, opacity: 'half' })),
    runs: plan.runs.map((run) => ({
      id: run.id,
      impressions: 2,
      colourId: inkingsOf(run)[0].colourId,
      inkings: [{ id: inkingsOf(run)[0].id, stageId: inkingsOf(run)[0].cutId, inkId: inkingsOf(run)[0].inkId }],
    })),
  };

  test('come up to the present form with nothing lost', () => {
    const checked = checkPlan(old);
    if (!checked.ok) throw new Error(toldByServer(checked));
    expect(checked.value.runs.map((r) => [inkingsOf(r)[0].colourId, r.impressions])).toEqual([
      ['c2', 2],
      ['c3', 2],
      ['c4', 2],
    ]);
    expect(checked.value.inks.every((ink) => ink.opacity === 'half' && ink.film === null)).toBe(true);
    expect(cutsOf(checked.value)).toEqual(cutsOf(plan));
  });

  test('what is no plan stays as it is, to be refused in words', () => {
    expect(upgradedPlan({ version: 1 })).toEqual({ version: 1 });
    expect(upgradedPlan(null)).toBeNull();
    expect(checkPlan({ version: 1 }).ok).toBe(false);
  });
});

describe('runs and blocks', () => {
  test('two colours in one run: the group prints in its first colour’s ink', () => {
    const joined = withGroups(plan, [['c2'], ['c4', 'c3']]);
    expect(checkPlan(joined).ok).toBe(true);
    expect(groupsOf(joined)).toEqual([['c2'], ['c4', 'c3']]);
    expect(joined.runs.map((r) => inkingsOf(r)[0].inkId)).toEqual(['ink-c2', 'ink-c4']);
    const looks = looksOfPlan(joined)!;
    expect(looks.looks[2][2]).toEqual(looks.looks[2][3]);
  });

  test('every sketch of the search makes a plan that is one, and prints each colour', () => {
    for (const sketch of sketchPlans(planTaskOf(request))) {
      const made = planFromSketch(plan, sketch);
      const checked = checkPlan(JSON.parse(JSON.stringify(made)));
      expect(checked.ok ? '' : toldByServer(checked)).toBe('');
      expect(made.blocks.length).toBe(sketch.blocks.length);
      const { stacks } = looksOfPlan(made)!;
      expect(stacks[0]).toEqual([]);
      expect(stacks.slice(1).every((stack) => stack.length > 0)).toBe(true);
    }
  });

  test('runs of separate blocks change places without their blocks changing', () => {
    const direct = planFromSketch(
      plan,
      sketchPlans(planTaskOf(request)).find((s) => onBlocks(s) && s.blocks.length === 3)!,
    );
    const turned = withRunOrder(direct, [...direct.runs.map((r) => r.id)].reverse());
    expect(cutsOf(turned)).toEqual(cutsOf(direct));
    expect(turned.runs.map((r) => r.id)).toEqual(direct.runs.map((r) => r.id).reverse());
    expect(runsInOrder(turned, 'light to dark')).toEqual(direct.runs.map((r) => r.id));
  });

  test('in a mixed plan the reduction’s stages follow the order of its own runs', () => {
    const mixed = planFromSketch(
      plan,
      sketchPlans(planTaskOf(request)).find((s) => s.blocks.length > 1 && !onBlocks(s))!,
    );
    expect(mixed.blocks).toHaveLength(2);
    const turned = withRunOrder(mixed, [...mixed.runs.map((r) => r.id)].reverse());
    const [first, second] = turned.blocks[0].sides[0].cuts;
    expect(second.standingIds.every((id) => first.standingIds.includes(id))).toBe(true);
    expect(checkPlan(turned).ok).toBe(true);
  });
});

describe('proposals', () => {
  const found = findProposals(request);

  test('each is best at what it says, on the same figures', () => {
    expect(found.proposals.length).toBeGreaterThan(1);
    const figures = [...found.proposals, ...found.ways].map((p) => p.figures);
    const best = (aim: string) => found.proposals.find((p) => (p.aims as string[]).includes(aim))!.figures;
    expect(best('best colour').meanDeltaE).toBe(Math.min(...figures.map((f) => f.meanDeltaE)));
    expect(best('fewest blocks').blocks).toBe(1);
    expect(best('fewest runs').runs).toBeLessThanOrEqual(Math.min(...found.proposals.map((p) => p.figures.runs)));
    expect(best('thinnest build').deepestFilms).toBe(Math.min(...found.proposals.map((p) => p.figures.deepestFilms)));
  });

  test('the figures are those of the plan it would become', () => {
    for (const p of found.proposals) {
      const made = planFromSketch(plan, p.sketch);
      expect(figuresOf(made, looksOfPlan(made)!, belief)).toEqual(p.figures);
    }
  });

  test('taking one makes it the plan', () => {
    for (const p of found.proposals) {
      const again = findProposals({ ...request, plan: planFromSketch(plan, p.sketch) });
      expect(again.now).toEqual(p.figures);
    }
  });

  test('blocks already cut for single colours bring no proposals', () => {
    const direct = planFromSketch(plan, sketchPlans(planTaskOf(request)).find(onBlocks)!);
    expect(findProposals({ ...request, plan: direct, open: false }).proposals).toEqual([]);
  });

  test('gain and loss, as they are told', () => {
    const less = { ...found.now, runs: found.now.runs - 1, days: found.now.days - 3, meanDeltaE: 4.8 };
    expect(differenceInWords(differenceOf(found.now, less))).toMatch(
      /^1 run fewer, 3 days sooner and mean ΔE 4\.8 instead of/,
    );
    expect(differenceInWords(differenceOf(found.now, found.now))).toBe('colour as now');
  });
});

describe('recipes for runs', () => {
  test('a recipe taken changes the ink, and the colour follows', () => {
    const { answer } = answerInk(plan, [], pigments, { run: 1, inking: 0 })!;
    const taken = withRecipe(plan, 'ink-c3', answer.chosen.parts, few, pigments);
    const ink = taken.inks.find((i) => i.id === 'ink-c3')!;
    expect(checkPlan(taken).ok).toBe(true);
    expect(ink.recipe!.parts.map((p) => p.name).every((name) => few.some((i) => i.name === name))).toBe(true);
    expect(deltaE2000(aloneLabD50(groundOfPlan(taken), ink.film!), ink.solidLabD50)).toBeLessThan(0.1);
    expect(looksOfPlan(taken)!.agreement.deltaE[2]).toBeCloseTo(answer.chosen.deltaE, 1);
  });

  test('an ink that makes another colour where it overlaps is mixed for that place too', () => {
    const yellow: Lab = [84, -3, 55],
      blue: Lab = [55, -14, -30];
    const ground = groundOfPlan(plan);
    const over = (solids: Lab[]) =>
      overprintLabD50({
        paperLabD50: plan.paper.labD50,
        solidsLabD50: solids,
        darkestSolidLabD50: [16, 0, 0],
        under: 'dry',
      });
    const wanted: Lab[] = [plan.paper.labD50, yellow, blue, over([yellow, blue])];
    const colours = flat.colours.map((c, i) => ({ ...c, wantedLabD50: wanted[i] }));
    const overlapping = planFromSketch(withFlat({ ...emptyPlan(), picture }, { ...flat, colours }), {
      exact: true,
      blocks: [{ stages: [[1, 3]] }, { stages: [[2, 3]] }],
      runs: [yellow, blue].map((labD50, i) => ({
        inkings: [{ block: i, stage: 0, zone: null, colour: i + 1, ink: { labD50, opacity: 'transparent' as const } }],
      })),
    });
    const all = pigmentsOf(cabinet);
    const task = recipeTaskFor(overlapping, [], all, { run: 1, inking: 0 });
    expect(task.also).toHaveLength(1);
    const { chosen } = answerInk(overlapping, [], all, { run: 1, inking: 0 })!.answer;
    const alone = solveRecipe({ ...task, also: [] })!.chosen;
    const offOverlap = (parts: typeof chosen.parts) =>
      deltaE2000(labOfRecipe({ ...task, ...task.also![0], ground, pigments: all }, parts), wanted[3]);
    expect(chosen.deltaE).toBeLessThan(3);
    expect(offOverlap(chosen.parts)).toBeLessThan(3);
    expect(offOverlap(chosen.parts)).toBeLessThanOrEqual(offOverlap(alone.parts) + 0.5);
  });

  const got = (labD50: Lab): ColourGot[] => [
    { at: '2026-11-20T10:00:00.000Z', runId: 'run-c2', colourId: 'c2', labD50, source: 'typed' },
  ];

  test('the colour really got is the look from there on', () => {
    const reading: Lab = [70, 15, 30];
    const looks = looksOfPlan(plan, got(reading))!;
    expect(deltaE2000(looks.looks[1][1], reading)).toBeLessThan(0.1);
    expect(deltaE2000(looks.looks[1][2], reading)).toBeLessThan(0.1);
    expect(looks.looks[0]).toEqual(looksOfPlan(plan)!.looks[0]);
  });

  test('a run printed twice still comes to what was read', () => {
    const twice: Plan = {
      ...plan,
      way: { ...plan.way, under: 'wet' },
      runs: plan.runs.map((r) => ({ ...r, impressions: 2 })),
    };
    expect(deltaE2000(looksOfPlan(twice, got([70, 15, 30]))!.looks[1][1], [70, 15, 30])).toBeLessThan(0.1);
  });

  test('the runs after it, mixed anew, come nearer to the wish than the old recipes', () => {
    const thin: Plan = { ...plan, inks: plan.inks.map((ink) => ({ ...ink, opacity: 'half' as const })) };
    const { plan: anew, changed } = resolveFrom(thin, got([60, 10, 10]), 1, few, pigments);
    expect(changed.map((c) => c.run)).toEqual([1, 2]);
    for (const c of changed) expect(c.after).toBeLessThanOrEqual(c.before + 0.6);
    expect(anew.inks[0]).toEqual(thin.inks[0]);
    expect(changed[0].before - changed[0].after).toBeGreaterThan(2);
  });
});

describe('inks of the cabinet', () => {
  const red = cabinet.find((ink) => ink.name === 'warm red')!;
  const ground = groundOf(red.paperLabD50, [16, 0, 0]);
  const look = (film: { kh: ArrayLike<number>; sh: ArrayLike<number> }, below: Float64Array): Lab =>
    labFromInternal(ground, filmOver(film, below));
  const black: Lab = [17, 0, 0];

  test('two readings are explained by the film they give', () => {
    const truth = filmOfCabinetInk({ ...red, opacity: 0.6 }).film;
    const blackInside = internalOnGround(ground, black);
    const inBands = (internal: Float64Array) => {
      const spectrum = Array.from(measuredFromInternal(internal, ground.floor));
      return { labD50: labD50FromSpectrum(spectrum), spectrum };
    };
    const asLab = ({ labD50 }: { labD50: Lab }) => ({ labD50, spectrum: null });
    const card = {
      id: 'd',
      at: '2026-11-20',
      source: 'reader' as const,
      paper: inBands(ground.internal),
      black: inBands(blackInside),
      overPaper: inBands(filmOver(truth, ground.internal)),
      overBlack: inBands(filmOver(truth, blackInside)),
      thinOverPaper: null,
      strips: [],
    };
    const known = filmOfCabinetInk({ ...red, drawdowns: [card] });
    expect(known.words.code).toBe('cabinetFilms.twoReadings');
    expect(deltaE2000(look(known.film, blackInside), card.overBlack.labD50)).toBeLessThan(0.5);
    const typed = filmOfCabinetInk({
      ...red,
      drawdowns: [
        {
          ...card,
          paper: asLab(card.paper),
          black: asLab(card.black),
          overPaper: asLab(card.overPaper),
          overBlack: asLab(card.overBlack),
        },
      ],
    });
    expect(deltaE2000(look(typed.film, blackInside), card.overBlack.labD50)).toBeLessThan(3);
    const without = filmOfCabinetInk({ ...red, drawdowns: [{ ...card, overBlack: null }] });
    expect(without.words.code).toBe('cabinetFilms.goodForMostWork');
    const upsideDown = filmOfCabinetInk({
      ...red,
      drawdowns: [{ ...card, overPaper: card.overBlack, overBlack: card.overPaper }],
    });
    expect(upsideDown.words.code).toBe('drawdown.notUsableOverBlack');
  });

  test('a stronger ink tints more in a mixture', () => {
    const [weak, strong] = [1, 2].map((strength) => pigmentsOf([{ ...red, strength }])[0].film);
    expect(strong.kh[10]).toBeCloseTo(2 * weak.kh[10], 9);
  });

  test.each<[string, object, RegExp]>([
    ['no name', { name: '  ' }, /needs a name/],
    ['a colour that cannot be', { colour: { labD50: [120, 0, 0], spectrum: null } }, /is no colour/],
    ['half a spectrum', { colour: { labD50: [50, 0, 0], spectrum: [0.5, 0.5] } }, /36 bands/],
    ['a negative stock', { stockG: -1 }, /-1 is too little for the stock/],
    ['opacity of 3', { opacity: 3 }, /“3” is no opacity/],
    ['an unknown medium', { mediumId: 'gouache' }, /“mediumId” cannot be "gouache"; it may be oil relief/],
  ])('%s is refused in words', (_name, part, words) => {
    const { id: _, ...ink } = red;
    const checked = checkCabinetInk({ ...ink, ...part });
    expect(checked.ok ? '' : toldByServer(checked)).toMatch(words);
  });

  test('names stay apart', () => {
    expect(freeName('ochre', ['ochre', 'ochre (2)'], 60)).toBe('ochre (3)');
    expect(freeName('ochre', [], 60)).toBe('ochre');
    const long = 'o'.repeat(60);
    expect(freeName(long, [long], 60)).toBe(`${'o'.repeat(56)} (2)`);
  });
});
