import { phrase } from '@/model';
import { bringInPhotograph, database, MAX_UPLOAD_BYTES } from '@/server';
import { fileNameOf, nowIso, readBody, respond, route } from '../../../respond';

/** A photograph's bytes as the body, kept small, or with ?whole=1 as it was taken; answers with the name it is kept under until the log says what it shows. */
export const POST = route(async (request: Request, { params }: { params: Promise<{ id: string }> }) => {
  const body = await readBody(request, MAX_UPLOAD_BYTES, phrase('route.thisPhotograph'));
  if (!body.ok) return respond(body);
  const name = fileNameOf(request) || 'photograph';
  const whole = new URL(request.url).searchParams.get('whole') === '1';
  return respond(
    await bringInPhotograph(database(), (await params).id, body.value, name, nowIso(), request.signal, whole),
  );
});
