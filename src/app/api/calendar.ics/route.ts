import { database, drawnFor } from '@/server';
import { respondFile, route } from '../respond';

/** The workshop's days as a calendar, of all prints or of one (`?print=`): an address calendars on this machine can subscribe to. */
export const GET = route(async (request: Request) => {
  const only = new URL(request.url).searchParams.get('print');
  return respondFile(await drawnFor({ gone: request.signal }, database(), 'calendarFile', only, Date.now()));
});
