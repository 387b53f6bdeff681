'use client';
import { notifyManager, QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';

// what is changed is shown in the same task: a box that is ticked does not go back for a moment
notifyManager.setScheduler(queueMicrotask);

/** How long what was fetched counts as fresh: looked at again after that, it is asked for anew behind what is shown. */
const FRESH_MS = 10_000;

/** What is fetched of the workshop is kept here for all views of this page. A server that is away is told at once, not waited for. */
export function Queries({ children }: { children: ReactNode }) {
  const [client] = useState(
    () =>
      new QueryClient({
        defaultOptions: {
          queries: { staleTime: FRESH_MS, retry: false, networkMode: 'always' },
          mutations: { retry: false, networkMode: 'always' },
        },
      }),
  );
  return <QueryClientProvider client={client}>{children}</QueryClientProvider>;
}
