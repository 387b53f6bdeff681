import { dryingLearnedFrom, type DryingLearned } from '@/derived';
import { driedFilms, type Store } from '@/store';

const learned = new WeakMap<Store, { readonly looks: number; readonly drying: DryingLearned }>();

/** How films dry in this workshop, by the looks at them in all its prints: the very same answer as long as there are no more of them. */
export function dryingOfWorkshop(db: Store): DryingLearned {
  const looks = driedFilms(db),
    known = learned.get(db);
  if (known?.looks === looks.length) return known.drying;
  const drying = dryingLearnedFrom(looks);
  learned.set(db, { looks: looks.length, drying });
  return drying;
}
