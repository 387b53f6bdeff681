'use client';
import clsx from 'clsx';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { fetched } from '@/ui/kit/fetched';
import { outsideDialogs, useKeys } from '@/ui/kit/keys';
import { kit } from '@/ui/kit/styles';
import { causeWords } from '@/words/causes';
import benchCss from '../bench.module.css';
import type { Pulling } from '../usePull';

const CauseDialog = dynamic(
  fetched(() => import('./CauseDialog').then((m) => m.CauseDialog)),
  { ssr: false },
);

/** Opens the way from what is seen on the sheet to its cause. */
export function FindCause({ pulling: { run, next } }: { readonly pulling: Pulling }) {
  const [open, setOpen] = useState(false);
  useKeys('q', causeWords('open'), () => setOpen(true), outsideDialogs);
  if (!next) return null;
  return (
    <>
      <button type="button" className={clsx(benchCss.key, kit.pressIn)} onClick={() => setOpen(true)}>
        {causeWords('open')}
        <small>Q</small>
      </button>
      {open && <CauseDialog run={run} next={next} onClose={() => setOpen(false)} />}
    </>
  );
}
