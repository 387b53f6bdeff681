import { beginSample, database } from '@/server';
import { nowIso, respond, route } from '../respond';

/** Puts the made-up print on the shelf; answers with its id. */
export const POST = route(async () => respond(await beginSample(database(), nowIso()), 201));
