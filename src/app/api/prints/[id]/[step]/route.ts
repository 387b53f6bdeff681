import { failure } from '@/model';
import { answerSlip, copyPrint, database, redo, restorePrint, undo } from '@/server';
import { nowIso, readRequest, respond, route } from '../../../respond';

/** Steps that take little more than a revision: undo, redo, copy, restore, the answer to a slip. */
export const POST = route(async (request: Request, { params }: { params: Promise<{ id: string; step: string }> }) => {
  const { id, step } = await params;
  const body = await readRequest(request, 'step');
  if (!body.ok) return respond(body);
  const revision = body.value.baseRevision ?? -1;
  if (step === 'undo') return respond(undo(database(), id, revision, nowIso()));
  if (step === 'redo') return respond(redo(database(), id, revision, nowIso()));
  if (step === 'slip')
    return respond(answerSlip(database(), id, revision, body.value.slipId, body.value.answer, nowIso()));
  if (step === 'copy') return respond(copyPrint(database(), id, nowIso()), 201);
  if (step === 'restore') return respond(restorePrint(database(), id, nowIso()));
  return respond(failure('print-missing', `There is no “${step}” to do with a print.`));
});
