'use client';
import clsx from 'clsx';
import { warmUpsOf } from '@/derived';
import { outsideDialogs, useKeys } from '@/ui/kit/keys';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { useLog } from '@/ui/kit/useLog';
import { inkingWords } from '@/words/inking';
import benchCss from '../bench.module.css';
import css from './inking.module.css';
import { explaining } from '@/ui/kit/glossary/Explained';
import { rich } from '@/ui/kit/rich';

/** Pulls on waste paper until the film is even: told at the start of each sitting, counted apart from the sheets. */
export function WarmUp({ index }: { readonly index: number }) {
  const { plan, progress } = usePrintDesk('plan', 'progress');
  const log = useLog();
  const run = plan.runs[index];
  const warmUps = warmUpsOf(plan, run, progress.bench, Date.now());
  const made = (even: boolean) => void log({ kind: 'warmed-up', runId: run.id, even });
  const { block, wanted, sittings, even, begins } = warmUps;
  useKeys('w', inkingWords('warm.uneven'), () => made(false), { ...outsideDialogs, enabled: begins });
  useKeys('shift+w', inkingWords('warm.evenNow'), () => made(true), { ...outsideDialogs, enabled: begins });
  // once a sheet is pulled the block is warm
  if (!begins) return null;
  return (
    <section className={kit.above14} aria-label={inkingWords('warm.title')}>
      <h2>{inkingWords('warm.title')}</h2>
      <p className={kit.above4}>
        {rich(
          inkingWords.rich('warm.wanted', {
            wanted,
            block,
            sittings,
            term: explaining('warmUp'),
          }),
        )}
      </p>
      <p className={kit.note} role="status">
        {inkingWords('warm.made', { made: warmUps.made, even: String(even) })}
      </p>
      <div className={clsx(css.pairOfKeys, kit.above6)}>
        <button type="button" className={clsx(benchCss.key, kit.pressIn)} onClick={() => made(false)}>
          {inkingWords('warm.uneven')}
          <small>W</small>
        </button>
        <button type="button" className={clsx(benchCss.key, kit.pressIn)} onClick={() => made(true)}>
          {inkingWords('warm.evenNow')}
          <small>⇧W</small>
        </button>
      </div>
    </section>
  );
}
