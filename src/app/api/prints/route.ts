import { createPrint, database } from '@/server';
import { nowIso, readRequest, respond, route } from '../respond';

export const POST = route(async (request: Request) => {
  const body = await readRequest(request, 'name');
  if (!body.ok) return respond(body);
  return respond(createPrint(database(), body.value.name, nowIso()), 201);
});
