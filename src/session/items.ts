import type { BenchEvent, PlanEdit } from '@/model';

/** What was done on this device and the server has not acknowledged: an edit of the plan, or acts that go together. */
export type Item =
  | { readonly kind: 'edit'; readonly id: string; readonly edit: PlanEdit }
  | { readonly kind: 'acts'; readonly id: string; readonly events: readonly BenchEvent[] };

/** Keeps what waits, so that neither a reload nor a power cut loses it. */
export interface ItemKeeper {
  /** What windows that are gone left, in its order; from then on it is this window's. */
  readonly takeLeft: () => Promise<readonly Item[]>;
  /** @throws when it cannot be kept: the browser's store is full or closed */
  readonly add: (item: Item) => Promise<void>;
  readonly remove: (id: string) => Promise<void>;
}
