import { createPrint, database } from '@/server';
import { nowIso, readJson, respond } from '../respond';

export async function POST(request: Request): Promise<Response> {
  const body = await readJson<{ name?: unknown }>(request);
  if (!body.ok) return respond(body);
  return respond(createPrint(database(), body.value.name, nowIso()), 201);
}
