import type { Outcome } from '@/core/units';
import type { NewItem, StoredItem, WorkshopItem } from '@/model';

/** What the workshop has, as its own view and every print's see it. */
export interface WorkshopDesk {
  /** Undefined while it is being fetched. */
  readonly items: readonly StoredItem[] | undefined;
  /** Why it is not there. */
  readonly problem: string | undefined;
  readonly load: () => Promise<void>;
  readonly add: (item: NewItem) => Promise<Outcome<StoredItem>>;
  /** Saves a thing on top of the revision it was changed from. */
  readonly save: (baseRevision: number, item: WorkshopItem) => Promise<Outcome<StoredItem>>;
  readonly remove: (id: string) => Promise<Outcome<undefined>>;
  readonly putBack: (id: string) => Promise<Outcome<StoredItem>>;
}
