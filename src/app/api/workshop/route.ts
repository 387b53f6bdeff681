import { addItem, database, workshop } from '@/server';
import { nowIso, readJson, respond, route } from '../respond';

export const GET = route(() => {
  return Response.json(workshop(database(), nowIso()));
});

/** Puts a thing in. */
export const POST = route(async (request: Request) => {
  const body = await readJson(request);
  return body.ok ? respond(addItem(database(), body.value, nowIso()), 201) : respond(body);
});
