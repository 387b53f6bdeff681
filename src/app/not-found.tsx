import Link from 'next/link';
import { kit } from '@/ui/kit/styles';
import { pageWords } from '@/words/pages';

export default function NotFound() {
  return (
    <main className={kit.page}>
      <h1>{pageWords('missing.title')}</h1>
      <p className={kit.around10}>{pageWords('missing.says')}</p>
      <Link href="/">{pageWords('toShelf')}</Link>
    </main>
  );
}
