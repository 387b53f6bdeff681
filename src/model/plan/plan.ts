import { boolean, string, type InferType } from 'yup';
import { DEPTH_MM, MAX_TOOLS, ROLLER_DIAMETER_MM, TOOL_RANGE_MM, TRANSFER_WAYS } from '@/core/cutting';
import { REGISTRATION_WAYS } from '@/core/registration';
import { EDITION_RANGE, PROOFS_RANGE, TEST_SHEETS_RANGE, WISH_RANGE } from '@/core/sheets';
import { failure, type Outcome } from '@/core/units';
import { checkWith } from '../check';
import { flat, picture } from '../design/design';
import { anchor } from '../design/place';
import { id, labD50, list, mm, named, oneOf, ranged, record, whole, type Frozen } from '../fields';
import { CHOKE_MM, MAX_FILMS_RANGE, ROLLER_CLEARANCE_MM, SPARES_RANGE, TRAP_MM } from '../ranges';
import { block } from './blocks';
import { ink } from './inks';
import { mask } from './masks';
import { run } from './runs';
import { layout, register } from './sheet';
import { upgradedPlan } from './upgrades/upgradedPlan';

/** What the search for an order keeps to. */
const rules = record({
  direction: oneOf(['free', 'light to dark', 'dark to light'] as const),
  /** Colours whose run keeps its place. */
  pinnedIds: list(id(), 60),
  /** More films than this on one spot are warned of. */
  maxFilms: whole(MAX_FILMS_RANGE),
  /** Colours farther apart than this can share a block: the roller passes one without touching the other. */
  rollerClearanceMm: mm(ROLLER_CLEARANCE_MM),
});

/** Where two colours meet and the lighter should grow under the darker by another length than the rule's, or the other way round. */
const pairTrap = record({ aId: id(), bId: id(), mm: mm(TRAP_MM), grows: oneOf(['lighter', 'darker'] as const) });

/** What makes up for movement between runs. Between blocks colours overlap; in a reduction deeper stages end a little inside. */
const fit = record({ trapMm: mm(TRAP_MM), chokeMm: mm(CHOKE_MM), pairs: list(pairTrap, 400) });

export const planSchema = record({
  version: oneOf([5] as const),
  way: record({
    process: oneOf(['reduction', 'multi-block', 'mixed'] as const),
    under: oneOf(['dry', 'wet'] as const),
    ink: oneOf(['oil relief'] as const),
    registration: oneOf(REGISTRATION_WAYS),
    printing: oneOf(['by hand'] as const),
  }),
  paper: record({ name: named(60, 'The paper needs a name.'), labD50: labD50() }),
  picture: picture.nullable().defined(),
  flat: flat.nullable().defined(),
  inks: list(ink, 80),
  blocks: list(block, 40).min(1),
  runs: list(run, 60),
  rules,
  fit,
  masks: list(mask, 40, 'A print may have up to 40 masks.'),
  /** Islands that are lettering: mirror warnings name them. */
  lettering: list(anchor, 2000),
  /** Findings of the cutting check that are wanted as they are, by `keyOfFinding`. */
  kept: list(string().required().max(60), 2000),
  /** Widths of the tools at hand, rising. */
  toolsMm: list(mm(TOOL_RANGE_MM), MAX_TOOLS, `Up to ${MAX_TOOLS} tools can be listed.`)
    .min(1, 'At least one tool is needed.')
    .test(
      'rising',
      'Tools are listed from narrow to wide, each width once.',
      (tools) => !!tools && tools.every((t, i) => i === 0 || t > tools[i - 1]),
    ),
  roller: record({ diameterMm: mm(ROLLER_DIAMETER_MM), soft: boolean().required(), depthMm: mm(DEPTH_MM) }),
  transfer: record({ wayId: oneOf(TRANSFER_WAYS.map((way) => way.id)), spares: whole(SPARES_RANGE) }),
  layout,
  register,
  sheets: record({
    edition: whole(EDITION_RANGE),
    proofsToKeep: whole(PROOFS_RANGE),
    testSheets: whole(TEST_SHEETS_RANGE),
    wishToBeSure: ranged({ ...WISH_RANGE, what: 'the wish to be sure' }),
    experience: oneOf(['new', 'practised', 'workshop'] as const),
  }),
});

export type PlanRules = Frozen<InferType<typeof rules>>;
export type PairTrap = Frozen<InferType<typeof pairTrap>>;
/** All that is planned for a print. What happened to it stands in the bench log. */
export type Plan = Frozen<InferType<typeof planSchema>>;

/** Checks a plan from outside: shape and ranges first, then that everything it names is there. */
export function checkPlan(value: unknown): Outcome<Plan> {
  const shaped = checkWith<Plan>(planSchema, upgradedPlan(value), 'plan');
  if (!shaped.ok) return shaped;
  const wrong = wrongReference(shaped.value);
  return wrong ? failure('plan', wrong) : shaped;
}

/** What a plan names that is not there, or twice, in a sentence. */
function wrongReference(plan: Plan): string | undefined {
  const colours = new Set(plan.flat?.colours.map((c) => c.id) ?? []);
  const stages = plan.blocks.flatMap((b) => b.sides.flatMap((s) => s.stages));
  const stageIds = new Set(stages.map((stage) => stage.id));
  const inks = new Set(plan.inks.map((known) => known.id));
  if (plan.flat && !plan.picture) return 'The flat colours have no picture they belong to.';
  if (plan.flat?.barePaperId && !colours.has(plan.flat.barePaperId)) return 'The bare paper is not one of the colours.';
  for (const { id: runId, inkings } of plan.runs) {
    if (inkings.some((inking) => !colours.has(inking.colourId)))
      return `Run “${runId}” prints a colour that is not there.`;
    if (inkings.some((inking) => !stageIds.has(inking.stageId) || !inks.has(inking.inkId)))
      return `Run “${runId}” names a stage or an ink that is not there.`;
  }
  const twice = repeatedId(plan);
  if (twice) return `Two parts of the plan are both named “${twice}”.`;
  const stray = stages.find((stage) => stage.standingIds.some((standing) => !colours.has(standing)));
  if (plan.flat && stray) return `Stage “${stray.id}” has a colour standing that is not in the picture.`;
  const strayPair = plan.fit.pairs.find((pair) => !colours.has(pair.aId) || !colours.has(pair.bId));
  return strayPair && 'An overlap names a colour that is not there.';
}

function repeatedId(plan: Plan): string | undefined {
  const lists = [
    plan.inks,
    plan.runs,
    plan.blocks,
    plan.masks,
    plan.flat?.colours ?? [],
    plan.blocks.flatMap((b) => b.sides),
    plan.blocks.flatMap((b) => b.sides.flatMap((s) => s.stages)),
    plan.runs.flatMap((r) => r.inkings),
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
