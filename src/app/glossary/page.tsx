import type { Metadata } from 'next';
import { GlossaryPage } from '@/ui/shelf/GlossaryPage';
import { glossaryWords } from '@/words/glossary';
import { pageWords } from '@/words/pages';

export const generateMetadata = (): Metadata => ({ title: pageWords('titled', { title: glossaryWords('title') }) });

export default function Page() {
  return <GlossaryPage />;
}
