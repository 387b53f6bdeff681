import type { Metadata } from 'next';
import { database, whereaboutsOfWorkshop } from '@/server';
import { WhereaboutsPage } from '@/ui/shelf/WhereaboutsPage';
import { pageWords } from '@/words/pages';
import { whereWords } from '@/words/where';
import { withStore } from '../withStore';

export const generateMetadata = (): Metadata => ({ title: pageWords('titled', { title: whereWords('title') }) });
export const dynamic = 'force-dynamic';

export default async function Page() {
  return withStore(() => <WhereaboutsPage prints={whereaboutsOfWorkshop(database())} />);
}
