'use client';
import Link from 'next/link';
import { Brand } from '@/ui/kit/Brand';
import { pageWords } from '@/words/pages';
import css from './SideHead.module.css';

/** The head of a page beside the shelf, with the way back to it. */
export function SideHead({ title }: { readonly title: string }) {
  return (
    <header className={css.head}>
      <Brand />
      <h1>{title}</h1>
      <Link href="/">{pageWords('toShelf')}</Link>
    </header>
  );
}
