import { database, keepPracticeScore, practiceScores } from '@/server';
import { nowIso, readJson, respond } from '../respond';

/** Scores of rehearsals on the sample prints, newest first. */
export function GET(): Response {
  return respond(practiceScores(database()));
}

/** Keeps one: { sample, level, score }. */
export async function POST(request: Request): Promise<Response> {
  const body = await readJson<unknown>(request);
  return respond(body.ok ? keepPracticeScore(database(), body.value, nowIso()) : body);
}
