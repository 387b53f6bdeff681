import { database, logActs } from '@/server';
import { readRequest, respond, route } from '../../../respond';

/** Adds to the bench log: { events: [{ id, at, act }], known: entries the asker has }. Answered only when it is on disk. */
export const POST = route(async (request: Request, { params }: { params: Promise<{ id: string }> }) => {
  const body = await readRequest(request, 'log');
  if (!body.ok) return respond(body);
  return respond(logActs(database(), (await params).id, body.value.events, Date.now(), body.value.known));
});
