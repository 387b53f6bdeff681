'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Outcome, ShelfPage as ShelfPrints } from '@/model';
import { Shelf } from '@/ui/shelf/Shelf';
import { ask, askRaw } from '@/session';

/** The shelf, joined to the server. */
export function ShelfPage({ shelf }: { shelf: ShelfPrints }) {
  const router = useRouter();
  const [message, setMessage] = useState<string>();
  const then = <T,>(answer: Outcome<T>, go?: (value: T) => string): Outcome<T> => {
    if (answer.ok && go) router.push(go(answer.value));
    else router.refresh();
    return answer;
  };
  /** For acts without a dialog of their own to say what went wrong in. */
  const told = <T,>(answer: Outcome<T>): Outcome<T> => {
    setMessage(answer.ok ? undefined : answer.message);
    return answer;
  };
  return (
    <Shelf
      shelf={shelf}
      message={message}
      lookUrl={(print, run) =>
        `/api/prints/${print.id}/files/look-${run}.png?width=224&v=${print.revision}.${shelf.workshop}`
      }
      pageUrl={(print, view) => `/print/${print.id}/${view}`}
      bytesUrl={(print) => `/api/prints/${print.id}/files/stored.json`}
      shelfUrl={(page) => (page === 1 ? '/' : `/?page=${page}`)}
      bundleUrl={(print) => `/api/prints/${print.id}/files/print.ulexite.zip`}
      onCreate={async (name) =>
        then(await ask<string>('POST', '/api/prints', { name }), (id) => `/print/${id}/picture`)
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
