import { phrase, type Phrase } from '@/core/units';
import { ladderPercent, mediumById } from '@/core/inks';
import type { PlanSketch } from '@/core/layers';
import { failure, newSide, success, type EditOf, type Failure, type Outcome, type Plan, type PlanEdit } from '@/model';
import { withPicturePlaced } from './carried';
import {
  withBlockSplit,
  withColoursGiven,
  withComposition,
  withoutBlock,
  withRunsFaded,
  withRunsJoined,
  withRunSplit,
  withSideTaken,
} from './compose';
import { withInksThatAre } from './colourways';
import { inkingsOf, isCutOnLater, plainRun, sidesOf, withInkings, withSides } from './lookups';
import { withFlat, withRunOrder } from './runPlan';
import { withSaw } from './sawn';
import { planFromSketch } from './sketchedPlan';
import { withSecondTone, withSpotRun } from './slips';
import { keepingType, withTypeAdded, withTypeRemoved, withTypeSet } from './typeLines';
import { withFormeAgain } from './formesAgain';
import { withUses, withUsesThatStand } from './uses';
import { withWay } from './waysOfWorking';

type Apply<Kind extends PlanEdit['kind']> = (plan: Plan, edit: EditOf<Kind>) => Plan | Failure;

const gone = (what: Phrase) => failure('edit-gone', { what });

/** The list with the one of this id changed; undefined when it is not there. */
function changed<T extends { readonly id: string }>(list: readonly T[], id: string, part: object): T[] | undefined {
  return list.some((one) => one.id === id) ? list.map((one) => (one.id === id ? { ...one, ...part } : one)) : undefined;
}

/** Colour and opacity turned by hand depart from the recipe and the readings an ink was known by. */
const DEPARTS: readonly string[] = ['solidLabD50', 'opacity'];

/** Whether all that a sketch names is in the picture and in the sketch itself. */
function sketchLies(plan: Plan, sketch: PlanSketch): boolean {
  const colours = plan.flat?.colours.length ?? 0;
  const labels = sketch.runs.flatMap((run) =>
    run.inkings.flatMap((i) => [
      i.colour,
      ...(i.zone ?? []),
      ...(i.ink.keepsInkOf === undefined ? [] : [i.ink.keepsInkOf]),
    ]),
  );
  const standing = sketch.blocks.flatMap((block) => block.stages.flat());
  const lies = sketch.runs.every((run) => run.inkings.every((i) => sketch.blocks[i.block]?.stages[i.stage]));
  return lies && [...labels, ...standing].every((label) => label < colours);
}

