'use client';
import { rich } from '@/ui/kit/rich';
import { explaining } from '@/ui/kit/glossary/Explained';
import clsx from 'clsx';
import { useEffect, useMemo, useState } from 'react';
import { tackLadder } from '@/derived';
import { FALL_S } from '@/model';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { useLog } from '@/ui/kit/useLog';
import { mixWords } from '@/words/mix';
import { FigureToPut } from './FigureToPut';
import type { Mix } from './useMix';
import css from './mix.module.css';

/** How soon the pot's ink falls from the knife, and the ladder of all runs. */
export function Stiffness({ mix: { pot } }: { readonly mix: Mix }) {
  const log = useLog();
  const put = (seconds: number) => {
    const within = Math.min(FALL_S.max, Math.max(FALL_S.min, Math.round(10 * seconds) / 10));
    if (pot) void log({ kind: 'pot-fell', potId: pot.potId, seconds: within });
  };
  return (
    <section className={kit.above18} aria-label={mixWords('stiff.title')}>
      <h2>{mixWords('stiff.title')}</h2>
      {pot && (
        <>
          <p className={kit.note}>{rich(mixWords.rich('stiff.says', { term: explaining('tack') }))}</p>
          <Stopwatch onFallen={put} />
          <FigureToPut label={mixWords('stiff.typed')} range={FALL_S} words={mixWords('stiff.put')} onPut={put} />
        </>
      )}
      <Ladder />
    </section>
  );
}

function Stopwatch({ onFallen }: { readonly onFallen: (seconds: number) => void }) {
  const [lifted, setLifted] = useState<number>();
  const [now, setNow] = useState(0);
  useEffect(() => {
    if (lifted === undefined) return;
    const timer = setInterval(() => setNow(performance.now()), 100);
    return () => clearInterval(timer);
  }, [lifted]);
  const press = () => {
    const at = performance.now();
    setNow(at);
    setLifted(lifted === undefined ? at : undefined);
    if (lifted !== undefined) onFallen((at - lifted) / 1000);
  };
  return (
    <button type="button" className={clsx(css.large, kit.pressIn, kit.above8)} onClick={press}>
      {mixWords(lifted === undefined ? 'stiff.start' : 'stiff.stop')}{' '}
      {lifted !== undefined && (
        <small className={kit.num}>{mixWords('stiff.running', { seconds: Math.max(0, now - lifted) / 1000 })}</small>
      )}
    </button>
  );
}

function Ladder() {
  const { plan, progress } = usePrintDesk('plan', 'progress');
  const rungs = useMemo(() => tackLadder(plan, progress.bench), [plan, progress.bench]);
  const stiffer = rungs.filter(({ stifferThanRun }) => stifferThanRun !== undefined);
  return (
    <>
      <table className={kit.plainTable}>
        <caption className={css.caption}>{mixWords('stiff.ladder')}</caption>
        <thead>
          <tr>
            <th scope="col">{mixWords('stiff.ink')}</th>
            <th scope="col">{mixWords('stiff.softener')}</th>
            <th scope="col">{mixWords('stiff.falls')}</th>
          </tr>
        </thead>
        <tbody>
          {rungs.map(({ run, ink, potPercent, seconds }) => (
            <tr key={`${run} ${ink.id}`}>
              <th scope="row">{mixWords('stiff.ofRun', { run: run + 1, ink: ink.name })}</th>
              <td>
                {potPercent === undefined
                  ? mixWords('stiff.planned', { planned: ink.softenerPercent })
                  : mixWords('stiff.really', { planned: ink.softenerPercent, really: potPercent })}
              </td>
              <td>{seconds === undefined ? mixWords('stiff.unknown') : mixWords('stiff.seconds', { seconds })}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {stiffer.map(({ run, ink, stifferThanRun }) => (
        <p key={ink.id} className={clsx(kit.say, kit.wait, kit.above8)}>
          {mixWords('stiff.stiffer', { run: run + 1, before: stifferThanRun! + 1 })}
        </p>
      ))}
    </>
  );
}
