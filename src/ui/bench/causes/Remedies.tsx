'use client';
import clsx from 'clsx';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { useLog } from '@/ui/kit/useLog';
import { causeWords } from '@/words/causes';
import type { Run } from '@/model';
import benchCss from '../bench.module.css';
import css from './causes.module.css';

/** Remedies of this run that are being tried: whether one helped is learned for the next time. */
export function Remedies({ run }: { readonly run: Run }) {
  const { progress } = usePrintDesk('progress');
  const log = useLog();
  const trying = progress.bench.remedies.filter(({ runId, helped }) => runId === run.id && helped === undefined);
  if (trying.length === 0) return null;
  return (
    <section className={kit.above14} aria-label={causeWords('trying')}>
      <h2>{causeWords('trying')}</h2>
      {trying.map(({ tryId, fromSheet, causeId }) => (
        <div key={tryId} className={kit.above6}>
          <p>{causeWords('tryingNow', { sheet: fromSheet, remedy: causeWords(`remedy.${causeId}`) })}</p>
          <p>{causeWords('helped')}</p>
          <div className={clsx(css.answers, kit.above4)}>
            {[true, false].map((helped) => (
              <button
                key={String(helped)}
                type="button"
                className={clsx(benchCss.key, kit.pressIn)}
                onClick={() => void log({ kind: 'remedy-judged', tryId, helped })}
              >
                {causeWords(helped ? 'didHelp' : 'didNot')}
              </button>
            ))}
          </div>
        </div>
      ))}
    </section>
  );
}
