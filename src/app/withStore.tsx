import { toldByServer } from '@/words/refusals';
import { unstable_rethrow } from 'next/navigation';
import type { ReactNode } from 'react';
import { fileProblem } from '@/server';
import { kit } from '@/ui/kit/styles';
import clsx from 'clsx';
import { pageWords } from '@/words/pages';

/** A page that reads the workshop's file; where that cannot be used it says which, why and what to do. */
export async function withStore(page: () => ReactNode | Promise<ReactNode>): Promise<ReactNode> {
  try {
    return await page();
  } catch (error) {
    unstable_rethrow(error);
    const problem = fileProblem(error);
    if (!problem) throw error;
    return (
      <main className={kit.page}>
        <h1>{pageWords('noFile')}</h1>
        <p className={clsx(kit.around10, kit.measure)}>{toldByServer(problem)}</p>
      </main>
    );
  }
}
