import { database, listPrints } from '@/server';
import { ShelfPage } from './ShelfPage';

export const dynamic = 'force-dynamic';

export default function Page() {
  return <ShelfPage prints={listPrints(database())} />;
}
