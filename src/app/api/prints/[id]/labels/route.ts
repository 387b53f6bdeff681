import { phrase } from '@/model';
import { database, storeLabels } from '@/server';
import { nowIso, readBody, respond, route } from '../../../respond';

const LIMIT = 60 * 1024 * 1024;

/** A deflated label map; answers with its SHA-256. */
export const POST = route(async (request: Request, { params }: { params: Promise<{ id: string }> }) => {
  const body = await readBody(request, LIMIT, phrase('route.theMapOfFlat'));
  if (!body.ok) return respond(body);
  return respond(storeLabels(database(), (await params).id, body.value, nowIso()), 201);
});
