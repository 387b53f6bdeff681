import { failure } from '@/model';
import { answerSlip, copyPrint, database, redo, restorePrint, undo } from '@/server';
import { answerChanges } from '../../answerChanges';
import { nowIso, readRequest, respond, route } from '../../../respond';

/** Steps that take little: undo, redo and the answer to a slip on the plan the asker knows; copy, restore. */
export const POST = route(async (request: Request, { params }: { params: Promise<{ id: string; step: string }> }) => {
  const { id, step } = await params;
  const body = await readRequest(request, 'step');
  if (!body.ok) return respond(body);
  const { known, slipId, answer } = body.value;
  if (step === 'undo') return answerChanges(request, id, known, ({ plan }) => undo(database(), id, plan, nowIso()));
  if (step === 'redo') return answerChanges(request, id, known, ({ plan }) => redo(database(), id, plan, nowIso()));
  if (step === 'slip')
    return answerChanges(request, id, known, ({ plan }) => answerSlip(database(), id, plan, slipId, answer, nowIso()));
  if (step === 'copy') return respond(copyPrint(database(), id, nowIso()), 201);
  if (step === 'restore') return respond(restorePrint(database(), id, nowIso()));
  return respond(failure('print-missing.thereIsNoTo', { step }));
});
