import type { BlockMaterial } from '@/core/cutting';
import type { MediumId, OpacityKnown } from '@/core/inks';
import type { PlanSketch } from '@/core/layers';
import type { RegistrationWayId } from '@/core/registration';
import type { Ink, Plan, WayOfWorking } from '@/model';
import { withFadesOf } from './runGroups';
import { withRunsBegun } from './runPlan';
import { planFromSketch } from './sketchedPlan';
import { keepingType } from './typeLines';

/** The rules and starting values a way of working brings; each can be changed afterwards. */
interface WayStart {
  readonly blocks: Plan['way']['begins']['blocks'];
  readonly mediumId: MediumId;
  readonly opacity: OpacityKnown;
  readonly under: Plan['way']['under'];
  readonly registration: RegistrationWayId;
  readonly direction: Plan['rules']['direction'];
  readonly maxFilms: number;
  readonly materialId: BlockMaterial['id'];
  /** How far colours of different blocks overlap where they meet. */
  readonly trapMm: number;
  readonly transferId: Plan['transfer']['wayId'];
  /** Whether it begins with a line of type below the image. */
  readonly type: boolean;
  /** Where a key drawing is printed. */
  readonly key: Plan['way']['begins']['key'];
}

const REDUCTION: WayStart = {
  ...{ blocks: 'one side', mediumId: 'oil relief', opacity: 'opaque', under: 'dry' },
  ...{ registration: 'corner stops', direction: 'light to dark', maxFilms: 5 },
  ...{ materialId: 'lino', trapMm: 0, transferId: 'tracing', key: 'last', type: false },
};
const BLOCK_EACH: WayStart = { ...REDUCTION, blocks: 'each colour', trapMm: 0.3, transferId: 'offset' };

export const WAY_STARTS: Readonly<Record<WayOfWorking, WayStart>> = {
  'reduction light first': REDUCTION,
  'reduction dark first': { ...REDUCTION, direction: 'dark to light' },
  'block each': BLOCK_EACH,
  overlaps: { ...BLOCK_EACH, opacity: 'transparent', direction: 'free', maxFilms: 4, trapMm: 0 },
  'one day': { ...BLOCK_EACH, under: 'wet', direction: 'largest first' },
  'further block': { ...REDUCTION, transferId: 'offset' },
  jigsaw: { ...BLOCK_EACH, blocks: 'sawn', maxFilms: 1, materialId: 'plywood', trapMm: 0, transferId: 'tracing' },
  'with type': { ...BLOCK_EACH, type: true },
  'key rolled': { ...BLOCK_EACH, direction: 'light to dark', key: 'last' },
  'damp and brushed': {
    ...{ ...BLOCK_EACH, mediumId: 'pigment and paste', opacity: 'transparent', registration: 'kento' },
    ...{ maxFilms: 9, materialId: 'cherry', trapMm: 0.5, transferId: 'paste', key: 'first' },
  },
};

/** Ways whose picture is held by a key drawing. */
export function drawsKey(way: WayOfWorking): boolean {
  return way === 'key rolled' || way === 'damp and brushed';
}

/**
 * The plan worked in another way: its rules, and with `lay` its blocks, runs and inks begun anew by them. Inks that were mixed or read stay
 * what they are; `sketch`: laid as a search found it for this way. Null: nothing is chosen, and all stays.
 */
export function withWay(plan: Plan, chosen: WayOfWorking | null, lay: boolean, sketch: PlanSketch | null = null): Plan {
  if (chosen === null) return { ...plan, way: { ...plan.way, chosen } };
  const start = WAY_STARTS[chosen],
    { blocks, mediumId, opacity, under, registration, direction, maxFilms, key, type } = start;
  const ruled: Plan = {
    ...plan,
    way: { ...plan.way, chosen, under, registration, begins: { blocks, mediumId, opacity, key, type } },
    rules: { ...plan.rules, direction, maxFilms },
  };
  return lay ? keepingType(ruled, (rest) => laidBy(rest, plan, start, sketch)) : ruled;
}

/** Blocks, runs and inks begun anew as a way has them; fades stay with their inks. */
function laidBy(ruled: Plan, plan: Plan, start: WayStart, sketch: PlanSketch | null): Plan {
  const { mediumId, opacity } = start;
  const [first] = ruled.blocks;
  const laid: Plan = {
    ...ruled,
    blocks: [
      { ...first, materialId: start.materialId, sides: [{ ...first.sides[0], cuts: [], saw: null }] },
      ...ruled.blocks.slice(1).map((block) => ({ ...block, materialId: start.materialId })),
    ],
    fit: { ...ruled.fit, trapMm: start.trapMm },
    transfer: { ...ruled.transfer, wayId: start.transferId },
    inks: ruled.inks.map((ink) => (isMixed(ink) ? ink : { ...ink, mediumId, opacity })),
  };
  if (!ruled.flat) return laid;
  return withFadesOf(sketch ? planFromSketch(laid, sketch) : withRunsBegun({ ...laid, runs: [] }), plan);
}

function isMixed({ recipe, film }: Ink): boolean {
  return recipe !== null || film !== null;
}

/** What of a plan a way of working decides, each as it can be said. */
const DECIDED = {
  blocks: (plan: Plan) => plan.way.begins.blocks,
  direction: (plan: Plan) => plan.rules.direction,
  mediumId: (plan: Plan) => plan.way.begins.mediumId,
  opacity: (plan: Plan) => String(plan.way.begins.opacity),
  under: (plan: Plan) => plan.way.under,
  registration: (plan: Plan) => plan.way.registration,
  materialId: (plan: Plan) => plan.blocks[0].materialId,
  trapMm: (plan: Plan) => plan.fit.trapMm,
  transferId: (plan: Plan) => plan.transfer.wayId,
  maxFilms: (plan: Plan) => plan.rules.maxFilms,
  blockCount: (plan: Plan) => plan.blocks.length,
  runCount: (plan: Plan) => plan.runs.length,
} as const;
export type Decided = keyof typeof DECIDED;

/** All that a way of working has decided in a plan. */
export function decidedBy(plan: Plan): readonly { readonly what: Decided; readonly value: string | number }[] {
  return (Object.keys(DECIDED) as Decided[]).map((what) => ({ what, value: DECIDED[what](plan) }));
}

/** What would be otherwise in a plan worked in another way: each thing that changes, as it is and as it would be. */
export function changesOfWay(
  plan: Plan,
  chosen: WayOfWorking | null,
  lay: boolean,
): readonly { readonly what: Decided; readonly is: string | number; readonly would: string | number }[] {
  const after = withWay(plan, chosen, lay);
  return (Object.keys(DECIDED) as Decided[])
    .map((what) => ({ what, is: DECIDED[what](plan), would: DECIDED[what](after) }))
    .filter(({ is, would }) => is !== would);
}
