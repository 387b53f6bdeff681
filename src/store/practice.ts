import type { PracticeScore } from '@/model';
import type { Store } from './open';

export function insertPractice(db: Store, { sample, level, score, at }: PracticeScore): void {
  db.prepare('INSERT INTO practice (sample, level, score, at) VALUES (?, ?, ?, ?)').run(sample, level, score, at);
}

/** Newest first, the last two hundred. */
export function practice(db: Store): PracticeScore[] {
  return db
    .prepare<[], PracticeScore>('SELECT sample, level, score, at FROM practice ORDER BY id DESC LIMIT 200')
    .all();
}
