import { createPrint, database } from '@/server';
import { nowIso, readJson, respond, route } from '../respond';

export const POST = route(async (request: Request) => {
  const body = await readJson<{ name?: unknown }>(request);
  if (!body.ok) return respond(body);
  return respond(createPrint(database(), body.value.name, nowIso()), 201);
});
