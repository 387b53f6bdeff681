import { database, potsOfWorkshop } from '@/server';
import { route } from '../respond';

/** What is left in the pots of all prints, newest first. */
export const GET = route(() => Response.json(potsOfWorkshop(database())));
