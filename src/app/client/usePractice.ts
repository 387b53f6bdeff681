'use client';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { PracticeScore } from '@/model';
import { ask } from '@/session';
import type { PrintDesk } from '@/ui/kit/printContext';
import { fetched } from './useCollection';

const KEY = ['practice'],
  API = '/api/practice';

/** Scores of rehearsals on the sample prints. */
export function usePractice(): PrintDesk['practice'] {
  const client = useQueryClient();
  const { data } = useQuery({ queryKey: KEY, queryFn: () => fetched(ask<readonly PracticeScore[]>('GET', API)) });
  return useMemo(
    () => ({
      scores: data ?? [],
      keep: async (score) => {
        const answer = await ask<readonly PracticeScore[]>('POST', API, score);
        if (answer.ok) client.setQueryData(KEY, answer.value);
        return answer;
      },
    }),
    [client, data],
  );
}
