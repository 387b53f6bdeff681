import type { Metadata } from 'next';
import { database, workshop } from '@/server';
import { withStore } from '../withStore';
import { WorkshopPage } from './WorkshopPage';

export const metadata: Metadata = { title: 'Workshop · Ulexite' };
export const dynamic = 'force-dynamic';

export default async function Page() {
  return withStore(() => <WorkshopPage items={workshop(database(), new Date().toISOString())} />);
}
