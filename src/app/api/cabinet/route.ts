import { addInk, cabinet, database } from '@/server';
import { nowIso, readJson, respond, route } from '../respond';

export const GET = route(() => {
  return Response.json(cabinet(database(), nowIso()));
});

/** Puts an ink in. */
export const POST = route(async (request: Request) => {
  const body = await readJson(request);
  return body.ok ? respond(addInk(database(), body.value, nowIso()), 201) : respond(body);
});
