'use client';
import { kit } from '@/ui/kit/styles';
import { pageWords } from '@/words/pages';

export default function ErrorPage({ reset }: { reset: () => void }) {
  return (
    <main className={kit.page}>
      <h1>{pageWords('broken.title')}</h1>
      <p className={kit.around10}>{pageWords('broken.says')}</p>
      <button type="button" className={kit.link} onClick={reset}>
        {pageWords('broken.again')}
      </button>
    </main>
  );
}
