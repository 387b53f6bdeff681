import { database, putInkBack, removeInk, saveInk } from '@/server';
import { nowIso, readRequest, respond, route } from '../../respond';

type Params = { params: Promise<{ id: string }> };

/** Saves an ink: { baseRevision, ink }. */
export const PUT = route(async (request: Request, { params }: Params) => {
  const body = await readRequest(request, 'ink');
  return body.ok
    ? respond(saveInk(database(), (await params).id, body.value.baseRevision, body.value.ink, nowIso()))
    : respond(body);
});

export const DELETE = route(async (_request: Request, { params }: Params) => {
  return respond(removeInk(database(), (await params).id, nowIso()));
});

/** Puts a removed ink back. */
export const POST = route(async (_request: Request, { params }: Params) => {
  return respond(putInkBack(database(), (await params).id, nowIso()));
});
