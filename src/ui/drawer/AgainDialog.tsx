'use client';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import clsx from 'clsx';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { MOST_SHEETS } from '@/model';
import { ask } from '@/session';
import { DialogEnds } from '@/ui/kit/DialogEnds';
import { CountField } from '@/ui/kit/fields';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { cardWords } from '@/words/cards';
import { inWords } from '@/words/failures';

/** A new printing from this print's booklet, where its blocks still stand. */
export function AgainDialog({ onClose }: { readonly onClose: () => void }) {
  const { id, plan, progress } = usePrintDesk('id', 'plan', 'progress');
  const router = useRouter();
  const [sheets, setSheets] = useState(progress.bench.started?.counted ?? plan.sheets.edition);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string>();
  const begin = async () => {
    setBusy(true);
    const made = await ask<string>('POST', `/api/prints/${id}/again`, { counted: sheets });
    setBusy(false);
    if (made.ok) router.push(`/print/${made.value}/today`);
    else setProblem(inWords(made));
  };
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth>
      <DialogTitle>{cardWords('again.title')}</DialogTitle>
      <DialogContent>
        <p>{cardWords('again.says')}</p>
        <div className={kit.above12}>
          <CountField
            label={cardWords('again.sheets')}
            value={sheets}
            range={{ min: 1, max: MOST_SHEETS, what: cardWords('again.sheetsRange') }}
            onChange={setSheets}
          />
        </div>
        {problem && (
          <p className={clsx(kit.say, kit.bad, kit.above8)} role="alert">
            {problem}
          </p>
        )}
      </DialogContent>
      <DialogEnds
        leave={cardWords('again.leave')}
        keep={cardWords('again.begin')}
        disabled={busy}
        onLeave={onClose}
        onKeep={() => void begin()}
      />
    </Dialog>
  );
}
