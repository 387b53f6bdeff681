'use client';
import Link from 'next/link';
import { usePrintDesk } from '../kit/printContext';
import css from './BenchTabs.module.css';

/** The acts on the bench. */
export function BenchTabs({ view }: { view: 'rehearse' | 'cut' | 'proof' | 'pull' }) {
  const { urls } = usePrintDesk('urls');
  return (
    <nav className={css.benchTabs} aria-label="At the bench">
      <Link href={urls.page('rehearse')} aria-current={view === 'rehearse' ? 'page' : undefined}>
        Rehearse
      </Link>
      <Link href={urls.page('cut')} aria-current={view === 'cut' ? 'page' : undefined}>
        Cut
      </Link>
      <Link href={urls.page('proof')} aria-current={view === 'proof' ? 'page' : undefined}>
        Proof
      </Link>
      <Link href={urls.page('pull')} aria-current={view === 'pull' ? 'page' : undefined}>
        Pull
      </Link>
    </nav>
  );
}
