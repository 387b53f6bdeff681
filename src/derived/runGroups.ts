import { ladderPercent, type MediumId } from '@/core/inks';
import { nestedStages } from '@/core/layers';
import { inkingsOf, plainRun, sideOfCut, withInkings } from './lookups';
import type { Block, FlatColour, Ink, Plan, Run } from '@/model';

/** What a further ink of this print is made of: what its first one is, or what the way of working begins with. */
export function mediumOf(plan: Plan): MediumId {
  return plan.inks[0]?.mediumId ?? plan.way.begins.mediumId;
}

/** The ink a colour begins with: its own wish, as opaque as the way of working has it. */
export function firstInk(plan: Plan, colour: FlatColour, place: number): Ink {
  return {
    id: `ink-${colour.id}`,
    name: colour.name,
    mediumId: mediumOf(plan),
    solidLabD50: colour.wantedLabD50,
    opacity: plan.way.begins.opacity,
    film: null,
    recipe: null,
    softenerPercent: ladderPercent(place),
  };
}

/** The colours each run finishes, in order: those that stand for it and in no later cut of its side. */
export function groupsOf(plan: Plan): string[][] {
  return plan.runs.map((run) => [
    ...new Set(
      run.formes.flatMap(({ cutId }) => {
        const cuts = sideOfCut(plan, cutId)?.cuts ?? [];
        const at = cuts.findIndex((cut) => cut.id === cutId);
        const later = cuts[at + 1]?.standingIds ?? [];
        return (cuts[at]?.standingIds ?? []).filter((id) => !later.includes(id));
      }),
    ),
  ]);
}

/**
 * A reduction that finishes these groups of colours, one group a run, in order, each printed in the ink of its first colour.
 * Runs and inks stay with their colour, ids of cuts with their place, so that what is already cut keeps its name.
 */
export function withGroups(plan: Plan, groups: readonly (readonly string[])[]): Plan {
  const cuts = nestedStages(groups).map((standingIds, i) => ({ id: `stage-${i + 1}`, standingIds }));
  const runs = groups.map(([colourId], i): Run => {
    const known = plan.runs.find((run) => run.id === `run-${colourId}`);
    const inking = known && inkingsOf(known).find((one) => one.colourId === colourId);
    return plainRun(
      `run-${colourId}`,
      cuts[i].id,
      {
        id: `inking-${colourId}`,
        colourId,
        inkId: `ink-${colourId}`,
        ...(inking && { filmWeight: inking.filmWeight, fade: inking.fade, laidBy: inking.laidBy }),
      },
      known?.impressions,
    );
  });
  const inks = groups.map(
    ([colourId], i): Ink =>
      plan.inks.find((ink) => ink.id === `ink-${colourId}`) ??
      firstInk(
        plan,
        plan.flat!.colours.find((c) => c.id === colourId)!,
        i,
      ),
  );
  const [first] = plan.blocks;
  // what is cut on between runs stays whole
  const block: Block = { ...first, sides: [{ ...first.sides[0], cuts, ...(cuts.length > 1 && { saw: null }) }] };
  return withoutStrays({ ...plan, inks, runs, blocks: [block] }, plan.inks);
}

/** The plan without overlaps of colours that are not there any more, and with those of the `known` inks that its fades go over to. */
export function withoutStrays(plan: Plan, known: readonly Ink[] = plan.inks): Plan {
  const colours = new Set(plan.flat?.colours.map((c) => c.id));
  const there = ({ aId, bId }: { readonly aId: string; readonly bId: string }) => colours.has(aId) && colours.has(bId);
  const goneOverTo = new Set(plan.runs.flatMap((run) => inkingsOf(run).map(({ fade }) => fade?.toInkId)));
  const missing = known.filter(({ id }) => goneOverTo.has(id) && !plan.inks.some((ink) => ink.id === id));
  return {
    ...plan,
    inks: missing.length > 0 ? [...plan.inks, ...missing] : plan.inks,
    fit: { ...plan.fit, pairs: plan.fit.pairs.filter(there) },
    blocks: plan.blocks.map((block) => ({
      ...block,
      sides: block.sides.map((side) =>
        side.saw ? { ...side, saw: { ...side.saw, whole: side.saw.whole.filter(there) } } : side,
      ),
    })),
  };
}

/** A plan made anew with the fades its inks had on their colours before: they stay with both, whatever block and run those come to. */
export function withFadesOf(made: Plan, before: Plan): Plan {
  const faded = before.runs.flatMap(inkingsOf).filter(({ fade }) => fade);
  if (faded.length === 0) return made;
  const runs = made.runs.map((run) =>
    withInkings(run, (inking) => {
      const had = faded.find(({ colourId, inkId }) => colourId === inking.colourId && inkId === inking.inkId);
      return had ? { ...inking, fade: had.fade, laidBy: had.laidBy } : inking;
    }),
  );
  return withoutStrays({ ...made, runs }, before.inks);
}
