'use client';
import { walkTo } from '@/ui/kit/walk/walkKept';
import { inWords } from '@/words/failures';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import type { Outcome, ShelfPage as ShelfPrints } from '@/model';
import { ask, askRaw } from '@/session';
import { Shelf } from '@/ui/shelf/Shelf';
import { lookUrl } from '@/ui/kit/lookUrl';
import { shelfWords } from '@/words/shelf';
import { fetched } from './client/useCollection';

interface Props {
  readonly shelf: ShelfPrints;
  /** This device was led here from a page that is closed to it. */
  readonly wasClosed: boolean;
  /** What troubles the workshop's file, in words. */
  readonly troubles: readonly string[];
}

/** The shelf, joined to the server: as it came with the page, and asked for anew when one comes back to it. */
export function ShelfPage({ shelf: came, wasClosed, troubles }: Props) {
  const router = useRouter(),
    client = useQueryClient();
  const [message, setMessage] = useState<string | undefined>(wasClosed ? shelfWords('closed') : undefined);
  const { page } = came;
  const { data: shelf } = useQuery({
    queryKey: ['shelf', page],
    queryFn: () => fetched(ask<ShelfPrints>('GET', `/api/shelf?page=${page}`)),
    initialData: came,
    // led back by the browser, the page comes as it was when it was left
    refetchOnMount: 'always',
  });
  useEffect(() => void client.setQueryData(['shelf', page], came), [came, client, page]);
  const then = <T,>(answer: Outcome<T>, go?: (value: T) => string): Outcome<T> => {
    if (answer.ok && go) router.push(go(answer.value));
    else void client.invalidateQueries({ queryKey: ['shelf'] });
    return answer;
  };
  /** For acts without a dialog of their own to say what went wrong in. */
  const told = <T,>(answer: Outcome<T>): Outcome<T> => {
    setMessage(answer.ok ? undefined : inWords(answer));
    return answer;
  };
  return (
    <Shelf
      shelf={shelf}
      {...{ message, troubles }}
      lookUrl={(print, run) => lookUrl(print.id, run, `${print.revision}.${shelf.workshop}`)}
      pageUrl={(print, view) => `/print/${print.id}/${view}`}
      bytesUrl={(print) => `/api/prints/${print.id}/files/stored.json`}
      shelfUrl={(wanted) => (wanted === 1 ? '/' : `/?page=${wanted}`)}
      bundleUrl={(print) => `/api/prints/${print.id}/files/print.ulexite.zip`}
      onSample={async () =>
        told(
          then(await ask<string>('POST', '/api/sample', {}), (id) => {
            walkTo({ print: id, step: 0 });
            return `/print/${id}/picture`;
          }),
        )
      }
      onCopy={async (print) => told(then(await ask<string>('POST', `/api/prints/${print.id}/copy`, {})))}
      onRename={async (print, name) => then(await ask<string>('PATCH', `/api/prints/${print.id}`, { name }))}
      onDelete={async (print, name) => then(await ask<null>('DELETE', `/api/prints/${print.id}`, { name }))}
      onRestore={async (print) => told(then(await ask<null>('POST', `/api/prints/${print.id}/restore`, {})))}
      onBundle={async (file) =>
        told(then(await askRaw<string>('/api/bundles', { method: 'POST', body: file }), (id) => `/print/${id}/runs`))
      }
    />
  );
}
