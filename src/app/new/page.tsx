import type { Metadata } from 'next';
import { pageWords } from '@/words/pages';
import { NewPrintPage } from './NewPrintPage';

export const generateMetadata = (): Metadata => ({ title: pageWords('titled', { title: pageWords('newPrint') }) });

// made for each asker: its scripts carry the nonce of the answer
export const dynamic = 'force-dynamic';

export default function Page() {
  return <NewPrintPage />;
}
