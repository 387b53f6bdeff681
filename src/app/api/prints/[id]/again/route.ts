import { database, printAgain } from '@/server';
import { readRequest, respond, route } from '../../../respond';

/** Begins a new print from this one; answers with its id. */
export const POST = route(async (request: Request, { params }: { params: Promise<{ id: string }> }) => {
  const asked = await readRequest(request, 'again');
  return asked.ok
    ? respond(printAgain(database(), (await params).id, asked.value.counted, Date.now()), 201)
    : respond(asked);
});
