/**
 * An act as an older release wrote it, in the present form. Version 1 named the states of a side by the stage of the print they were cut
 * for, and knew no rounds but the edition's; version 3 says more of proofs
 * than version 2, version 4 of pots and sittings, version 5 of how films dry, and nothing otherwise. Each step is frozen as the release made it that brought the form.
 */
export function upgradedAct(act: unknown, version: number): unknown {
  if (typeof act !== 'object' || act === null || version !== 1) return act;
  const { stageId, ...rest } = act as { kind?: unknown; stageId?: unknown };
  if (rest.kind === 'sheets-started')
    return { ...rest, kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null };
  if (rest.kind === 'sheets-added' && !('roundId' in rest)) return { ...rest, roundId: 'edition' };
  return {
    ...rest,
    kind: rest.kind === 'stage-cut' ? 'cut-done' : rest.kind,
    ...(stageId === undefined ? {} : { cutId: stageId }),
  };
}
