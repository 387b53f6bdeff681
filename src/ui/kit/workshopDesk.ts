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
  /** Changes a thing: shown at once, taken back when it is refused. */
  readonly save: (id: string, part: Partial<WorkshopItem>) => Promise<Outcome<StoredItem>>;
  readonly remove: (id: string) => Promise<Outcome<undefined>>;
  readonly putBack: (id: string) => Promise<Outcome<StoredItem>>;
}