/** What each kind of edit does to a plan. */
const APPLY: { readonly [Kind in PlanEdit['kind']]: Apply<Kind> } = {
  'shapes-changed': (plan, { flat, from }) =>
    from === undefined || from === (plan.flat?.labelsSha ?? null) ? withFlat(plan, flat) : failure('shapes-elsewhere'),
  'colour-set': (plan, { colourId, part, keepsInk }) => {
    const colours = plan.flat && changed(plan.flat.colours, colourId, part);
    if (!colours) return gone(phrase('applyEdit.theColour'));
    const next = withFlat(plan, { ...plan.flat!, colours });
    return keepsInk
      ? { ...next, inks: next.inks.map((ink) => plan.inks.find(({ id }) => id === ink.id) ?? ink) }
      : next;
  },
  'bare-paper-set': (plan, { colourId }) =>
    plan.flat && (colourId === null || plan.flat.colours.some((c) => c.id === colourId))
      ? withFlat(plan, { ...plan.flat, barePaperId: colourId })
      : gone(phrase('applyEdit.theColour')),
  'picture-placed': (plan, { picture }) => withFlat(withPicturePlaced(plan, picture), null),
  'lettering-marked': (plan, { anchor }) => ({ ...plan, lettering: [...plan.lettering, anchor] }),
  'lettering-let-go': (plan, { anchors }) => {
    const names = new Set(anchors.map((anchor) => JSON.stringify(anchor)));
    return { ...plan, lettering: plan.lettering.filter((anchor) => !names.has(JSON.stringify(anchor))) };
  },
  'inks-mixed': (plan, { inks }) => {
    const mixed = new Map(inks.map((ink) => [ink.id, ink]));
    return inks.every((ink) => plan.inks.some((known) => known.id === ink.id))
      ? { ...plan, inks: plan.inks.map((ink) => ({ ...ink, ...mixed.get(ink.id) })) }
      : gone(phrase('applyEdit.anInk'));
  },
  'ink-added': (plan, { ink }) =>
    plan.inks.some((known) => known.id === ink.id)
      ? failure('edit-twice.thisInkWasAdded')
      : { ...plan, inks: [...plan.inks, ink] },
  'ink-set': (plan, { inkId, part }) => {
    const departs = Object.keys(part).some((field) => DEPARTS.includes(field)) && !('film' in part);
    const inks = changed(plan.inks, inkId, departs ? { ...part, film: null, recipe: null } : part);
    return inks ? { ...plan, inks } : gone(phrase('applyEdit.theInk'));
  },
  'tack-ladder-set': (plan) => ({
    ...plan,
    inks: plan.inks.map((ink) => {
      const run = plan.runs.findIndex((one) => inkingsOf(one).some((inking) => inking.inkId === ink.id));
      return { ...ink, softenerPercent: ladderPercent(Math.max(0, run)) };
    }),
  }),
  'inking-set': (plan, { inkingId, part }) => {
    const wanted = [part.inkId, part.fade?.toInkId].filter((inkId) => inkId !== undefined && inkId !== null);
    if (!wanted.every((inkId) => plan.inks.some(({ id }) => id === inkId))) return gone(phrase('applyEdit.anInk'));
    return plan.runs.some((run) => inkingsOf(run).some((inking) => inking.id === inkingId))
      ? {
          ...plan,
          runs: plan.runs.map((run) =>
            inkingsOf(run).some((inking) => inking.id === inkingId)
              ? withInkings(run, (inking) => (inking.id === inkingId ? { ...inking, ...part } : inking))
              : run,
          ),
        }
      : gone(phrase('applyEdit.theInking'));
  },
  'forme-set': (plan, { formeId, part }) =>
    plan.runs.some((run) => run.formes.some((forme) => forme.id === formeId))
      ? {
          ...plan,
          runs: plan.runs.map((run) => ({ ...run, formes: changed(run.formes, formeId, part) ?? run.formes })),
        }
      : gone(phrase('applyEdit.theForme')),
  'forme-again': withFormeAgain,
  'run-set': (plan, { runId, part }) => {
    const runs = changed(plan.runs, runId, part);
    return runs ? { ...plan, runs } : gone(phrase('applyEdit.theRun'));
  },
  'run-pinned': (plan, { colourIds, pinned }) => {
    const others = plan.rules.pinnedIds.filter((id) => !colourIds.includes(id));
    return { ...plan, rules: { ...plan.rules, pinnedIds: pinned ? [...others, ...colourIds] : others } };
  },
  'runs-ordered': (plan, { runIds }) =>
    runIds.length === plan.runs.length && plan.runs.every((run) => runIds.includes(run.id))
      ? withRunOrder(plan, runIds)
      : gone(phrase('applyEdit.aRun')),
  'run-repeated': repeated,
  'run-removed': removed,
  'colours-given': withColoursGiven,
  'runs-joined': withRunsJoined,
  'runs-faded': withRunsFaded,
  'run-split': withRunSplit,
  'block-split': withBlockSplit,
  'side-taken': withSideTaken,
  'saw-set': withSaw,
  'sides-drawn': (plan, { sideIds, drawnLarger }) =>
    sideIds.every((id) => sidesOf(plan).some((side) => side.id === id))
      ? withSides(plan, (side) => (sideIds.includes(side.id) ? { ...side, drawnLarger } : side))
      : gone(phrase('applyEdit.theBlock')),
  'type-added': withTypeAdded,
  'type-set': withTypeSet,
  'type-removed': withTypeRemoved,
  'block-removed': withoutBlock,
  composed: withComposition,
  'trial-taken': withTrial,
  'decision-noted': (plan, { decision }) => ({ ...plan, decisions: [...plan.decisions, decision] }),
  'sketch-taken': (plan, { sketch }) =>
    sketchLies(plan, sketch as PlanSketch)
      ? keepingType(plan, (rest) => planFromSketch(rest, sketch as PlanSketch))
      : gone(phrase('applyEdit.thePicture')),
  'second-tone-added': (plan, { runId, place, growMm }) => {
    const run = plan.runs.find((one) => one.id === runId);
    return run ? withSecondTone(plan, run, place, growMm) : gone(phrase('applyEdit.theRun'));
  },
  'spot-run-added': (plan, { slip, colourIds }) => {
    const made = withSpotRun(plan, slip, colourIds);
    return made.ok ? made.value : made;
  },
  'block-added': withBlock,
  'block-set': (plan, { blockId, part }) => {
    const blocks = changed(plan.blocks, blockId, part);
    return blocks ? { ...plan, blocks } : gone(phrase('applyEdit.theBlock'));
  },
  'fit-set': (plan, { part }) => ({ ...plan, fit: { ...plan.fit, ...part } }),
  'mask-added': (plan, { mask }) =>
    plan.runs.some((run) => run.id === mask.runId)
      ? { ...plan, masks: [...plan.masks, mask] }
      : gone(phrase('applyEdit.theRun')),
  'mask-set': (plan, { maskId, part }) => {
    const masks = changed(plan.masks, maskId, part);
    return masks ? { ...plan, masks } : gone(phrase('applyEdit.theMask'));
  },
  'mask-removed': (plan, { maskId }) => ({ ...plan, masks: plan.masks.filter((mask) => mask.id !== maskId) }),
  'findings-kept': (plan, { keys }) => ({
    ...plan,
    kept: [...plan.kept.filter((known) => !keys.includes(known)), ...new Set(keys)],
  }),
  'finding-kept': (plan, { key }) => ({ ...plan, kept: [...plan.kept.filter((known) => known !== key), key] }),
  'tools-set': (plan, { toolsMm }) => ({ ...plan, toolsMm }),
  'roller-set': (plan, { part }) => ({ ...plan, roller: { ...plan.roller, ...part } }),
  'transfer-set': (plan, { part }) => ({ ...plan, transfer: { ...plan.transfer, ...part } }),
  'layout-set': (plan, { part }) => ({ ...plan, layout: { ...plan.layout, ...part } }),
  'register-set': (plan, { part }) => ({ ...plan, register: { ...plan.register, ...part } }),
  'heights-set': (plan, { part }) => ({
    ...plan,
    register: { ...plan.register, heights: { ...plan.register.heights, ...part } },
  }),
  'sheets-set': (plan, { part }) => ({ ...plan, sheets: { ...plan.sheets, ...part } }),
  'parting-set': (plan, { part }) => ({ ...plan, parting: { ...plan.parting, ...part } }),
  'costs-set': (plan, { part }) => ({ ...plan, costs: { ...plan.costs, ...part } }),
  'days-set': (plan, { part }) => ({ ...plan, days: { ...plan.days, ...part } }),
  'colourway-set': (plan, { colourway }) => ({
    ...plan,
    colourways: plan.colourways.some(({ id }) => id === colourway.id)
      ? plan.colourways.map((one) => (one.id === colourway.id ? colourway : one))
      : [...plan.colourways, colourway],
  }),
  'colourway-removed': (plan, { colourwayId }) =>
    plan.colourways.some(({ id }) => id === colourwayId)
      ? { ...plan, colourways: plan.colourways.filter(({ id }) => id !== colourwayId) }
      : gone(phrase('applyEdit.theColourway')),
  'finishing-set': (plan, { part }) => ({ ...plan, finishing: { ...plan.finishing, ...part } }),
  'record-told': (plan, { part }) => ({ ...plan, record: { ...plan.record, ...part } }),
  'rules-set': (plan, { part }) => ({ ...plan, rules: { ...plan.rules, ...part } }),
  'way-chosen': (plan, { chosen, lay, sketch }) =>
    sketch && !sketchLies(plan, sketch as PlanSketch)
      ? gone(phrase('applyEdit.thePicture'))
      : withWay(plan, chosen, lay, sketch as PlanSketch | null),
  'way-set': (plan, { part }) => ({ ...plan, way: { ...plan.way, ...part } }),
  'paper-set': (plan, { part }) => ({ ...plan, paper: { ...plan.paper, ...part } }),
  'workshop-used': (plan, { of, items }) => {
    const made = withUses(plan, of, items);
    return made.ok ? made.value : made;
  },
};

