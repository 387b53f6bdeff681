'use client';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { success, type ArchiveRead, type DoorState, type KeepingState, type LetIn, type Outcome } from '@/model';
import { ask, askFile } from '@/session';
import { MachinePage } from '@/ui/shelf/machine/MachinePage';
import { inWords } from '@/words/failures';
import { fetched } from '../client/useCollection';

/** Devices come and go, and a copy under way goes on: looked at so often. */
const LOOK_EVERY_MS = 2000;

/** The page of this machine, joined to the server. */
export function MachineHere(came: { readonly door: DoorState; readonly keeping: KeepingState }) {
  const client = useQueryClient();
  const [message, setMessage] = useState<string>();
  const { data: door } = useQuery({
    queryKey: ['devices'],
    queryFn: () => fetched(ask<DoorState>('GET', '/api/devices')),
    initialData: came.door,
    refetchInterval: LOOK_EVERY_MS,
  });
  const { data: keeping } = useQuery({
    queryKey: ['copies'],
    queryFn: () => fetched(ask<KeepingState>('GET', '/api/copies')),
    initialData: came.keeping,
    refetchInterval: LOOK_EVERY_MS,
  });
  /** What is answered is shown, or why it is not. */
  const taken =
    <T,>(key: string) =>
    (answer: Outcome<T>): Outcome<T> => {
      if (answer.ok) client.setQueryData([key], answer.value);
      setMessage(answer.ok ? undefined : inWords(answer));
      return answer;
    };
  return (
    <MachinePage
      {...{ door, keeping, message }}
      onLetIn={async (role, devices, places) => {
        const made = await ask<LetIn>('POST', '/api/devices', { role, devices, places });
        void client.invalidateQueries({ queryKey: ['devices'] });
        return made;
      }}
      onPutOut={async (id) => taken<DoorState>('devices')(await ask('DELETE', `/api/devices/${id}`))}
      onNetwork={async (open) => taken<DoorState>('devices')(await ask('PUT', '/api/devices', { open }))}
      onCopy={async () => taken<KeepingState>('copies')(await ask('POST', '/api/copies', {}))}
      onBeside={(name) => ask<string>('POST', `/api/copies/${encodeURIComponent(name)}`, {})}
      onOutside={async (folder) => {
        const named = await ask<KeepingState>('PUT', '/api/copies', { folder });
        if (named.ok) client.setQueryData(['copies'], named.value);
        return named;
      }}
      onArchive={async (file, onShare) => {
        const got = await askFile('/api/archive', onShare, undefined, 'POST', file);
        if (!got.ok) return got;
        return success(JSON.parse(await got.value.file.text()) as ArchiveRead);
      }}
    />
  );
}
