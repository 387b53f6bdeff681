import { filmStackOf } from '@/core/layers';
import type { Slip } from './bench/benchState';
import { failure, givenName, success, type Outcome } from '@/core/units';
import { freeNumber } from './freeName';
import { printedRuns } from './looks';
import { cutsOf, inkingsOf, inksOfRun, plainRun, sideOfCut } from './lookups';
import { newSide, type Block, type Ink, type Place, type Plan, type Run } from '@/model';

/** Cuts a slip takes something from: its own and all later ones of that side. */
export function slippedCuts(plan: Plan, slip: Pick<Slip, 'cutId'>): string[] {
  const cuts = sideOfCut(plan, slip.cutId)?.cuts ?? [];
  const at = cuts.findIndex((cut) => cut.id === slip.cutId);
  return cuts.slice(Math.max(0, at)).map((cut) => cut.id);
}

/**
 * Changing the picture so that a slip belongs to it: for each colour that lost films there, the colour whose films are just those that
 * are left. A failure in words when some colour has no such fellow. Keys and values are colour ids.
 */
export function coloursAfterSlip(
  plan: Plan,
  slip: Pick<Slip, 'cutId'>,
  colourIds: readonly string[],
): Outcome<ReadonlyMap<string, string>> {
  const lost = new Set<string | null>(slippedCuts(plan, slip));
  const runs = printedRuns(plan);
  const stack = (id: string, without: boolean) =>
    filmStackOf(id, runs)
      .filter(({ run, inking }) => !without || !lost.has(inkingsOf(plan.runs[run])[inking].cutId))
      .map((e) => `${e.run}.${e.inking}`)
      .join();
  const became = new Map<string, string>();
  for (const id of colourIds) {
    const left = stack(id, true);
    if (left === stack(id, false)) continue;
    const fellow = plan.flat!.colours.find((c) => stack(c.id, false) === left);
    if (!fellow)
      return failure('slip-colour.noColourOfThe', { find: plan.flat!.colours.find((c) => c.id === id)!.name });
    became.set(id, fellow.id);
  }
  return became.size > 0 ? success(became) : failure('slip-colour.nothingThatWasStill');
}

/** The colours whose films are lost at a slip, of those that lie there. */
export function lostColours(plan: Plan, slip: Pick<Slip, 'cutId'>, colourIds: readonly string[]): string[] {
  const lost = new Set<string | null>(slippedCuts(plan, slip));
  return colourIds.filter((id) => cutsOf(plan).some((cut) => lost.has(cut.id) && cut.standingIds.includes(id)));
}

/**
 * The plan with one run more that prints the spot from a small block or stencil of its own, last of all: the colour that has lost most
 * there, opaque, because it goes over whatever is on the sheet by then. `colourIds`: largest area first.
 */
export function withSpotRun(
  plan: Plan,
  slip: Pick<Slip, 'cutId' | 'place'>,
  colourIds: readonly string[],
): Outcome<Plan> {
  const standingIds = lostColours(plan, slip, colourIds);
  if (standingIds.length === 0) return failure('slip-colour.nothingThatWasStillTo');
  const number = freeNumber(plan, 'spot');
  const colour = plan.flat!.colours.find((c) => c.id === standingIds[0])!;
  const last = plan.runs.length > 0 ? inksOfRun(plan, plan.runs[plan.runs.length - 1])[0] : undefined;
  const ink: Ink = {
    id: `ink-spot-${number}`,
    name: givenName(`${colour.name}, spot`).slice(0, 60),
    mediumId: last?.mediumId ?? 'oil relief',
    solidLabD50: colour.wantedLabD50,
    opacity: 'opaque',
    film: null,
    recipe: null,
    softenerPercent: last?.softenerPercent ?? 0,
  };
  const cutId = `stage-spot-${number}`;
  const block: Block = {
    ...plan.blocks[0],
    id: `block-spot-${number}`,
    name: givenName(`Spot block ${number}`),
    sides: [newSide(`side-spot-${number}`, [{ id: cutId, standingIds, within: placeOfSlip(slip, plan) }])],
  };
  const run = plainRun(`run-spot-${number}`, cutId, {
    id: `inking-spot-${number}`,
    colourId: colour.id,
    inkId: ink.id,
  });
  return success({
    ...plan,
    inks: [...plan.inks, ink],
    blocks: [...plan.blocks, block],
    runs: [...plan.runs, run],
  });
}

/** A slip's place in the plan's own way: islands of an old log by a point inside them. */
function placeOfSlip({ place }: Pick<Slip, 'place'>, plan: Plan): Place {
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

/** Two tones from one cut: a second run from the same cut right after it, the two masked to complement each other. */
export function withSecondTone(plan: Plan, run: Run, place: Plan['masks'][number]['place'], growMm: number): Plan {
  const number = freeNumber(plan, 'tone');
  const [first] = inksOfRun(plan, run);
  const ink: Ink = {
    ...first,
    id: `ink-tone-${number}`,
    name: givenName(`${first.name}, second tone`).slice(0, 60),
    recipe: null,
  };
  const tone: Run = {
    id: `run-tone-${number}`,
    impressions: 1,
    formes: run.formes.map((forme, f) => ({
      ...forme,
      id: `forme-tone-${number}-${f + 1}`,
      inkings: forme.inkings.map((inking, i) => ({
        ...inking,
        id: `inking-tone-${number}-${f + 1}-${i + 1}`,
        inkId: inking.inkId === first.id ? ink.id : inking.inkId,
      })),
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
    note: givenName('two tones from one cut'),
  });
  return {
    ...plan,
    inks: [...plan.inks, ink],
    runs: [...plan.runs.slice(0, at + 1), tone, ...plan.runs.slice(at + 1)],
    masks: [...plan.masks, mask(run.id, 'place'), mask(tone.id, 'all else')],
  };
}
