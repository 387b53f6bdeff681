import { database, putItemBack, removeItem, saveItem } from '@/server';
import { nowIso, readRequest, respond, route } from '../../respond';

type Params = { params: Promise<{ id: string }> };

/** Saves a thing: { baseRevision, item }. */
export const PUT = route(async (request: Request, { params }: Params) => {
  const body = await readRequest(request, 'item');
  return body.ok
    ? respond(saveItem(database(), (await params).id, body.value.baseRevision, body.value.item, nowIso()))
    : respond(body);
});

export const DELETE = route(async (_request: Request, { params }: Params) => {
  return respond(removeItem(database(), (await params).id, nowIso()));
});

/** Puts back what was taken out. */
export const POST = route(async (_request: Request, { params }: Params) => {
  return respond(putItemBack(database(), (await params).id, nowIso()));
});
