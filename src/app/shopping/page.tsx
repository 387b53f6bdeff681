import type { Metadata } from 'next';
import { database, shoppingOfWorkshop } from '@/server';
import { ShoppingView } from '@/ui/shelf/ShoppingView';
import { pageWords } from '@/words/pages';
import { shoppingWords } from '@/words/shopping';
import { withStore } from '../withStore';

export const generateMetadata = (): Metadata => ({ title: pageWords('titled', { title: shoppingWords('title') }) });
export const dynamic = 'force-dynamic';

export default async function Page() {
  return withStore(() => <ShoppingView rows={shoppingOfWorkshop(database(), new Date().toISOString())} />);
}
