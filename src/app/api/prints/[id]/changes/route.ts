import { changesStream, database } from '@/server';
import { heardBy } from '../../answerChanges';
import { refuse, respond, roleOf, route } from '../../../respond';

/**
 * What becomes new in a print, as server-sent events, from `?known=` on; after a broken line from the id of the last event. It must not
 * be compressed: an event is read when it is sent.
 */
export const GET = route(async (request: Request, { params }: { params: Promise<{ id: string }> }) => {
  const last = request.headers.get('last-event-id') ?? new URL(request.url).searchParams.get('known');
  const known = heardBy(last);
  if (!known.ok) return respond(known);
  const stream = changesStream(database(), (await params).id, known.value, roleOf(request));
  if (!stream.ok) return refuse(stream);
  return new Response(stream.value, {
    headers: { 'Content-Type': 'text/event-stream; charset=utf-8', 'Cache-Control': 'no-store, no-transform' },
  });
});
