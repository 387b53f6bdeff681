import { failure, readCounters, type Counters, type Outcome } from '@/model';
import { changesSince, database, seenBy } from '@/server';
import { respond, roleOf } from '../respond';

/** What a device says it has heard of a print. */
export function heardBy(text: unknown): Outcome<Counters> {
  return typeof text === 'string' ? readCounters(text) : failure('request.knownIsMissingWhat');
}

/** A change that is done answers with all that is new since the asker last heard of the print. */
export async function answerChanges(
  request: Request,
  id: string,
  known: unknown,
  change: (known: Counters) => Outcome<undefined> | Promise<Outcome<undefined>>,
): Promise<Response> {
  const heard = heardBy(known);
  if (!heard.ok) return respond(heard);
  const done = await change(heard.value);
  return respond(done.ok ? seenBy(roleOf(request), changesSince(database(), id, heard.value)) : done);
}
