'use client';
import Button from '@mui/material/Button';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { formatLength } from '@/words/lengths';
import { fetched } from '@/ui/kit/fetched';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { keyWords } from '@/words/key';

const KeyDialog = dynamic(
  fetched(() => import('./KeyDialog').then((m) => m.default)),
  { ssr: false },
);

/** Whether the picture has a key drawing, and the way to one. */
export function KeyPart() {
  const { plan, unit } = usePrintDesk('plan', 'unit');
  const [open, setOpen] = useState(false);
  const key = plan.flat?.key;
  return (
    <section className={kit.above14}>
      <div className={kit.said}>
        <span className={kit.note}>{key ? keyWords('has', { width: formatLength(key.widthMm, unit) }) : ''}</span>
        <Button onClick={() => setOpen(true)}>{keyWords('open')}</Button>
      </div>
      {open && <KeyDialog onClose={() => setOpen(false)} />}
    </section>
  );
}
