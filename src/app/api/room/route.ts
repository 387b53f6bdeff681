import { database, roomRead } from '@/server';
import { route } from '../respond';

/** The air of the workshop now. */
export const GET = route(() => Response.json(roomRead(database(), Date.now())));
