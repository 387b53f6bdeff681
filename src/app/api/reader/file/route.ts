import { MAX_CABINET_FILE_BYTES, readingsOfFile } from '@/server';
import { readBody, respond } from '../../respond';

/** CGATS text as the body; answers with its samples. */
export async function POST(request: Request): Promise<Response> {
  const body = await readBody(request, MAX_CABINET_FILE_BYTES, 'This measurement file');
  return respond(
    body.ok ? readingsOfFile(body.value, decodeURIComponent(request.headers.get('x-file-name') ?? 'file')) : body,
  );
}
