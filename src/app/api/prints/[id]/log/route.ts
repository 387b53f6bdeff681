import { database, logActs } from '@/server';
import { readJson, respond } from '../../../respond';

/** Adds to the bench log: { events: [{ id, at, act }] }. Answered only when it is on disk. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const body = await readJson<{ events: unknown }>(request);
  if (!body.ok) return respond(body);
  return respond(logActs(database(), (await params).id, body.value.events, Date.now()));
}
