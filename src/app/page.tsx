import { database, shelfPage } from '@/server';
import { ShelfPage } from './ShelfPage';
import { withStore } from './withStore';

export const dynamic = 'force-dynamic';

export default async function Page({ searchParams }: { searchParams: Promise<{ page?: string }> }) {
  const { page } = await searchParams;
  return withStore(() => <ShelfPage shelf={shelfPage(database(), Number(page ?? 1), new Date().toISOString())} />);
}
