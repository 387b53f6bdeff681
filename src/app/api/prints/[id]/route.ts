import { failure } from '@/model';
import { database, deletePrint, editPrint, mayEdit, printState, rename, seenBy } from '@/server';
import { answerChanges } from '../answerChanges';
import { nowIso, readRequest, respond, roleOf, route } from '../../respond';

type Params = { params: Promise<{ id: string }> };

export const GET = route(async (request: Request, { params }: Params) =>
  respond(seenBy(roleOf(request), printState(database(), (await params).id))),
);

/** Makes an edit on the newest plan, once for each id: { known, id, edit }. */
export const PUT = route(async (request: Request, { params }: Params) => {
  const body = await readRequest(request, 'edit');
  if (!body.ok) return respond(body);
  const { id } = await params,
    { kind } = (body.value.edit ?? {}) as { kind?: unknown };
  if (!mayEdit(roleOf(request), kind)) return respond(failure('role-refused'));
  return answerChanges(request, id, body.value.known, () =>
    editPrint(database(), id, body.value.edit, nowIso(), body.value.id),
  );
});

/** Renames: { name }. */
export const PATCH = route(async (request: Request, { params }: Params) => {
  const body = await readRequest(request, 'name');
  if (!body.ok) return respond(body);
  return respond(rename(database(), (await params).id, body.value.name, nowIso()));
});

/** Deletes when the name was typed: { name }. */
export const DELETE = route(async (request: Request, { params }: Params) => {
  const body = await readRequest(request, 'name');
  if (!body.ok) return respond(body);
  return respond(deletePrint(database(), (await params).id, body.value.name, nowIso()));
});
