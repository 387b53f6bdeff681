import { cutStatesOf, type CutState } from '@/core/layers';
import type { Block, BlockSide, Ink, Inking, Plan, Run, Stage } from '@/model';

export function stagesOf(plan: Plan): readonly Stage[] {
  return plan.blocks.flatMap((block) => block.sides.flatMap((side) => side.stages));
}

/**
 * Whether everything but spots is printed from one side of one block, cut again between runs: films then meet only as they were cut
 * one out of the other.
 */
export function reducesOneBlock(plan: Plan): boolean {
  const sides = plan.blocks.flatMap((block) => block.sides);
  return sides.filter((side) => side.stages.some((stage) => !stage.within)).length <= 1;
}

/** The stage a run prints from (its first inking's). */
export function stageOfRun(plan: Plan, run: Run): Stage | undefined {
  return stagesOf(plan).find((stage) => stage.id === run.inkings[0].stageId);
}

/** The ink of an inking. */
export function inkOf(plan: Plan, inking: Inking): Ink {
  const ink = plan.inks.find((i) => i.id === inking.inkId);
  if (!ink) throw new Error(`inking ${inking.id} has no ink`);
  return ink;
}

/** A run's ink (its first inking's). */
export function inkOfRun(plan: Plan, run: Run): Ink {
  return inkOf(plan, run.inkings[0]);
}

/** The inks of a run as one would say them: “straw”, or “straw and plum”. */
export function inkNamesOf(plan: Plan, run: Run): string {
  return run.inkings.map((inking) => inkOf(plan, inking).name).join(' and ');
}

/** The colours of the picture an inking prints on. */
export function printedIds(plan: Plan, inking: Inking): readonly string[] {
  const standing = stagesOf(plan).find((stage) => stage.id === inking.stageId)?.standingIds ?? [];
  return inking.zoneIds ? standing.filter((id) => inking.zoneIds!.includes(id)) : standing;
}

/** The side of a block a stage belongs to. */
export function sideOfStage(plan: Plan, stageId: string): BlockSide | undefined {
  return plan.blocks.flatMap((block) => block.sides).find((side) => side.stages.some((stage) => stage.id === stageId));
}

/** The block a run prints from, and its place in the list. */
export function blockOfRun(plan: Plan, run: Run): { readonly block: Block; readonly index: number } {
  const index = plan.blocks.findIndex((block) =>
    block.sides.some((side) => side.stages.some((stage) => stage.id === run.inkings[0].stageId)),
  );
  return { block: plan.blocks[Math.max(0, index)], index: Math.max(0, index) };
}

/** What stands, is cut and went before at a run's stage. */
export function cutStateOfRun(plan: Plan, run: Run): CutState<string> {
  const side = sideOfStage(plan, run.inkings[0].stageId);
  const all = plan.flat?.colours.map((c) => c.id) ?? [];
  const states = cutStatesOf(side?.stages.map((stage) => stage.standingIds) ?? [], all);
  return (
    states[side?.stages.findIndex((stage) => stage.id === run.inkings[0].stageId) ?? -1] ?? {
      standing: [],
      cutNow: [],
      clearedEarlier: [],
    }
  );
}
