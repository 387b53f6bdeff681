import { cutStatesOf, type CutState } from '@/core/layers';
import type { Block, BlockSide, Cut, Forme, Ink, Inking, Plan, Process, Run } from '@/model';

/** An inking with the forme it is laid on. */
export interface LaidInking extends Inking {
  readonly cutId: string | null;
  readonly formeId: string;
  /** It lies elsewhere on the sheet than it was cut for. */
  readonly moved: boolean;
}

/** Whether a forme lies elsewhere on the sheet than it was cut for. */
export const isMoved = ({ offsetMm, turnDeg }: Pick<Forme, 'offsetMm' | 'turnDeg'>) =>
  offsetMm.xMm !== 0 || offsetMm.yMm !== 0 || turnDeg !== 0;

const laid = new WeakMap<Run, readonly LaidInking[]>();

/** All inkings of a run, forme by forme: their place in this list is their number. */
export function inkingsOf(run: Run): readonly LaidInking[] {
  let inkings = laid.get(run);
  if (!inkings) {
    inkings = run.formes.flatMap((forme) =>
      forme.inkings.map((inking) => ({
        ...inking,
        ...{ cutId: forme.cutId, formeId: forme.id, moved: isMoved(forme) },
      })),
    );
    laid.set(run, inkings);
  }
  return inkings;
}

/** The how-manieth laying of its cut in the run an inking is of, from 0. */
export function pressOf({ formes }: Run, { formeId, cutId }: Pick<LaidInking, 'formeId' | 'cutId'>): number {
  return formes.filter((forme) => forme.cutId === cutId).findIndex(({ id }) => id === formeId);
}

/** The run with some of its inkings changed. */
export function withInkings(run: Run, change: (inking: Inking, forme: Forme) => Inking): Run {
  return {
    ...run,
    formes: run.formes.map((forme) => ({ ...forme, inkings: forme.inkings.map((inking) => change(inking, forme)) })),
  };
}

/** A run of one forme with one inking: what most runs are. */
export function plainRun(
  id: string,
  cutId: string,
  inking: Pick<Inking, 'id' | 'colourId' | 'inkId'> & Partial<Inking>,
  impressions: Run['impressions'] = 1,
): Run {
  return { id, impressions, formes: [plainForme(`forme-${id}`, cutId, [inking])] };
}

/** A forme that lies where it was cut for, with these inkings as usual films laid by roller. */
export function plainForme(
  id: string,
  cutId: string,
  inkings: readonly (Pick<Inking, 'id' | 'colourId' | 'inkId'> & Partial<Inking>)[],
): Forme {
  return {
    id,
    cutId,
    offsetMm: { xMm: 0, yMm: 0 },
    turnDeg: 0,
    inkings: inkings.map((inking) => ({
      ...{ zoneIds: null, keptOut: [], filmWeight: 1, fade: null, laidBy: 'roller' as const },
      ...inking,
    })),
  };
}

/** Blocks that are cut: lines of type are set. */
export function cutBlocksOf(plan: Plan): readonly Block[] {
  return plan.blocks.filter(({ type }) => type === null);
}

export function sidesOf(plan: Plan): readonly BlockSide[] {
  return plan.blocks.flatMap((block) => block.sides);
}

export function cutsOf(plan: Plan): readonly Cut[] {
  return sidesOf(plan).flatMap((side) => side.cuts);
}

/** The plan with some of its sides changed. */
export function withSides(plan: Plan, change: (side: BlockSide) => BlockSide): Plan {
  return { ...plan, blocks: plan.blocks.map((block) => ({ ...block, sides: block.sides.map(change) })) };
}

/** The plan with some of its cuts changed. */
export function withCuts(plan: Plan, change: (cut: Cut) => Cut): Plan {
  return withSides(plan, (side) => ({ ...side, cuts: side.cuts.map(change) }));
}

/** The side of a block a cut belongs to. */
export function sideOfCut(plan: Plan, cutId: string | null): BlockSide | undefined {
  return sidesOf(plan).find((side) => side.cuts.some((cut) => cut.id === cutId));
}

/** The block a cut is of. */
export function blockOfCut(plan: Plan, cutId: string | null): Block | undefined {
  return plan.blocks.find(({ sides }) => sides.some(({ cuts }) => cuts.some((cut) => cut.id === cutId)));
}

/** Whether the side is cut on after this state: what is not printed from it before never will be. */
export function isCutOnLater(plan: Plan, cutId: string | null): boolean {
  const cuts = sideOfCut(plan, cutId)?.cuts ?? [];
  return cuts.findIndex((cut) => cut.id === cutId) < cuts.length - 1;
}

/**
 * Whether everything but spots is printed from one side of one block, cut again between runs: films then meet only as they were cut
 * one out of the other.
 */
export function printsFromOneSide(plan: Plan): boolean {
  return sidesOf(plan).filter((side) => side.cuts.some((cut) => !cut.within)).length <= 1;
}

/** Whether all that is cut is cut from one side, spots counted too: runs then follow its cuts. */
export function usesOneSide(plan: Plan): boolean {
  return cutBlocksOf(plan).flatMap(({ sides }) => sides.filter((side) => side.cuts.length > 0)).length <= 1;
}

