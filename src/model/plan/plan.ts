import { boolean, string, type InferType } from 'yup';
import { DEPTH_MM, MAX_TOOLS, ROLLER_DIAMETER_MM, TOOL_RANGE_MM, TRANSFER_WAYS } from '@/core/cutting';
import { MEDIUM_IDS } from '@/core/inks';
import { REGISTRATION_WAYS } from '@/core/registration';
import { EDITION_RANGE, PIECE_EDGES, PROOFS_RANGE, SETS_RANGE, TEST_SHEETS_RANGE, WISH_RANGE } from '@/core/sheets';
import { failed, failure, phrase, type Outcome, type Phrase } from '@/core/units';
import { checkWith } from '../check';
import { flat, picture } from '../design/design';
import { anchor } from '../design/place';
import {
  id,
  isoDay,
  list,
  mm,
  moment,
  named,
  oneOf,
  opacity,
  inRange,
  record,
  surfaceLabD50,
  text,
  whole,
  type Frozen,
} from '../fields';
import {
  BLEND_PASSES,
  BLEND_PERCENT,
  BLEND_REACH_MM,
  CHARGED_FIRST,
  CHANGE_OVER_MINUTES,
  CHOKE_MM,
  COST_RANGE,
  DAYS_AIMS,
  EXPERIENCES,
  MOST,
  MOST_COLOURWAYS,
  MOST_RECORD_TEXT,
  MOST_SHEETS,
  MOST_STEPS_OF_DAYS,
  MOST_USED,
  MOST_WHY,
  KEY_PLACES,
  MAX_FILMS_RANGE,
  OPEN_MINUTES,
  ORDER_RULES,
  PARTED_BY,
  PARTING_MM,
  PIECE_GRAINS,
  ROLLER_CLEARANCE_MM,
  SPARES_RANGE,
  STRIPS_RANGE,
  TRAP_MM,
  BLOCKS_BEGIN,
  WAYS_OF_WORKING,
} from '../ranges';
import { block } from './blocks';
import { ink } from './inks';
import { mask } from './masks';
import { run } from './runs';
import { item } from '../workshop/items';
import { finishing } from './finishing';
import { layout, register } from './sheet';
import { upgradedPlan } from './upgrades/upgradedPlan';

/** What the search for an order keeps to. */
export const rules = record({
  direction: oneOf(ORDER_RULES),
  /** Colours whose run keeps its place. */
  pinnedIds: list(id(), MOST.colours),
  /** More films than this on one spot are warned of. */
  maxFilms: whole(MAX_FILMS_RANGE),
  /** Colours farther apart than this can share a block: the roller passes one without touching the other. */
  rollerClearanceMm: mm(ROLLER_CLEARANCE_MM),
});

/** Where two colours meet and the lighter should grow under the darker by another length than the rule's, or the other way round. */
const pairTrap = record({ aId: id(), bId: id(), mm: mm(TRAP_MM), grows: oneOf(['lighter', 'darker'] as const) });

/** What makes up for movement between runs. Between blocks colours overlap; on one side deeper cuts end a little inside. */
export const fit = record({
  trapMm: mm(TRAP_MM),
  chokeMm: mm(CHOKE_MM),
  pairs: list(pairTrap, MOST.pairs),
});

export const way = record({
  /** Whether films meet films that have dried, or ones still open. */
  under: oneOf(['dry', 'wet'] as const),
  registration: oneOf(REGISTRATION_WAYS),
  printing: oneOf(['by hand'] as const),
  /** What was chosen at the start; null where nothing was. For display only: rules and starting values are asked, never this. */
  chosen: oneOf(WAYS_OF_WORKING).nullable().defined(),
  /** What a film picks up of the open one below it, and whether that is wanted. */
  blend: record({
    percent: inRange(BLEND_PERCENT, ' %'),
    passes: whole(BLEND_PASSES),
    wanted: boolean().required(),
    /** Where two inks meet on one block: how far the one is carried into the other, and which is charged first. */
    reachMm: mm(BLEND_REACH_MM),
    chargedFirst: oneOf(CHARGED_FIRST),
  }),
  /** All in one day: how long the first film is open (null: as its medium is), and what changing the block over takes. */
  day: record({
    openMinutes: inRange(OPEN_MINUTES).nullable().defined(),
    changeOverMinutes: inRange(CHANGE_OVER_MINUTES),
  }),
  /** What runs, blocks and inks begin as when a picture is flattened. */
  begins: record({
    blocks: oneOf(BLOCKS_BEGIN),
    mediumId: oneOf(MEDIUM_IDS),
    opacity: opacity(),
    /** Where a key drawing is printed once it is made. */
    key: oneOf(KEY_PLACES),
    /** Whether a line of type is set below the image. */
    type: boolean().required(),
  }),
});
export const paper = record({ name: named(60, phrase('plan.thePaperNeedsA')), labD50: surfaceLabD50() });
export const tools = list(mm(TOOL_RANGE_MM), MAX_TOOLS, phrase('plan.upToToolsCan', { maxTools: MAX_TOOLS }))
  .min(1, phrase('plan.atLeastOneTool'))
  .test(
    'rising',
    phrase('plan.toolsAreListedFrom'),
    (widths) => !widths || widths.every((t, i) => i === 0 || t > widths[i - 1]),
  );
