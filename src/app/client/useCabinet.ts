'use client';
import { useMemo } from 'react';
import { success, type CabinetInk, type NamedReading, type Reading, type StoredInk } from '@/model';
import { ask, askRaw } from '@/session';
import type { CabinetDesk } from '@/ui/kit/printContext';
import { useCollection, type Collection } from './useCollection';
import { pageWords } from '@/words/pages';

const CABINET: Collection<StoredInk, Partial<CabinetInk>> = {
  name: 'cabinet',
  api: '/api/cabinet',
  idOf: ({ id }) => id,
  withPart: (ink, part) => ({ ...ink, ...part }),
  sentAs: ({ revision, id: _, ...ink }) => ({ baseRevision: revision, ink }),
  gone: () => pageWords('gone.ink'),
};

const upload = (file: File) => ({
  method: 'POST',
  body: file,
  headers: { 'x-file-name': encodeURIComponent(file.name) },
});

/** The workshop's inks, and the colour reader. */
export function useCabinet(): CabinetDesk {
  const { items, problem, acts } = useCollection<StoredInk, Omit<CabinetInk, 'id'>, Partial<CabinetInk>>(CABINET);
  return useMemo(
    (): CabinetDesk => ({
      ...acts,
      inks: items,
      problem,
      importFile: async (file) => {
        const answer = await askRaw<{ added: number; inks: StoredInk[] }>(`${CABINET.api}/import`, upload(file));
        if (!answer.ok) return answer;
        acts.adopt(answer.value.inks);
        return success(answer.value.added);
      },
      read: (request) => ask<{ reading: Reading; device: string }>('POST', '/api/reader', request),
      readFile: (file) => askRaw<NamedReading[]>('/api/reader/file', upload(file)),
      file: (name) => `${CABINET.api}/files/${name}`,
    }),
    [acts, items, problem],
  );
}
