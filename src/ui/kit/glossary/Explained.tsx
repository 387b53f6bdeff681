'use client';
import dynamic from 'next/dynamic';
import { useState, type ReactNode } from 'react';
import type { Term } from '@/words/glossary';
import { fetched } from '../fetched';
import css from './glossary.module.css';

const TermPopover = dynamic(
  fetched(() => import('./TermPopover').then((m) => m.TermPopover)),
  { ssr: false },
);

/** A word of the craft where it stands: touched, or by Enter, it shows its card. */
export function Explained({ term, children }: { readonly term: Term; readonly children: ReactNode }) {
  const [at, setAt] = useState<HTMLElement>();
  return (
    <>
      <button
        type="button"
        className={css.term}
        aria-haspopup="dialog"
        aria-expanded={at !== undefined}
        onClick={(event) => setAt(event.currentTarget)}
      >
        {children}
      </button>
      {at && <TermPopover term={term} at={at} onClose={() => setAt(undefined)} />}
    </>
  );
}

/** The same as an element of a message: `term: explaining('gate')`. */
export const explaining = (term: Term) =>
  function InMessage(words: ReactNode) {
    return <Explained term={term}>{words}</Explained>;
  };
