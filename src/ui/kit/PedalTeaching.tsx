'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { useEffect, useState } from 'react';
import { todayWords } from '@/words/today';
import { codeOf, NO_PEDAL, usePedalKey } from './pedal';
import { kit } from './styles';

/** Any key is taught as the pedal by pressing it. */
export function PedalTeaching() {
  const [code, teach] = usePedalKey();
  const [listening, listen] = useState(false);
  const [refused, setRefused] = useState<string>();
  useEffect(() => {
    if (!listening) return;
    const pressed = (event: KeyboardEvent) => {
      event.preventDefault();
      event.stopImmediatePropagation();
      const key = codeOf(event);
      listen(false);
      if (NO_PEDAL.test(key)) setRefused(key === 'Space' ? undefined : key);
      else {
        setRefused(undefined);
        teach(key);
      }
    };
    window.addEventListener('keydown', pressed, { capture: true });
    return () => window.removeEventListener('keydown', pressed, { capture: true });
  }, [listening, teach]);
  return (
    <section className={kit.above14} aria-label={todayWords('pedal.title')}>
      <h3>{todayWords('pedal.title')}</h3>
      <p>{todayWords('pedal.is', { key: code === '' ? 'none' : 'taught', name: code })}</p>
      {refused && <p className={clsx(kit.say, kit.bad)}>{todayWords('pedal.cannot', { name: refused })}</p>}
      <div className={clsx(kit.row, kit.above8)}>
        <Button aria-pressed={listening} onClick={() => listen(true)}>
          {todayWords(listening ? 'pedal.press' : 'pedal.teach')}
        </Button>
        {code !== '' && <Button onClick={() => teach('')}>{todayWords('pedal.forget')}</Button>}
      </div>
    </section>
  );
}
