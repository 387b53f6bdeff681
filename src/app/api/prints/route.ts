import { beginPrint, database } from '@/server';
import { nowIso, readRequest, respond, route } from '../respond';

export const POST = route(async (request: Request) => {
  const body = await readRequest(request, 'begin');
  if (!body.ok) return respond(body);
  return respond(beginPrint(database(), body.value, nowIso()), 201);
});