/**
 * The same cut printed once more, in the same inks: over all others where its block stays as it is, right after the last run from it where
 * the block is cut on later.
 */
function repeated(plan: Plan, { runId, as, ink }: EditOf<'run-repeated'>): Plan | Failure {
  const run = plan.runs.find((one) => one.id === runId);
  if (!run) return gone(phrase('applyEdit.theRun'));
  if (plan.runs.some((one) => one.id === as)) return failure('edit-twice.thisRunWasAdded');
  const again = {
    ...run,
    id: as,
    formes: run.formes.map((forme, f) => ({
      ...forme,
      id: `forme-${as}-${f + 1}`,
      inkings: forme.inkings.map((inking, i) => ({
        ...inking,
        id: `inking-${as}-${f + 1}-${i + 1}`,
        inkId: ink?.id ?? inking.inkId,
      })),
    })),
  };
  const at = run.formes.some((forme) => isCutOnLater(plan, forme.cutId))
    ? 1 + plan.runs.findLastIndex((one) => one.formes.some((f) => run.formes.some((g) => g.cutId === f.cutId)))
    : plan.runs.length;
  return {
    ...plan,
    inks: ink && !plan.inks.some(({ id }) => id === ink.id) ? [...plan.inks, ink] : plan.inks,
    runs: [...plan.runs.slice(0, at), again, ...plan.runs.slice(at)],
  };
}

