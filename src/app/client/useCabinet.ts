import { useCallback, useEffect, useMemo, useState } from 'react';
import { success, type NamedReading, type Outcome, type Reading, type StoredInk } from '@/model';
import type { CabinetDesk } from '@/ui/kit/printContext';
import { ask, askRaw } from '@/session';

const API = '/api/cabinet';

/** The workshop's inks as the server has them, fetched once and kept in step with what is done here. */
export function useCabinet(): CabinetDesk {
  const [inks, setInks] = useState<readonly StoredInk[]>();
  const [problem, setProblem] = useState<string>();
  const load = useCallback(async () => {
    setProblem(undefined);
    const answer = await ask<StoredInk[]>('GET', API);
    if (answer.ok) setInks(answer.value);
    else setProblem(answer.message);
  }, []);
  useEffect(() => {
    void load();
  }, [load]);
  const put = useCallback((answer: Outcome<StoredInk>): Outcome<StoredInk> => {
    if (answer.ok) setInks((before) => placed(before ?? [], answer.value));
    return answer;
  }, []);
  return useMemo(
    (): CabinetDesk => ({
      inks,
      problem,
      load,
      add: async (ink) => put(await ask<StoredInk>('POST', API, ink)),
      save: async ({ revision, id, ...ink }) =>
        put(await ask<StoredInk>('PUT', `${API}/${id}`, { baseRevision: revision, ink })),
      remove: async (id) => {
        const answer = await ask<undefined>('DELETE', `${API}/${id}`);
        if (answer.ok) setInks((before) => before?.filter((ink) => ink.id !== id));
        return answer;
      },
      putBack: async (id) => put(await ask<StoredInk>('POST', `${API}/${id}`, {})),
      importFile: async (file) => {
        const answer = await askRaw<{ added: number; inks: StoredInk[] }>(`${API}/import`, {
          method: 'POST',
          body: file,
          headers: { 'x-file-name': encodeURIComponent(file.name) },
        });
        if (!answer.ok) return answer;
        setInks(answer.value.inks);
        return success(answer.value.added);
      },
      read: (request) => ask<{ reading: Reading; device: string }>('POST', '/api/reader', request),
      readFile: (file) =>
        askRaw<NamedReading[]>('/api/reader/file', {
          method: 'POST',
          body: file,
          headers: { 'x-file-name': encodeURIComponent(file.name) },
        }),
      file: (name) => `${API}/files/${name}`,
    }),
    [inks, load, problem, put],
  );
}

/** A changed ink keeps its place; a new one goes last. */
function placed(inks: readonly StoredInk[], ink: StoredInk): readonly StoredInk[] {
  return inks.some((i) => i.id === ink.id) ? inks.map((i) => (i.id === ink.id ? ink : i)) : [...inks, ink];
}
