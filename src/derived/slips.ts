import { filmStackOf } from '@/core/layers';
import type { Slip } from './bench/replayLog';
import { failure, success, type Outcome } from '@/core/units';
import { printedRuns } from './looks';
import { inkOfRun, sideOfStage, stagesOf } from './lookups';
import { type Block, type Ink, type Place, type Plan, type Run } from '@/model';

/** Stages a slip takes something from: its own and all later ones of that side. */
export function slippedStages(plan: Plan, slip: Pick<Slip, 'stageId'>): string[] {
  const stages = sideOfStage(plan, slip.stageId)?.stages ?? [];
  return stages
    .slice(
      Math.max(
        0,
        stages.findIndex((s) => s.id === slip.stageId),
      ),
    )
    .map((s) => s.id);
}

/**
 * Changing the picture so that a slip belongs to it: for each colour that lost films there, the colour whose films are just those that
 * are left. A failure in words when some colour has no such fellow. Keys and values are colour ids.
 */
export function coloursAfterSlip(
  plan: Plan,
  slip: Pick<Slip, 'stageId'>,
  colourIds: readonly string[],
): Outcome<ReadonlyMap<string, string>> {
  const lost = new Set(slippedStages(plan, slip));
  const runs = printedRuns(plan);
  const stack = (id: string, without: boolean) =>
    filmStackOf(id, runs)
      .filter(({ run, inking }) => !without || !lost.has(plan.runs[run].inkings[inking].stageId))
      .map((e) => `${e.run}.${e.inking}`)
      .join();
  const became = new Map<string, string>();
  for (const id of colourIds) {
    const left = stack(id, true);
    if (left === stack(id, false)) continue;
    const fellow = plan.flat!.colours.find((c) => stack(c.id, false) === left);
    if (!fellow)
      return failure(
        'slip-colour',
        `No colour of the picture is printed with just the films that are left where ${plan.flat!.colours.find((c) => c.id === id)!.name} was to be. Leave it, patch it, or print the spot on its own.`,
      );
    became.set(id, fellow.id);
  }
  return became.size > 0
    ? success(became)
    : failure(
        'slip-colour',
        'Nothing that was still to print is missing there, so nothing in the plan needs to change.',
      );
}

/** The colours whose films are lost at a slip, of those that lie there. */
export function lostColours(plan: Plan, slip: Pick<Slip, 'stageId'>, colourIds: readonly string[]): string[] {
  const lost = new Set(slippedStages(plan, slip));
  return colourIds.filter((id) => stagesOf(plan).some((stage) => lost.has(stage.id) && stage.standingIds.includes(id)));
}

/**
 * The plan with one run more that prints the spot from a small block or stencil of its own, last of all: the colour that has lost most
 * there, opaque, because it goes over whatever is on the sheet by then. `colourIds`: largest area first.
 */
export function withSpotRun(plan: Plan, slip: Slip, colourIds: readonly string[]): Outcome<Plan> {
  const standingIds = lostColours(plan, slip, colourIds);
  if (standingIds.length === 0)
    return failure('slip-colour', 'Nothing that was still to print is missing there, so there is no spot to print.');
  const number = plan.runs.filter((run) => run.id.startsWith('run-spot-')).length + 1;
  const colour = plan.flat!.colours.find((c) => c.id === standingIds[0])!;
  const ink: Ink = {
    id: `ink-spot-${number}`,
    name: `${colour.name}, spot`.slice(0, 60),
    solidLabD50: colour.wantedLabD50,
    opacity: 'opaque',
    film: null,
    recipe: null,
    softenerPercent: plan.runs.length > 0 ? inkOfRun(plan, plan.runs[plan.runs.length - 1]).softenerPercent : 0,
  };
  const stageId = `stage-spot-${number}`;
  const block: Block = {
    ...plan.blocks[0],
    id: `block-spot-${number}`,
    name: `Spot block ${number}`,
    sides: [
      {
        id: `side-spot-${number}`,
        name: 'face',
        stages: [{ id: stageId, standingIds, within: placeOfSlip(slip, plan) }],
      },
    ],
  };
  const run: Run = {
    id: `run-spot-${number}`,
    impressions: 1,
    inkings: [
      { id: `inking-spot-${number}`, colourId: colour.id, stageId, inkId: ink.id, zoneIds: null, filmWeight: 1 },
    ],
  };
  return success({
    ...plan,
    way: { ...plan.way, process: plan.way.process === 'reduction' ? 'mixed' : plan.way.process },
    inks: [...plan.inks, ink],
    blocks: [...plan.blocks, block],
    runs: [...plan.runs, run],
  });
}

/** A slip's place in the plan's own way: islands of an old log by a point inside them. */
function placeOfSlip({ place }: Slip, plan: Plan): Place {
  const { widthPx, mmPerPx } = plan.picture?.raster ?? { widthPx: 1, mmPerPx: 0.1 };
  return {
    anchors: place.islands.map((first) => ({
      xMm: ((first % widthPx) + 0.5) * mmPerPx,
      yMm: (Math.floor(first / widthPx) + 0.5) * mmPerPx,
      colourId: null,
    })),
    outlinesMm: place.outlinesMm,
  };
}

/** Two tones from one stage: a second run from the same stage right after it, the two masked to complement each other. */
export function withSecondTone(plan: Plan, run: Run, place: Plan['masks'][number]['place'], growMm: number): Plan {
  const number = plan.runs.filter((r) => r.id.startsWith('run-tone-')).length + 1;
  const first = inkOfRun(plan, run);
  const ink: Ink = {
    ...first,
    id: `ink-tone-${number}`,
    name: `${first.name}, second tone`.slice(0, 60),
    recipe: null,
  };
  const tone: Run = {
    id: `run-tone-${number}`,
    impressions: 1,
    inkings: run.inkings.map((inking, i) => ({
      ...inking,
      id: `inking-tone-${number}-${i + 1}`,
      inkId: i === 0 ? ink.id : inking.inkId,
    })),
  };
  const at = plan.runs.indexOf(run);
  const mask = (runId: string, covers: 'place' | 'all else') => ({
    id: `mask-tone-${number}-${covers === 'place' ? 'a' : 'b'}`,
    runId,
    kind: 'mask' as const,
    place,
    covers,
    growMm,
    hold: 'pins' as const,
    note: 'two tones from one stage',
  });
  return {
    ...plan,
    inks: [...plan.inks, ink],
    runs: [...plan.runs.slice(0, at + 1), tone, ...plan.runs.slice(at + 1)],
    masks: [...plan.masks, mask(run.id, 'place'), mask(tone.id, 'all else')],
  };
}
