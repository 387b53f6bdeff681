import { actOnScale, scaleShows } from '@/server';
import { readRequest, respond, route } from '../respond';

/** What the workshop's scale shows now. */
export const GET = route(() => respond(scaleShows(Date.now())));

/** Sets it to nothing, or does with the simulated one what hands do with a real one. */
export const POST = route(async (request: Request) => {
  const asked = await readRequest(request, 'scale');
  return respond(asked.ok ? actOnScale(asked.value, Date.now()) : asked);
});
