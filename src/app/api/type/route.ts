import { checkRequest } from '@/model';
import { typeOutlines } from '@/server';
import { readJson, respond, route } from '../respond';

/** The outlines of a line of type in one of the faces that ship with the application; nothing is kept. */
export const POST = route(async (request: Request) => {
  const body = await readJson(request);
  if (!body.ok) return respond(body);
  const asked = checkRequest('type', body.value);
  return respond(asked.ok ? typeOutlines(asked.value) : asked);
});
