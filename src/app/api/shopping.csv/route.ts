import { database, drawnFor } from '@/server';
import { respondFile, route } from '../respond';

/** What all prints still want, as a table. */
export const GET = route(async (request: Request) =>
  respondFile(await drawnFor({ gone: request.signal }, database(), 'shoppingFile', new Date().toISOString())),
);