/** Whether all is printed from one side, cut on before each run, and every run inks all that stands in one ink that is the same all over. */
export function isPlainReduction(plan: Plan): boolean {
  const cutIds = plan.runs.flatMap((run) => run.formes.map((forme) => forme.cutId));
  return (
    usesOneSide(plan) &&
    new Set(cutIds).size === cutIds.length &&
    plan.runs.every((run) => {
      const inkings = inkingsOf(run);
      const [first] = inkings;
      return inkings.length === 1 && first.zoneIds === null && first.keptOut.length === 0 && first.fade === null;
    })
  );
}

/** How people call this way of working: a word for the shelf and the title, never asked by code. */
export function processOf(plan: Plan): Process {
  const sides = cutBlocksOf(plan).flatMap((block) => block.sides.filter((side) => side.cuts.length > 0)),
    reduced = sides.filter((side) => side.cuts.length > 1);
  if (sides.length <= 1) return reduced.length > 0 || sides.length === 0 ? 'reduction' : 'one block';
  return reduced.length > 0 ? 'reduction and more blocks' : 'several blocks';
}

/** The cuts a run prints from, forme by forme, each once. */
export function cutsOfRun(plan: Plan, run: Run): readonly Cut[] {
  const ids = new Set(run.formes.map((forme) => forme.cutId));
  return cutsOf(plan).filter((cut) => ids.has(cut.id));
}

/** The runs (from 0) that print from a cut. */
export function runsOfCut(plan: Plan, cutId: string): readonly number[] {
  return plan.runs.flatMap((run, r) => (run.formes.some((forme) => forme.cutId === cutId) ? [r] : []));
}

/** The ink of an inking. */
export function inkOf(plan: Plan, inking: Inking): Ink {
  const ink = plan.inks.find((i) => i.id === inking.inkId);
  if (!ink) throw new Error(`inking ${inking.id} has no ink`);
  return ink;
}

/** The ink a fade goes over to; undefined where it runs out to nothing, or nothing fades. */
export function secondInkOf(plan: Plan, { fade }: Pick<Inking, 'fade'>): Ink | undefined {
  return plan.inks.find(({ id }) => id === fade?.toInkId);
}

/** The inks of a run, each once, in the order of its inkings, with those that fades go over to. */
export function inksOfRun(plan: Plan, run: Run): readonly Ink[] {
  return [
    ...new Set(inkingsOf(run).flatMap((inking) => [inkOf(plan, inking), secondInkOf(plan, inking) ?? []].flat())),
  ];
}

/** The inks of a run as one would say them: “straw”, “straw and plum”, or “straw to plum” where one goes over into the other. */
export function inkNamesOf(plan: Plan, run: Run): string {
  const names = inkingsOf(run).map((inking) => {
    const second = secondInkOf(plan, inking);
    return inkOf(plan, inking).name + (second ? ` to ${second.name}` : '');
  });
  return [...new Set(names)].join(' and ');
}

/** The colours of the picture an inking prints on. */
export function printedIds(
  plan: Plan,
  { cutId, zoneIds, keptOut }: Pick<LaidInking, 'cutId' | 'zoneIds' | 'keptOut'>,
): readonly string[] {
  // type and stencils stand on no block: what they print is their zone
  const standing = (cutId === null ? zoneIds : cutsOf(plan).find((cut) => cut.id === cutId)?.standingIds) ?? [];
  if (zoneIds === null && keptOut.length === 0) return standing;
  const out = new Set(keptOut.map(({ colourId }) => colourId));
  return standing.filter((id) => (zoneIds?.includes(id) ?? true) && !out.has(id));
}

/** The blocks a run prints from, each with its place in the list. */
export function blocksOfRun(plan: Plan, run: Run): readonly { readonly block: Block; readonly index: number }[] {
  const ids = new Set(run.formes.map((forme) => forme.cutId));
  return plan.blocks.flatMap((block, index) =>
    block.sides.some((side) => side.cuts.some((cut) => ids.has(cut.id))) ? [{ block, index }] : [],
  );
}

/** The names of a run's blocks as one would say them. */
export function blockNamesOf(plan: Plan, run: Run): string {
  return blocksOfRun(plan, run)
    .map(({ block }) => block.name)
    .join(' and ');
}

/** What stands, is cut and went before in the states a run prints from, in colours of the picture; of all its formes together. */
export function cutStateOfRun(plan: Plan, run: Run): CutState<string> {
  const all = plan.flat?.colours.map((c) => c.id) ?? [];
  return togetherOf(
    run.formes.flatMap(({ cutId }) => {
      const cuts = sideOfCut(plan, cutId)?.cuts ?? [];
      const at = cuts.findIndex((cut) => cut.id === cutId);
      return at < 0
        ? []
        : [
            cutStatesOf(
              cuts.map((cut) => cut.standingIds),
              all,
            )[at],
          ];
    }),
  );
}

/** The states of several formes that lie in the press together: what stands on any of them stands. */
export function togetherOf<Id>(states: readonly CutState<Id>[]): CutState<Id> {
  if (states.length === 1) return states[0];
  const standing = new Set(states.flatMap((state) => state.standing)),
    cutNow = new Set(states.flatMap((state) => state.cutNow).filter((id) => !standing.has(id)));
  return {
    standing: [...standing],
    cutNow: [...cutNow],
    clearedEarlier: [
      ...new Set(states.flatMap((state) => state.clearedEarlier).filter((id) => !standing.has(id) && !cutNow.has(id))),
    ],
  };
}

/** Area of the image on the print; 0 where there is none. */
export function imageCm2({ picture }: Pick<Plan, 'picture'>): number {
  return picture ? (picture.widthMm * picture.heightMm) / 100 : 0;
}
