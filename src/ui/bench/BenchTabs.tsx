'use client';
import Link from 'next/link';
import { usePrintDesk } from '../kit/printContext';
import { VIEW_ROLES } from '@/model';
import { useMay } from '../kit/role';
import { BENCH_VIEWS } from '../kit/views';
import css from './BenchTabs.module.css';
import { benchWords } from '@/words/bench';

/** The acts on the bench. */
export function BenchTabs({ view }: { readonly view: (typeof BENCH_VIEWS)[number] }) {
  const { urls } = usePrintDesk('urls');
  const may = useMay();
  return (
    <nav className={css.benchTabs} aria-label={benchWords('tabs.label')}>
      {BENCH_VIEWS.filter((one) => may(VIEW_ROLES[one])).map((one) => (
        <Link key={one} href={urls.page(one)} aria-current={view === one ? 'page' : undefined}>
          {benchWords(`tabs.${one}`)}
        </Link>
      ))}
    </nav>
  );
}