export const roller = record({
  diameterMm: mm(ROLLER_DIAMETER_MM),
  soft: boolean().required(),
  depthMm: mm(DEPTH_MM),
});
export const transfer = record({
  wayId: oneOf(TRANSFER_WAYS.map((one) => one.id)),
  spares: whole(SPARES_RANGE),
  /** Blocks the drawing is on already. */
  ticked: list(id(), MOST.blocks),
});
export const sheets = record({
  edition: whole(EDITION_RANGE),
  proofsToKeep: whole(PROOFS_RANGE),
  /** Sets of sheets kept one after each run. */
  progressiveSets: whole(SETS_RANGE),
  testSheets: whole(TEST_SHEETS_RANGE),
  wishToBeSure: inRange({ ...WISH_RANGE, what: phrase('measure.wishToBeSure') }),
  experience: oneOf(EXPERIENCES),
});

/** How parent sheets are parted into sheets to print on. */
export const parting = record({
  by: oneOf(PARTED_BY),
  grain: oneOf(PIECE_GRAINS),
  /** Edges of the sheet, as it is printed, that are raw edges of the parent. */
  keptEdges: list(oneOf(PIECE_EDGES), PIECE_EDGES.length),
  lossMm: mm(PARTING_MM.loss),
  edgeMm: mm(PARTING_MM.edge),
  /** Strips for tabs and trials that are to come of what is left. */
  strips: whole(STRIPS_RANGE),
  stripMm: record({ widthMm: mm(PARTING_MM.strip), heightMm: mm(PARTING_MM.strip) }),
});

/** What is paid besides the paper, in its currency; 0 is not reckoned with. */
export const costs = record({
  inkPer100G: inRange(COST_RANGE),
  blockPerDm2: inRange(COST_RANGE),
  anHour: inRange(COST_RANGE),
});

/** When the steps of a print are to be done. */
export const days = record({
  aim: oneOf(DAYS_AIMS),
  /** Day by which it is wished for, ISO. */
  wishedBy: isoDay().nullable().defined(),
  eveningsOnly: boolean().required(),
  /** Steps that are not to begin before a moment, ISO. */
  pins: list(record({ stepId: named(120), notBefore: moment().required() }), MOST_STEPS_OF_DAYS),
  /** The days as they were kept, to hold what happened beside them. */
  kept: list(record({ stepId: named(120), from: moment().required(), to: moment().required() }), MOST_STEPS_OF_DAYS),
  keptAt: moment().nullable().defined(),
});

/** Why something was done, in one line: kept with the run it is about, or with the whole print. */
export const decision = record({
  edit: text(80),
  runId: id().nullable().defined(),
  why: named(MOST_WHY),
  at: named(40),
});

/**
 * Another set of inks on the same cuts, on sheets of its own, numbered apart: which inks of the plan take the place of which. What has no
 * other ink is printed in the one it has.
 */
export const colourway = record({
  id: id(),
  name: named(40, phrase('plan.aColourwayNeedsA')),
  edition: whole(EDITION_RANGE),
  sheets: whole({ min: 1, max: MOST_SHEETS, what: phrase('measure.sheetsOfAColourway') }),
  inks: list(record({ inkId: id(), byInkId: id() }), MOST.inks),
});

/** What the record of the edition says beside what follows from plan and log; an empty text is left out. */
export const printRecord = record({
  by: text(120),
  printedBy: text(120),
  place: text(120),
  year: text(20),
  technique: text(300),
  statement: text(MOST_RECORD_TEXT),
  rights: text(200),
  /** As its owner writes it. */
  price: text(60),
});

const PLAN_VERSION = 16;

