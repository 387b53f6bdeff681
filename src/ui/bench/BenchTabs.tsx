'use client';
import Link from 'next/link';
import { usePrintDesk } from '../kit/printContext';

/** The two acts on the bench. */
export function BenchTabs({ view }: { view: 'cut' | 'pull' }) {
  const { urls } = usePrintDesk();
  return (
    <nav className="bench-tabs" aria-label="At the bench">
      <Link href={urls.page('cut')} aria-current={view === 'cut' ? 'page' : undefined}>Cut</Link>
      <Link href={urls.page('pull')} aria-current={view === 'pull' ? 'page' : undefined}>Pull</Link>
    </nav>
  );
}
