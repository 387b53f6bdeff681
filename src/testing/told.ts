import type { Outcome } from '@/core/units';
import { toldByServer } from '@/words/refusals';

/** An outcome with its sentence beside its code, as the server tells it. */
export function told<T>(outcome: Outcome<T>) {
  return outcome.ok ? outcome : { ...outcome, message: toldByServer(outcome) };
}
