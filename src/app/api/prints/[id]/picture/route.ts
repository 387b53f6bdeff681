import { bringInPicture, database, MAX_UPLOAD_BYTES, placeAgain } from '@/server';
import { nowIso, readBody, readJson, respond } from '../../../respond';

type Params = { params: Promise<{ id: string }> };

/** The picture's bytes as the body; its name and the base revision in headers. */
export async function POST(request: Request, { params }: Params): Promise<Response> {
  const body = await readBody(request, MAX_UPLOAD_BYTES, 'This picture');
  if (!body.ok) return respond(body);
  const fileName = decodeURIComponent(request.headers.get('x-file-name') ?? 'picture');
  return respond(
    await bringInPicture(
      database(),
      (await params).id,
      Number(request.headers.get('x-base-revision')),
      body.value,
      fileName,
      nowIso(),
    ),
  );
}

/** Places it anew: { baseRevision, place }. */
export async function PUT(request: Request, { params }: Params): Promise<Response> {
  const body = await readJson<{ baseRevision: number; place: Parameters<typeof placeAgain>[3] }>(request);
  if (!body.ok) return respond(body);
  return respond(await placeAgain(database(), (await params).id, body.value.baseRevision, body.value.place, nowIso()));
}
