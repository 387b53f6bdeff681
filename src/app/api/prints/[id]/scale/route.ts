import { checkRequest } from '@/model';
import { database, weighPack } from '@/server';
import { readJson, respond, route } from '../../../respond';

/** Weighs a pack of damp paper on the workshop's scale; nothing is logged by it. */
export const POST = route(async (request: Request, { params }: { params: Promise<{ id: string }> }) => {
  const { id } = await params;
  const body = await readJson(request);
  if (!body.ok) return respond(body);
  const asked = checkRequest('weigh', body.value);
  return respond(asked.ok ? weighPack(database(), id, asked.value.packId, asked.value.sheets, Date.now()) : asked);
});
