import { database, readPatch } from '@/server';
import { readJson, respond, route } from '../respond';

/** Holds the colour reader on a patch and answers with its reading. */
export const POST = route(async (request: Request) => {
  const body = await readJson(request);
  return respond(body.ok ? await readPatch(database(), body.value) : body);
});
