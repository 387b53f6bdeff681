import { notFound } from 'next/navigation';
import type { ReactNode } from 'react';
import { database, printState } from '@/server';
import { PrintWorkspace } from './PrintWorkspace';

export const dynamic = 'force-dynamic';

export async function generateMetadata({ params }: { params: Promise<{ id: string }> }) {
  const print = printState(database(), (await params).id);
  return { title: print.ok ? `${print.value.name} · Ulexite` : 'Ulexite' };
}

export default async function PrintLayout({
  children,
  params,
}: {
  children: ReactNode;
  params: Promise<{ id: string }>;
}) {
  const print = printState(database(), (await params).id);
  if (!print.ok) notFound();
  return <PrintWorkspace initial={print.value}>{children}</PrintWorkspace>;
}