/** With the inks, weights, passes and order of a proof; what it names must be there. */
function withTrial(plan: Plan, { runIds, inks, runs }: EditOf<'trial-taken'>): Plan | Failure {
  if (runIds.length !== plan.runs.length || !plan.runs.every((run) => runIds.includes(run.id)))
    return gone(phrase('applyEdit.aRun'));
  const laid = new Map(runs.flatMap(({ inkings }) => inkings.map((inking) => [inking.id, inking] as const)));
  const mixed: Plan = {
    ...plan,
    inks: [...new Map([...plan.inks, ...inks].map((ink) => [ink.id, ink])).values()],
    runs: plan.runs.map((run) => {
      const as = runs.find(({ runId }) => runId === run.id);
      return as
        ? withInkings({ ...run, impressions: as.impressions }, (inking) => ({ ...inking, ...laid.get(inking.id) }))
        : run;
    }),
  };
  const known = mixed.runs.flatMap(inkingsOf);
  if ([...laid.keys()].some((id) => !known.some((inking) => inking.id === id)))
    return gone(phrase('applyEdit.theInking'));
  return runIds.every((id, r) => plan.runs[r].id === id) ? mixed : withRunOrder(mixed, runIds);
}

/** One more block: its own cut with these colours standing, printed last, or first, in its own ink. */
function withBlock(
  plan: Plan,
  { as, name, materialId, colourIds, within, first, ink }: EditOf<'block-added'>,
): Plan | Failure {
  if (!colourIds.every((id) => plan.flat?.colours.some((colour) => colour.id === id)))
    return gone(phrase('applyEdit.aColour'));
  const ids = { block: `block-${as}`, side: `side-${as}`, cut: `cut-${as}`, run: `run-${as}` };
  if (plan.blocks.some((block) => block.id === ids.block) || plan.runs.some((run) => run.id === ids.run))
    return failure('edit-twice.thisBlockWasAdded');
  const cut = { id: ids.cut, standingIds: colourIds, ...(within && { within }) };
  const run = plainRun(ids.run, ids.cut, {
    id: `inking-${as}`,
    ...{ colourId: colourIds[0], inkId: ink.id, laidBy: mediumById(ink.mediumId).laidBy },
  });
  return {
    ...plan,
    inks: plan.inks.some((known) => known.id === ink.id) ? plan.inks : [...plan.inks, ink],
    blocks: [
      ...plan.blocks,
      {
        ...{ id: ids.block, name, materialId, grainDeg: 0, sizeMm: null, type: null },
        sides: [newSide(ids.side, [cut])],
      },
    ],
    runs: first ? [run, ...plan.runs] : [...plan.runs, run],
  };
}

/** Without a run; what was cut for nothing else but it stays on its side, so that no other cut becomes another. */
function removed(plan: Plan, { runId }: EditOf<'run-removed'>): Plan | Failure {
  return plan.runs.some((run) => run.id === runId)
    ? {
        ...plan,
        runs: plan.runs.filter((run) => run.id !== runId),
        masks: plan.masks.filter((mask) => mask.runId !== runId),
      }
    : gone(phrase('applyEdit.theRun'));
}

/**
 * A plan after an edit; the plan itself stays as it is. Failures: `edit-gone` when what the edit names is not there any more,
 * `edit-twice`, `uses-one`, and those of slips. Whether the edit may be made at all is asked of what is cut and printed (`closed.ts`).
 */
export function applyEdit(plan: Plan, edit: PlanEdit): Outcome<Plan> {
  const made = (APPLY[edit.kind] as Apply<PlanEdit['kind']>)(plan, edit as never);
  return 'ok' in made ? made : success(withInksThatAre(withUsesThatStand(made)));
}
