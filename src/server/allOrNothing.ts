import type { Outcome } from '@/core/units';
import type { Store } from '@/store';

/** Thrown inside the transaction so that everything in it is rolled back. */
class Undone extends Error {}

/** Does something in one transaction; when it is refused nothing of it stays. Within another transaction only its own part is undone. */
export function allOrNothing<T>(db: Store, act: () => Outcome<T>): Outcome<T> {
  let answer: Outcome<T> | undefined;
  try {
    return db
      .transaction(() => {
        answer = act();
        if (!answer.ok) throw new Undone();
        return answer;
      })
      .immediate();
  } catch (error) {
    if (error instanceof Undone && answer) return answer;
    throw error;
  }
}
