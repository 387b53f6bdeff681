import { database, putInkBack, removeInk, saveInk } from '@/server';
import { nowIso, readJson, respond } from '../../respond';

type Params = { params: Promise<{ id: string }> };

/** Saves an ink: { baseRevision, ink }. */
export async function PUT(request: Request, { params }: Params): Promise<Response> {
  const body = await readJson<{ baseRevision: number; ink: unknown }>(request);
  return body.ok
    ? respond(saveInk(database(), (await params).id, Number(body.value.baseRevision), body.value.ink, nowIso()))
    : respond(body);
}

export async function DELETE(_request: Request, { params }: Params): Promise<Response> {
  return respond(removeInk(database(), (await params).id, nowIso()));
}

/** Puts a removed ink back. */
export async function POST(_request: Request, { params }: Params): Promise<Response> {
  return respond(putInkBack(database(), (await params).id, nowIso()));
}
