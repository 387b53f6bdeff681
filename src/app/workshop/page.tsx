import type { Metadata } from 'next';
import { database, workshop } from '@/server';
import { withStore } from '../withStore';
import { WorkshopPage } from './WorkshopPage';
import { pageWords } from '@/words/pages';

export const generateMetadata = (): Metadata => ({ title: pageWords('titled', { title: pageWords('workshop') }) });
export const dynamic = 'force-dynamic';

export default async function Page() {
  return withStore(() => <WorkshopPage items={workshop(database(), new Date().toISOString())} />);
}
