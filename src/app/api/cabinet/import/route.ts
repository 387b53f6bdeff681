import { cabinet, database, importInks, MAX_CABINET_FILE_BYTES } from '@/server';
import { nowIso, readBody, respond } from '../../respond';

/** A CSV table, GPL palette or CGATS text as the body; answers with the whole cabinet. */
export async function POST(request: Request): Promise<Response> {
  const body = await readBody(request, MAX_CABINET_FILE_BYTES, 'This file of inks');
  if (!body.ok) return respond(body);
  const done = importInks(
    database(),
    body.value,
    decodeURIComponent(request.headers.get('x-file-name') ?? 'file'),
    nowIso(),
  );
  return done.ok ? Response.json({ ...done.value, inks: cabinet(database(), nowIso()) }) : respond(done);
}
