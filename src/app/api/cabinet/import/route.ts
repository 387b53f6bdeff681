import { phrase } from '@/model';
import { cabinet, database, importInks, MAX_CABINET_FILE_BYTES } from '@/server';
import { fileNameOf, nowIso, readBody, respond, route } from '../../respond';

/** A CSV table, GPL palette or CGATS text as the body; answers with the whole cabinet. */
export const POST = route(async (request: Request) => {
  const body = await readBody(request, MAX_CABINET_FILE_BYTES, phrase('route.thisFileOfInks'));
  if (!body.ok) return respond(body);
  const done = importInks(database(), body.value, fileNameOf(request) || 'file', nowIso());
  return done.ok ? Response.json({ ...done.value, inks: cabinet(database(), nowIso()) }) : respond(done);
});
