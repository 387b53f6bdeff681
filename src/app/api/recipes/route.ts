import { database, inksKept } from '@/server';
import { nowIso, route } from '../respond';

/** Inks that prints were mixed with, newest first, and recipes of plans. */
export const GET = route(() => Response.json(inksKept(database(), nowIso()).inks));
