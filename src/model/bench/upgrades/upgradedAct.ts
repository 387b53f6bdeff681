/**
 * An act as an older release wrote it, in the present form. Version 1 named the states of a side by the stage of the print they were cut
 * for. Each step is frozen as the release made it that brought the form.
 */
export function upgradedAct(act: unknown, version: number): unknown {
  if (typeof act !== 'object' || act === null || version !== 1) return act;
  const { stageId, ...rest } = act as { kind?: unknown; stageId?: unknown };
  return {
    ...rest,
    kind: rest.kind === 'stage-cut' ? 'cut-done' : rest.kind,
    ...(stageId === undefined ? {} : { cutId: stageId }),
  };
}
