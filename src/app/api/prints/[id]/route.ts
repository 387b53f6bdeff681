import { database, deletePrint, printState, rename, savePlan } from '@/server';
import { nowIso, readJson, respond } from '../../respond';

type Params = { params: Promise<{ id: string }> };

export async function GET(_request: Request, { params }: Params): Promise<Response> {
  return respond(printState(database(), (await params).id));
}

/** Saves the plan: { baseRevision, plan, label }. */
export async function PUT(request: Request, { params }: Params): Promise<Response> {
  const body = await readJson<{ baseRevision: number; plan: unknown; label?: string }>(request);
  if (!body.ok) return respond(body);
  return respond(
    savePlan(
      database(),
      (await params).id,
      body.value.baseRevision,
      body.value.plan,
      String(body.value.label ?? 'change'),
      nowIso(),
    ),
  );
}

/** Renames: { name }. */
export async function PATCH(request: Request, { params }: Params): Promise<Response> {
  const body = await readJson<{ name?: unknown }>(request);
  if (!body.ok) return respond(body);
  return respond(rename(database(), (await params).id, body.value.name, nowIso()));
}

/** Deletes when the name was typed: { name }. */
export async function DELETE(request: Request, { params }: Params): Promise<Response> {
  const body = await readJson<{ name?: unknown }>(request);
  if (!body.ok) return respond(body);
  return respond(deletePrint(database(), (await params).id, body.value.name, nowIso()));
}
