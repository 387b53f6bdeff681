import { phrase } from '@/model';
import { bringInPicture, database, MAX_UPLOAD_BYTES, placeAgain } from '@/server';
import { answerChanges } from '../../answerChanges';
import { fileNameOf, nowIso, readBody, readRequest, respond, route } from '../../../respond';

type Params = { params: Promise<{ id: string }> };

/** The picture's bytes as the body; its name, and what the asker has heard of the print, in headers. */
export const POST = route(async (request: Request, { params }: Params) => {
  const body = await readBody(request, MAX_UPLOAD_BYTES, phrase('route.thisPicture'));
  if (!body.ok) return respond(body);
  const { id } = await params,
    name = fileNameOf(request) || 'picture';
  return answerChanges(request, id, request.headers.get('x-known'), () =>
    bringInPicture(database(), id, body.value, name, nowIso(), request.signal),
  );
});

/** Places it anew: { known, place }. */
export const PUT = route(async (request: Request, { params }: Params) => {
  const body = await readRequest(request, 'place');
  if (!body.ok) return respond(body);
  const { id } = await params;
  return answerChanges(request, id, body.value.known, () => placeAgain(database(), id, body.value.place, nowIso()));
});
