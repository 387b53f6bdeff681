import { phrase } from '@/model';
import { BUNDLE_LIMITS, database, openBundle } from '@/server';
import { nowIso, readBody, respond, route } from '../respond';

/** Opens a bundle sent as the body; answers with the new print's id. */
export const POST = route(async (request: Request) => {
  const body = await readBody(request, BUNDLE_LIMITS.bytes, phrase('route.thisBundle'));
  if (!body.ok) return respond(body);
  return respond(openBundle(database(), body.value, nowIso()), 201);
});