export const planSchema = record({
  version: oneOf([PLAN_VERSION] as const),
  way,
  paper,
  picture: picture.nullable().defined(),
  flat: flat.nullable().defined(),
  inks: list(ink, MOST.inks),
  blocks: list(block, MOST.blocks).min(1),
  runs: list(run, MOST.runs),
  rules,
  fit,
  masks: list(mask, 40, phrase('plan.aPrintMayHave')),
  /** Islands that are lettering: mirror warnings name them. */
  lettering: list(anchor, 2000),
  /** Findings of the cutting check that are wanted as they are, by `keyOfFinding`. */
  kept: list(string().required().max(60), 2000),
  /** Widths of the tools at hand, rising. */
  toolsMm: tools,
  roller,
  transfer,
  layout,
  register,
  sheets,
  parting,
  costs,
  days,
  colourways: list(colourway, MOST_COLOURWAYS, phrase('plan.aPrintMayHaveColourways', { most: MOST_COLOURWAYS })),
  record: printRecord,
  finishing,
  /** Things of the workshop it is made with, as they are now; from `frozenAt` on as they were then. */
  uses: list(item(), MOST_USED),
  /** ISO, when the first gate was passed; null before. */
  frozenAt: named(40).nullable().defined(),
  /** What was decided, in one's own words, in the order it was. */
  decisions: list(decision, MOST.decisions),
});

export type PlanRules = Frozen<InferType<typeof rules>>;
export type PairTrap = Frozen<InferType<typeof pairTrap>>;
export type Colourway = Frozen<InferType<typeof colourway>>;
export type PrintRecord = Frozen<InferType<typeof printRecord>>;
/** All that is planned for a print. What happened to it stands in the bench log. */
export type Plan = Frozen<InferType<typeof planSchema>>;

/** Checks a plan from outside: shape and ranges first, then that everything it names is there. */
export function checkPlan(value: unknown): Outcome<Plan> {
  const { version } = (value ?? {}) as { version?: unknown };
  if (typeof version === 'number' && version > PLAN_VERSION)
    return failure('newer.thisPlanIsOf', { version, planVersion: PLAN_VERSION });
  const shaped = checkWith<Plan>(planSchema, upgradedPlan(value));
  if (!shaped.ok) return shaped;
  const wrong = wrongReference(shaped.value);
  return wrong ? failed(wrong) : shaped;
}

/** What a plan names that is not there, or twice, in a sentence. */
function wrongReference(plan: Plan): Phrase | undefined {
  const colours = new Set(plan.flat?.colours.map((c) => c.id) ?? []);
  const cuts = plan.blocks.flatMap((b) => b.sides.flatMap((s) => s.cuts));
  const cutIds = new Set(cuts.map((cut) => cut.id));
  const inks = new Set(plan.inks.map((known) => known.id));
  if (plan.flat && !plan.picture) return phrase('plan.theFlatColoursHave');
  if (plan.flat?.key && !colours.has(plan.flat.key.colourId)) return phrase('plan.theKeyIs');
  if (plan.flat?.barePaperId && !colours.has(plan.flat.barePaperId)) return phrase('plan.theBarePaperIs');
  for (const { id: runId, formes } of plan.runs) {
    const inkings = formes.flatMap((forme) => forme.inkings);
    if (inkings.some((inking) => !colours.has(inking.colourId))) return phrase('plan.runPrintsAColour', { runId });
    if (formes.some(({ cutId }) => cutId !== null && !cutIds.has(cutId))) return phrase('plan.runNamesACut', { runId });
    if (inkings.some(({ inkId, fade }) => !inks.has(inkId) || (fade?.toInkId && !inks.has(fade.toInkId))))
      return phrase('plan.runNamesAnInk', { runId });
  }
  const twice = repeatedId(plan);
  if (twice) return phrase('plan.twoPartsOfThe', { twice });
  const strayInk = plan.colourways.find((one) =>
    one.inks.some((ink) => !inks.has(ink.inkId) || !inks.has(ink.byInkId)),
  );
  if (strayInk) return phrase('plan.aColourwayNamesAn', { name: strayInk.name });
  const stray = cuts.find((cut) => cut.standingIds.some((standing) => !colours.has(standing)));
  if (plan.flat && stray) return phrase('plan.cutHasAColour', { id: stray.id });
  const strayPair = plan.fit.pairs.find((pair) => !colours.has(pair.aId) || !colours.has(pair.bId));
  return strayPair && phrase('plan.anOverlapNamesA');
}

function repeatedId(plan: Plan): string | undefined {
  const lists = [
    plan.inks,
    plan.runs,
    plan.blocks,
    plan.masks,
    plan.uses,
    plan.colourways,
    plan.flat?.colours ?? [],
    plan.blocks.flatMap((b) => b.sides),
    plan.blocks.flatMap((b) => b.sides.flatMap((s) => s.cuts)),
    plan.runs.flatMap((r) => r.formes),
    plan.runs.flatMap((r) => r.formes.flatMap((forme) => forme.inkings)),
  ];
  for (const one of lists) {
    const seen = new Set<string>();
    for (const { id: own } of one) {
      if (seen.has(own)) return own;
      seen.add(own);
    }
  }
  return undefined;
}
