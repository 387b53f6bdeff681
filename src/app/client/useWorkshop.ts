import { useCallback, useEffect, useMemo, useState } from 'react';
import type { Outcome, StoredItem } from '@/model';
import type { WorkshopDesk } from '@/ui/kit/workshopDesk';
import { ask } from './api';

const API = '/api/workshop';

/** What the workshop has as the server has it, fetched once (unless it came with the page) and kept in step with what is done here. */
export function useWorkshop(initial?: readonly StoredItem[]): WorkshopDesk {
  const [items, setItems] = useState(initial);
  const [problem, setProblem] = useState<string>();
  const load = useCallback(async () => {
    setProblem(undefined);
    const answer = await ask<StoredItem[]>('GET', API);
    if (answer.ok) setItems(answer.value);
    else setProblem(answer.message);
  }, []);
  const cameAlong = initial !== undefined;
  useEffect(() => {
    if (!cameAlong) void load();
  }, [cameAlong, load]);
  const put = useCallback((answer: Outcome<StoredItem>): Outcome<StoredItem> => {
    if (answer.ok) setItems((before) => placed(before ?? [], answer.value));
    return answer;
  }, []);
  return useMemo(
    (): WorkshopDesk => ({
      items,
      problem,
      load,
      add: async (item) => put(await ask<StoredItem>('POST', API, item)),
      save: async (baseRevision, item) =>
        put(await ask<StoredItem>('PUT', `${API}/${item.id}`, { baseRevision, item })),
      remove: async (id) => {
        const answer = await ask<undefined>('DELETE', `${API}/${id}`);
        if (answer.ok) setItems((before) => before?.filter(({ item }) => item.id !== id));
        return answer;
      },
      putBack: async (id) => put(await ask<StoredItem>('POST', `${API}/${id}`, {})),
    }),
    [items, load, problem, put],
  );
}

/** A changed thing keeps its place; a new one goes last. */
function placed(items: readonly StoredItem[], one: StoredItem): readonly StoredItem[] {
  return items.some(({ item }) => item.id === one.item.id)
    ? items.map((known) => (known.item.id === one.item.id ? one : known))
    : [...items, one];
}
