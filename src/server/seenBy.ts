import type { Outcome } from '@/core/units';
import { mayDo, type BenchEvent, type Role } from '@/model';
import { withoutWhereWords } from '@/formats';

/** A print, or what is new in it, as a role may see it: where prints went is said in words to the desk only. */
export function seenBy<T extends { readonly events: readonly BenchEvent[] }>(role: Role, got: Outcome<T>): Outcome<T> {
  if (!got.ok || mayDo(role, 'desk')) return got;
  return { ok: true, value: { ...got.value, events: withoutWhereWords(got.value.events) } };
}
