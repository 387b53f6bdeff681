import { bringInPicture, database, MAX_UPLOAD_BYTES, placeAgain } from '@/server';
import { fileNameOf, nowIso, readBody, readRequest, respond, route } from '../../../respond';

type Params = { params: Promise<{ id: string }> };

/** The picture's bytes as the body; its name and the base revision in headers. */
export const POST = route(async (request: Request, { params }: Params) => {
  const body = await readBody(request, MAX_UPLOAD_BYTES, 'This picture');
  if (!body.ok) return respond(body);
  return respond(
    await bringInPicture(
      database(),
      (await params).id,
      Number(request.headers.get('x-base-revision')),
      body.value,
      fileNameOf(request) || 'picture',
      nowIso(),
      request.signal,
    ),
  );
});

/** Places it anew: { baseRevision, place }. */
export const PUT = route(async (request: Request, { params }: Params) => {
  const body = await readRequest(request, 'place');
  if (!body.ok) return respond(body);
  return respond(await placeAgain(database(), (await params).id, body.value.baseRevision, body.value.place, nowIso()));
});
