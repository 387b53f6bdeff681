'use client';
import Link from 'next/link';
import { usePrintDesk } from '../kit/printContext';
import css from './BenchTabs.module.css';
import { benchWords } from '@/words/bench';

/** The acts on the bench. */
export function BenchTabs({ view }: { view: 'rehearse' | 'cut' | 'proof' | 'pull' }) {
  const { urls } = usePrintDesk('urls');
  return (
    <nav className={css.benchTabs} aria-label={benchWords('tabs.label')}>
      <Link href={urls.page('rehearse')} aria-current={view === 'rehearse' ? 'page' : undefined}>
        {benchWords('tabs.rehearse')}
      </Link>
      <Link href={urls.page('cut')} aria-current={view === 'cut' ? 'page' : undefined}>
        {benchWords('tabs.cut')}
      </Link>
      <Link href={urls.page('proof')} aria-current={view === 'proof' ? 'page' : undefined}>
        {benchWords('tabs.proof')}
      </Link>
      <Link href={urls.page('pull')} aria-current={view === 'pull' ? 'page' : undefined}>
        {benchWords('tabs.pull')}
      </Link>
    </nav>
  );
}
