import { success, type Outcome } from '@/core/units';
import { checkPractice, type PracticeScore } from '@/model';
import { insertPractice, practice, type Store } from '@/store';

export function practiceScores(db: Store): Outcome<PracticeScore[]> {
  return success(practice(db));
}

export function keepPracticeScore(db: Store, value: unknown, now: string): Outcome<PracticeScore[]> {
  const checked = checkPractice(value);
  if (!checked.ok) return checked;
  insertPractice(db, { ...checked.value, at: now });
  return success(practice(db));
}
