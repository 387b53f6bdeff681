import { phrase } from '@/model';
import { MAX_CABINET_FILE_BYTES, readingsOfFile } from '@/server';
import { fileNameOf, readBody, respond, route } from '../../respond';

/** CGATS text as the body; answers with its samples. */
export const POST = route(async (request: Request) => {
  const body = await readBody(request, MAX_CABINET_FILE_BYTES, phrase('route.thisMeasurementFile'));
  return respond(body.ok ? readingsOfFile(body.value, fileNameOf(request) || 'file') : body);
});
