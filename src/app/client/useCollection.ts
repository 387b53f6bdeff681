'use client';
import { inWords } from '@/words/failures';
import { useMutation, useMutationState, useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useMemo } from 'react';
import { failureSaid, familyOf, type Outcome } from '@/model';
import { ask } from '@/session';

/** What a collection of the workshop holds, and how a thing of it is read and sent. */
export interface Collection<Stored, Part> {
  readonly name: string;
  readonly api: string;
  readonly idOf: (stored: Stored) => string;
  readonly withPart: (stored: Stored, part: Part) => Stored;
  readonly sentAs: (stored: Stored) => object;
  /** In words, when a thing is not there any more. */
  readonly gone: () => string;
}

interface Change<Part> {
  readonly id: string;
  readonly part: Part;
}

/** Throws a refusal: that is how what cannot be fetched is told to whoever keeps it. */
export async function fetched<T>(answer: Promise<Outcome<T>>): Promise<T> {
  const got = await answer;
  if (!got.ok) throw new Error(inWords(got));
  return got.value;
}

/**
 * Things of the workshop as the server has them, fetched once for all views (unless they came with the page), with what is on its way
 * there shown at once. Changes go one after the other, each on top of what the one before made; one that is refused is taken back.
 */
export function useCollection<Stored, New extends object, Part extends object>(
  of: Collection<Stored, Part>,
  initial?: readonly Stored[],
) {
  const { name, api } = of;
  const key = useMemo(() => [name], [name]);
  const client = useQueryClient();
  const { data, error, refetch } = useQuery({
    queryKey: key,
    queryFn: () => fetched(ask<readonly Stored[]>('GET', api)),
    initialData: initial,
  });
  const truth = useCallback(() => client.getQueryData<readonly Stored[]>(key), [client, key]);
  const adopt = useCallback((next: readonly Stored[]) => void client.setQueryData(key, next), [client, key]);
  const put = useCallback(
    (answer: Outcome<Stored>): Outcome<Stored> => {
      if (answer.ok) adopt(placed(of, truth() ?? [], answer.value));
      return answer;
    },
    [adopt, of, truth],
  );
  const { mutateAsync: save } = useMutation({
    mutationKey: key,
    // one after the other
    scope: { id: name },
    mutationFn: async ({ id, part }: Change<Part>): Promise<Outcome<Stored>> => {
      const known = truth()?.find((stored) => of.idOf(stored) === id);
      if (!known) return failureSaid(`${name}-missing`, of.gone());
      const answer = put(await ask<Stored>('PUT', `${api}/${id}`, of.sentAs(of.withPart(known, part))));
      if (!answer.ok && familyOf(answer.code) === 'stale') await refetch();
      return answer;
    },
  });
  const sent = useMutationState({
    filters: { mutationKey: key, status: 'pending' },
    select: ({ state }) => state.variables as Change<Part>,
  });
  const items = useMemo(() => sent.reduce((list, change) => withChange(of, list, change), data), [data, of, sent]);
  const acts = useMemo(
    () => ({
      adopt,
      load: async () => void (await refetch()),
      save: (id: string, part: Part) => save({ id, part }),
      add: async (fresh: New) => put(await ask<Stored>('POST', api, fresh)),
      remove: async (id: string) => {
        const answer = await ask<undefined>('DELETE', `${api}/${id}`);
        if (answer.ok) adopt((truth() ?? []).filter((stored) => of.idOf(stored) !== id));
        return answer;
      },
      putBack: async (id: string) => put(await ask<Stored>('POST', `${api}/${id}`, {})),
    }),
    [adopt, api, of, put, refetch, save, truth],
  );
  return { items, problem: error?.message, acts };
}

function withChange<Stored, Part>(
  of: Collection<Stored, Part>,
  list: readonly Stored[] | undefined,
  { id, part }: Change<Part>,
): readonly Stored[] | undefined {
  return list?.map((stored) => (of.idOf(stored) === id ? of.withPart(stored, part) : stored));
}

/** A changed thing keeps its place; a new one goes last. */
function placed<Stored, Part>(of: Collection<Stored, Part>, list: readonly Stored[], one: Stored): readonly Stored[] {
  const isIt = (stored: Stored) => of.idOf(stored) === of.idOf(one);
  return list.some(isIt) ? list.map((stored) => (isIt(stored) ? one : stored)) : [...list, one];
}
