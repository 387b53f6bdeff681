import type { Metadata } from 'next';
import { database, inksKept } from '@/server';
import { InksKeptPage } from '@/ui/shelf/InksKeptPage';
import { keptWords } from '@/words/kept';
import { pageWords } from '@/words/pages';
import { withStore } from '../withStore';

export const generateMetadata = (): Metadata => ({ title: pageWords('titled', { title: keptWords('title') }) });
export const dynamic = 'force-dynamic';

export default async function Page() {
  return withStore(() => <InksKeptPage {...inksKept(database(), new Date().toISOString())} />);
}
