'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import { blockWords } from '@/words/block';
import { areaInWords } from '@/words/quantities';
import { mendingInWords, type Mending } from './useMending';

/** What mending several places would change, before it is done; it is drawn on the block. */
export function MendingPanel({ mending }: { mending: Mending }) {
  const { asked, preview, busy, take, letGo } = mending;
  if (!asked) return null;
  return (
    <section className={kit.say} aria-label={blockWords('mending.mending')}>
      <h3>{blockWords('mending.heading', { of: asked.of })}</h3>
      <p className={kit.note} role="status">
        {mendingInWords(mending, areaInWords)}
        {new Set(asked.edit.classOf).size > 1 && ` ${blockWords('mending.closedStay')}`}
      </p>
      <div className={clsx(kit.row, kit.gap6, kit.above6)}>
        <Button
          size="small"
          variant="contained"
          color="primary"
          disabled={busy || !preview || preview.changedMm2 === 0}
          onClick={() => void take()}
        >
          {blockWords('mending.take')}
        </Button>
        <Button size="small" onClick={letGo}>
          {blockWords('mending.letGo')}
        </Button>
      </div>
    </section>
  );
}
