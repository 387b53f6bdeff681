import { database, shelfPage, troublesOfFile } from '@/server';
import { ShelfPage } from './ShelfPage';
import { withStore } from './withStore';

export const dynamic = 'force-dynamic';

export default async function Page({ searchParams }: { searchParams: Promise<{ page?: string; closed?: string }> }) {
  const { page, closed } = await searchParams;
  const troubles = await troublesOfFile();
  return withStore(() => (
    <ShelfPage
      wasClosed={closed !== undefined}
      troubles={troubles}
      shelf={shelfPage(database(), Number(page ?? 1), new Date().toISOString())}
    />
  ));
}
