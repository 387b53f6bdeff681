'use client';
import Button from '@mui/material/Button';
import Popover from '@mui/material/Popover';
import Link from 'next/link';
import { glossaryWords, termInWords, type Term } from '@/words/glossary';
import css from './glossary.module.css';
import { TermText } from './TermText';

interface Props {
  readonly term: Term;
  readonly at: HTMLElement;
  readonly onClose: () => void;
}

/** The card of a word, beside it. */
export function TermPopover({ term, at, onClose }: Props) {
  return (
    <Popover
      open
      anchorEl={at}
      onClose={onClose}
      anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      slotProps={{ paper: { role: 'dialog', 'aria-label': termInWords(term).name, className: css.card } }}
    >
      <TermText term={term} />
      <div className={css.ends}>
        <Link href={`/glossary#${term}`}>{glossaryWords('all')}</Link>
        <Button size="small" onClick={onClose}>
          {glossaryWords('close')}
        </Button>
      </div>
    </Popover>
  );
}
