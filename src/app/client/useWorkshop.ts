'use client';
import { useMemo } from 'react';
import type { NewItem, StoredItem, WorkshopItem } from '@/model';
import type { WorkshopDesk } from '@/ui/kit/workshopDesk';
import { useCollection, type Collection } from './useCollection';
import { pageWords } from '@/words/pages';

const WORKSHOP: Collection<StoredItem, Partial<WorkshopItem>> = {
  name: 'workshop',
  api: '/api/workshop',
  idOf: ({ item }) => item.id,
  withPart: (stored, part) => ({ ...stored, item: { ...stored.item, ...part } as WorkshopItem }),
  sentAs: ({ item, revision }) => ({ baseRevision: revision, item }),
  gone: () => pageWords('gone.thing'),
};

/** What the workshop has; `initial` where it came with the page. */
export function useWorkshop(initial?: readonly StoredItem[]): WorkshopDesk {
  const { items, problem, acts } = useCollection<StoredItem, NewItem, Partial<WorkshopItem>>(WORKSHOP, initial);
  return useMemo(() => ({ ...acts, items, problem }), [acts, items, problem]);
}
