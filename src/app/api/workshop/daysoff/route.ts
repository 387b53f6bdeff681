import { phrase } from '@/model';
import { database, importDaysOff, MAX_CALENDAR_BYTES } from '@/server';
import { readBody, respond, route } from '../../respond';

/** A calendar (ICS) as the body: its days off are put into the workshop; answers with those that were. */
export const POST = route(async (request: Request) => {
  const body = await readBody(request, MAX_CALENDAR_BYTES, phrase('route.thisCalendar'));
  return respond(body.ok ? importDaysOff(database(), body.value, Date.now()) : body);
});
