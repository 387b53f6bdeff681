'use client';
import Button from '@mui/material/Button';
import Link from 'next/link';
import { useEffect } from 'react';
import type { ViewName } from '@/model';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { walkWords } from '@/words/walk';
import { WALK, type WalkStep } from './steps';
import { walkTo, type Walk } from './walkKept';
import css from './walk.module.css';

/** The card of the walk: what is to be touched next, and where. What it speaks of wears a ring; touching it goes on. */
export function WalkCard({ walk, view }: { readonly walk: Walk; readonly view: ViewName }) {
  const { urls, progress } = usePrintDesk('urls', 'progress');
  const step = WALK.at(walk.step);
  const go = (to: number) => walkTo({ print: walk.print, step: to });
  const here = step?.view === view;
  useTouched(here ? step : undefined, () => go(walk.step + 1));
  const inLog =
    (step?.by === 'cut' && progress.cutsDone > 0) || (step?.by === 'started' && progress.bench.started !== undefined);
  useEffect(() => {
    if (inLog) go(walk.step + 1);
  });
  const last = WALK.length;
  return (
    <section className={css.card} aria-label={walkWords('label')}>
      <p className={kit.quiet}>{step ? walkWords('at', { step: walk.step + 1, last }) : walkWords('label')}</p>
      <h2>{step ? walkWords(`step.${step.id}.title`) : walkWords('over.title')}</h2>
      <p role="status">{step ? walkWords(`step.${step.id}.says`) : walkWords('over.says')}</p>
      <div className={css.ends}>
        {step && !here && <Link href={urls.page(step.view)}>{walkWords('go')}</Link>}
        {walk.step > 0 && (
          <Button size="small" onClick={() => go(walk.step - 1)}>
            {walkWords('back')}
          </Button>
        )}
        {step && (
          <Button size="small" onClick={() => go(walk.step + 1)}>
            {walkWords('next')}
          </Button>
        )}
        <Button size="small" onClick={() => walkTo(undefined)}>
          {walkWords('end')}
        </Button>
      </div>
    </section>
  );
}

const RINGED = 'data-walk-now';

/** Puts the ring on what a step is about, wherever and whenever it stands there, and hears it being touched. */
function useTouched(step: WalkStep | undefined, onTouched: () => void): void {
  useEffect(() => {
    if (!step) return;
    const { target, by } = step;
    const ring = () => {
      const found = document.querySelector(target);
      for (const old of document.querySelectorAll(`[${RINGED}]`)) if (old !== found) old.removeAttribute(RINGED);
      if (found && !found.hasAttribute(RINGED)) {
        found.setAttribute(RINGED, '');
        found.scrollIntoView({ block: 'nearest' });
      }
      if (by === 'turned' && found?.getAttribute('aria-selected') === 'true') onTouched();
    };
    ring();
    const watch = new MutationObserver(ring);
    watch.observe(document.body, { childList: true, subtree: true, attributeFilter: ['aria-selected'] });
    const touched = ({ target: at }: Event) => {
      if (at instanceof Element && at.closest(target)) onTouched();
    };
    if (by === 'click' || by === 'change') document.addEventListener(by, touched, { capture: true });
    return () => {
      watch.disconnect();
      document.removeEventListener(by, touched, { capture: true });
      for (const old of document.querySelectorAll(`[${RINGED}]`)) old.removeAttribute(RINGED);
    };
    // a step is another when its id is
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [step?.id]);
}
