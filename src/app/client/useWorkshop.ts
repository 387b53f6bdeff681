import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { failure, type Outcome, type StoredItem, type WorkshopItem } from '@/model';
import type { WorkshopDesk } from '@/ui/kit/workshopDesk';
import { ask } from '@/session';

const API = '/api/workshop';

/** A change on its way to the server. */
interface Sent {
  readonly id: string;
  readonly part: Partial<WorkshopItem>;
}

/**
 * What the workshop has as the server has it, fetched once (unless it came with the page), with what is on its way there shown at
 * once. Changes go one after the other, each on top of what the one before made; one that is refused is taken back.
 */
export function useWorkshop(initial?: readonly StoredItem[]): WorkshopDesk {
  const { stored, truth, adopt, load, problem } = useStored(initial);
  const [sent, setSent] = useState<readonly Sent[]>([]);
  const put = useCallback(
    (answer: Outcome<StoredItem>): Outcome<StoredItem> => {
      if (answer.ok) adopt(placed(truth.current ?? [], answer.value));
      return answer;
    },
    [adopt, truth],
  );
  const inOrder = useInOrder();
  const save = useCallback(
    async (id: string, part: Partial<WorkshopItem>): Promise<Outcome<StoredItem>> => {
      const one: Sent = { id, part };
      setSent((before) => [...before, one]);
      return inOrder(async () => {
        const known = truth.current?.find(({ item }) => item.id === id);
        const answer = known
          ? put(
              await ask<StoredItem>('PUT', `${API}/${id}`, {
                baseRevision: known.revision,
                item: { ...known.item, ...part },
              }),
            )
          : failure('item-missing', 'This is not in the workshop any more.');
        setSent((before) => before.filter((other) => other !== one));
        if (!answer.ok && answer.code === 'stale') await load();
        return answer;
      });
    },
    [inOrder, load, put, truth],
  );
  const items = useMemo(() => shown(stored, sent), [stored, sent]);
  return useMemo(
    (): WorkshopDesk => ({
      items,
      problem,
      load,
      save,
      add: async (item) => put(await ask<StoredItem>('POST', API, item)),
      remove: async (id) => {
        const answer = await ask<undefined>('DELETE', `${API}/${id}`);
        if (answer.ok) adopt((truth.current ?? []).filter(({ item }) => item.id !== id));
        return answer;
      },
      putBack: async (id) => put(await ask<StoredItem>('POST', `${API}/${id}`, {})),
    }),
    [adopt, items, load, problem, put, save, truth],
  );
}

/** What the server has, as it last said. */
function useStored(initial: readonly StoredItem[] | undefined) {
  const [stored, setStored] = useState(initial);
  const [problem, setProblem] = useState<string>();
  const truth = useRef(stored);
  const adopt = useCallback((next: readonly StoredItem[]) => {
    truth.current = next;
    setStored(next);
  }, []);
  const load = useCallback(async () => {
    setProblem(undefined);
    const answer = await ask<StoredItem[]>('GET', API);
    if (answer.ok) adopt(answer.value);
    else setProblem(answer.message);
  }, [adopt]);
  const cameAlong = initial !== undefined;
  useEffect(() => {
    if (!cameAlong) void load();
  }, [cameAlong, load]);
  return { stored, truth, adopt, load, problem };
}

/** Each job begins when the one before it has ended, whatever became of that. */
function useInOrder(): <T>(job: () => Promise<T>) => Promise<T> {
  const last = useRef<Promise<unknown>>(Promise.resolve());
  return useCallback((job) => {
    const done = last.current.then(job);
    last.current = done.catch(() => undefined);
    return done;
  }, []);
}

function shown(stored: readonly StoredItem[] | undefined, sent: readonly Sent[]): readonly StoredItem[] | undefined {
  return sent.length === 0
    ? stored
    : stored?.map((one) =>
        sent.reduce(
          (before, { id, part }) =>
            id === before.item.id ? { ...before, item: { ...before.item, ...part } as WorkshopItem } : before,
          one,
        ),
      );
}

/** A changed thing keeps its place; a new one goes last. */
function placed(items: readonly StoredItem[], one: StoredItem): readonly StoredItem[] {
  return items.some(({ item }) => item.id === one.item.id)
    ? items.map((known) => (known.item.id === one.item.id ? one : known))
    : [...items, one];
}
