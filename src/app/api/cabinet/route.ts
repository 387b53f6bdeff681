import { addInk, cabinet, database } from '@/server';
import { nowIso, readJson, respond } from '../respond';

export function GET(): Response {
  return Response.json(cabinet(database(), nowIso()));
}

/** Puts an ink in. */
export async function POST(request: Request): Promise<Response> {
  const body = await readJson<unknown>(request);
  return body.ok ? respond(addInk(database(), body.value, nowIso()), 201) : respond(body);
}
