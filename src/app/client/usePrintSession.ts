'use client';
import { useEffect, useState } from 'react';
import { wordsOfEdit } from '@/derived';
import { nameOfEdit, type PrintState } from '@/model';
import { httpTransport, itemsInBrowser, newId, PrintSession, type Item, type Voice } from '@/session';
import type { PrintDesk } from '@/ui/kit/printContext';

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
              ? `Not counted: ${why.message}`
              : refusals.length > 1
                ? `${nameOf(item)}: ${why.message}`
                : why.message,
          )
          .join(' '),
      ),
    notKept: (item) =>
      tell(
        item.kind === 'edit'
          ? 'The browser’s store is full: unsaved changes would be lost on a reload.'
          : 'The browser’s store is full: acts not yet counted would be lost on a reload. Leave this page open.',
      ),
    ended: (why) => tell(why),
  };
}

const nameOf = (item: Item & { kind: 'edit' }) => `“${wordsOfEdit(nameOfEdit(item.edit))}”`;
