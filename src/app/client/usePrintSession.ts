'use client';
import { inWords } from '@/words/failures';
import { useEffect, useState } from 'react';
import { wordsOfEdit } from '@/words/history';
import { nameOfEdit, type PrintState } from '@/model';
import { httpTransport, itemsInBrowser, newId, PrintSession, type Voice } from '@/session';
import type { PrintDesk } from '@/ui/kit/printContext';
import { pageWords } from '@/words/pages';

const RETRY_MS = 4000;

/** The session of one print in this window: begun with the page, hearing of others as long as it is open. */
export function usePrintSession(initial: PrintState, tell: PrintDesk['tell']): PrintSession {
  const [session] = useState(
    () =>
      new PrintSession(initial, httpTransport(`/api/prints/${initial.id}`), itemsInBrowser(initial.id), voiceOf(tell), {
        newId,
        nowIso: () => new Date().toISOString(),
      }),
  );
  useEffect(() => {
    const stop = session.start();
    const timer = setInterval(() => session.retry(), RETRY_MS);
    return () => {
      stop();
      clearInterval(timer);
    };
  }, [session]);
  return session;
}

function voiceOf(tell: PrintDesk['tell']): Voice {
  return {
    refused: (refusals) =>
      tell(
        refusals
          .map(({ item, why }) =>
            item.kind === 'acts'
              ? pageWords('refused.act', { why: inWords(why) })
              : refusals.length > 1
                ? pageWords('refused.one', { edit: wordsOfEdit(nameOfEdit(item.edit)), why: inWords(why) })
                : inWords(why),
          )
          .join(' '),
      ),
    notKept: ({ kind }) => tell(pageWords(`full.${kind}`)),
    ended: (why) => tell(why),
  };
}
