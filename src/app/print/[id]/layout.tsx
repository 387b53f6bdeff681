import { toldByServer } from '@/words/refusals';
import { notFound } from 'next/navigation';
import type { ReactNode } from 'react';
import { database, printName, printState, seenBy } from '@/server';
import { roleHere } from '../../roleHere';
import { withStore } from '../../withStore';
import { PrintWorkspace } from './PrintWorkspace';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import { pageWords } from '@/words/pages';

export const dynamic = 'force-dynamic';

type Params = { params: Promise<{ id: string }> };

export async function generateMetadata({ params }: Params) {
  try {
    const name = printName(database(), (await params).id);
    return { title: name ? pageWords('titled', { title: name }) : pageWords('product') };
  } catch {
    return { title: pageWords('product') }; // the page says what is wrong with the file
  }
}

export default async function PrintLayout({ children, params }: Params & { children: ReactNode }) {
  const { id } = await params;
  const role = await roleHere();
  return withStore(() => {
    const print = seenBy(role, printState(database(), id));
    if (print.ok) return <PrintWorkspace initial={print.value}>{children}</PrintWorkspace>;
    if (print.code !== 'print-unreadable') notFound();
    return (
      <main className={kit.page}>
        <h1>{pageWords('unreadable.title')}</h1>
        <p className={clsx(kit.around10, kit.measure)}>{toldByServer(print)}</p>
        <p className={clsx(kit.row, kit.gap26)}>
          <a href={`/api/prints/${id}/files/stored.json`}>{pageWords('unreadable.bytes')}</a>
          <a href="/">{pageWords('toShelf')}</a>
        </p>
      </main>
    );
  });
}
