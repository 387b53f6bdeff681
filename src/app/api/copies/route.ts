import { copyNow, keepingShown, nameOutside } from '@/server';
import { readRequest, respond, route } from '../respond';

/** How the workshop's file is kept: its copies, and what troubles them. */
export const GET = route(async () => respond(await keepingShown()));

/** Begins a copy. */
export const POST = route(async () => respond(await copyNow(), 202));

/** Names a folder outside, where copies go too: { folder }, null for none. */
export const PUT = route(async (request: Request) => {
  const body = await readRequest(request, 'outside');
  return respond(body.ok ? await nameOutside(body.value.folder) : body);
});
