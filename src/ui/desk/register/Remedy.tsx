'use client';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { formatLength } from '@/words/lengths';
import { printsFromOneSide, cutsAhead } from '@/derived';
import type { RegisterWorker } from '@/workers';
import { usePrintDesk } from '../../kit/printContext';
import { percent, type Fit } from '@/ui/kit/useFit';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import { registerWords } from '@/words/register';

/** The overlap or choke that brings the share under the wish, offered to the cutting plan. */
export function Remedy({ worker, fit }: { worker: RegisterWorker; fit: Fit }) {
  const { plan } = usePrintDesk('plan');
  const [found, setFound] = useState<{ question: Fit['question']; answer: { mm: number; share: number } | null }>();
  const [busy, setBusy] = useState(false);
  const reduction = printsFromOneSide(plan),
    what = reduction ? 'choke' : 'overlap';
  const { result, question } = fit;
  const answer = found?.question === question ? found : undefined;
  const look = async () => {
    setBusy(true);
    const got = await worker.ask('overlap', question);
    setBusy(false);
    if (got.ok) setFound({ question, answer: got.value });
  };
  if (result && result.share <= plan.register.wishShare)
    return (
      <p className={clsx(kit.say, kit.good)}>
        {registerWords('remedy.thatIsWithinThe', { percent: percent(plan.register.wishShare) })}
      </p>
    );
  return (
    <section>
      <Button onClick={() => void look()} disabled={busy || !result}>
        {busy
          ? registerWords('remedy.trying')
          : registerWords('remedy.findTheFor', { what, percent: percent(plan.register.wishShare) })}
      </Button>
      {answer?.answer && <RemedyFound reduction={reduction} answer={answer.answer} />}
      {answer && !answer.answer && (
        <p className={clsx(kit.say, kit.bad, kit.above10)}>{registerWords('remedy.noUpToMm', { what })}</p>
      )}
    </section>
  );
}

interface RemedyFoundProps {
  readonly reduction: boolean;
  readonly answer: { readonly mm: number; readonly share: number };
}

function RemedyFound({ reduction, answer }: RemedyFoundProps) {
  const { unit, progress, change, plan } = usePrintDesk('unit', 'progress', 'change', 'plan');
  return (
    <div className={clsx(kit.say, kit.good, kit.above10)}>
      <p>
        {registerWords('remedy.anOverlapOfLeaves', {
          reduction: String(reduction),
          mm: formatLength(answer.mm, unit, 2),
          percent: percent(answer.share),
        })}
      </p>
      <Button
        className={kit.above8}
        variant="contained"
        color="primary"
        disabled={!cutsAhead(plan, progress)}
        onClick={() =>
          void change({
            kind: 'fit-set',
            part: reduction ? { chokeMm: answer.mm } : { trapMm: answer.mm, pairs: [] },
          })
        }
      >
        {registerWords('remedy.takeItIntoThe')}
      </Button>
      {!cutsAhead(plan, progress) && <p className={kit.note}>{registerWords('remedy.everyCutIsDone')}</p>}
    </div>
  );
}
