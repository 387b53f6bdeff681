import { database, daysOfWorkshop } from '@/server';
import { route } from '../respond';

/** The steps of all prints that are still to be done, and what lies on the racks. */
export const GET = route(() => Response.json(daysOfWorkshop(database(), Date.now())));
