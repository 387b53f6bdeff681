'use client';
import clsx from 'clsx';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { fetched } from '@/ui/kit/fetched';
import { outsideDialogs, useKeys } from '@/ui/kit/keys';
import { kit } from '@/ui/kit/styles';
import { besideWords } from '@/words/beside';
import benchCss from '../bench.module.css';
import type { Pulling } from '../usePull';

const BesideDialog = dynamic(
  fetched(() => import('./BesideDialog').then((m) => m.BesideDialog)),
  { ssr: false },
);

/** The last pull is photographed and laid beside the plan. */
export function Beside({ pulling }: { readonly pulling: Pulling }) {
  const [open, setOpen] = useState(false);
  useKeys('p', besideWords('openKey'), () => setOpen(true), { ...outsideDialogs, enabled: !open });
  return (
    <>
      <button type="button" className={clsx(benchCss.key, kit.pressIn)} onClick={() => setOpen(true)}>
        {besideWords('open')}
        <small>P</small>
      </button>
      {open && <BesideDialog pulling={pulling} onClose={() => setOpen(false)} />}
    </>
  );
}
