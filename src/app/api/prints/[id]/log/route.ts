import { failure } from '@/model';
import { database, drawCutPictures, logActs, mayLog } from '@/server';
import { answerChanges } from '../../answerChanges';
import { readRequest, respond, roleOf, route } from '../../../respond';

/** Adds to the bench log: { known, events: [{ id, at, act }] }. Answered only when it is on disk. */
export const POST = route(async (request: Request, { params }: { params: Promise<{ id: string }> }) => {
  const body = await readRequest(request, 'log');
  if (!body.ok) return respond(body);
  const { id } = await params,
    { events, known } = body.value;
  const kinds = Array.isArray(events)
    ? (events as { act?: { kind?: unknown } | null }[]).map((one) => one?.act?.kind)
    : [];
  if (!kinds.every((kind) => mayLog(roleOf(request), kind))) return respond(failure('role-refused'));
  return answerChanges(request, id, known, async () => {
    const db = database();
    return logActs(db, id, events, Date.now(), await drawCutPictures(db, id, events));
  });
});
