import { database, keepPracticeScore, practiceScores } from '@/server';
import { nowIso, readJson, respond, route } from '../respond';

/** Scores of rehearsals on the sample prints, newest first. */
export const GET = route(() => {
  return respond(practiceScores(database()));
});

/** Keeps one: { sample, level, score }. */
export const POST = route(async (request: Request) => {
  const body = await readJson(request);
  return respond(body.ok ? keepPracticeScore(database(), body.value, nowIso()) : body);
});
