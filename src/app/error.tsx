'use client';
import { kit } from '@/ui/kit/styles';

export default function ErrorPage({ reset }: { reset: () => void }) {
  return (
    <main className={kit.page}>
      <h1>This view broke off</h1>
      <p className={kit.around10}>
        Nothing that was saved is lost. Try the view again; if it breaks again, go back to the shelf and open the print
        anew.
      </p>
      <button type="button" className={kit.link} onClick={reset}>
        Try again
      </button>
    </main>
  );
}
