import { database, drawnFor } from '@/server';
import { respondFile, route } from '../respond';

/** All numbered prints with sizes, editions and what is left of them, as a table. */
export const GET = route(async (request: Request) =>
  respondFile(await drawnFor({ gone: request.signal }, database(), 'showFile')),
);
