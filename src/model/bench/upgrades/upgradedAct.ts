/**
 * An act as an older release wrote it, in the present form. Version 1 named the states of a side by the stage of the print they were cut
 * for, and knew no rounds but the edition's; version 3 says more of proofs
 * than version 2, version 4 of pots and sittings, version 5 of how films dry, and nothing otherwise. Version 7 knows classes, which version 6 did not. Version 5 told what a mark is by the mark alone, and where a sheet is in words
 * alone. Each step is frozen as the release made it that brought the form.
 */
export function upgradedAct(act: unknown, version: number): unknown {
  if (typeof act !== 'object' || act === null || version > 5) return act;
  return fromFive(version === 1 ? fromOne(act) : act);
}

function fromOne(act: { kind?: unknown; stageId?: unknown }): object {
  const { stageId, ...rest } = act;
  if (rest.kind === 'sheets-started')
    return { ...rest, kind: 'round-begun', roundId: 'edition', round: 'edition', paper: null };
  if (rest.kind === 'sheets-added' && !('roundId' in rest)) return { ...rest, roundId: 'edition' };
  return {
    ...rest,
    kind: rest.kind === 'stage-cut' ? 'cut-done' : rest.kind,
    ...(stageId === undefined ? {} : { cutId: stageId }),
  };
}

const ROLES_OF_FIVE = ['A.P.', 'P.P.', 'B.A.T.', 'H.C.'];

function fromFive(act: { kind?: unknown; marks?: unknown }): object {
  if (act.kind === 'moved-to') return { ...act, where: 'drawer' };
  if (act.kind !== 'numbered' || !Array.isArray(act.marks)) return act;
  const marks: unknown[] = act.marks;
  return { ...act, edition: 'identical', marks: marks.map(markFromFive) };
}

function markFromFive(written: unknown): unknown {
  if (typeof written !== 'object' || written === null) return written;
  const mark = String((written as { mark?: unknown }).mark);
  const role = mark.startsWith('Prog.') ? 'progressive' : ROLES_OF_FIVE.find((one) => mark.startsWith(one));
  return { ...written, role: role ?? 'numbered' };
}
