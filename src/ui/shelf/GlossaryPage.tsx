'use client';
import TextField from '@mui/material/TextField';
import clsx from 'clsx';
import { useState } from 'react';
import { TermList } from '@/ui/kit/glossary/TermList';
import { kit } from '@/ui/kit/styles';
import { glossaryWords, termsInOrder } from '@/words/glossary';
import { SideHead } from './SideHead';

/** All words of the craft on one page, in the order of a dictionary. */
export function GlossaryPage() {
  const [sought, setSought] = useState('');
  const terms = termsInOrder(sought);
  return (
    <div className={kit.page}>
      <SideHead title={glossaryWords('title')} />
      <main>
        <p className={clsx(kit.note, kit.around10)}>{glossaryWords('says')}</p>
        <TextField label={glossaryWords('find')} value={sought} onChange={(event) => setSought(event.target.value)} />
        {terms.length === 0 && <p role="status">{glossaryWords('none')}</p>}
        <TermList terms={terms} />
      </main>
    </div>
  );
}
