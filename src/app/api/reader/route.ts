import { database, readPatch } from '@/server';
import { readJson, respond } from '../respond';

/** Holds the colour reader on a patch and answers with its reading. */
export async function POST(request: Request): Promise<Response> {
  const body = await readJson<unknown>(request);
  return respond(body.ok ? await readPatch(database(), body.value) : body);
}
