'use client';
import { useCallback, useEffect, useRef, useState } from 'react';
import { usePrintDesk, type ScaleShown } from '@/ui/kit/printContext';

const EVERY_MS = 200;

/** What the scale shows, asked again and again while it is `on` and the page is seen. */
export function useScale(on: boolean) {
  const { mixing } = usePrintDesk('mixing');
  const ask = useRef(mixing.scale);
  ask.current = mixing.scale;
  const [shown, setShown] = useState<ScaleShown>();
  const [silent, setSilent] = useState(false);
  useEffect(() => {
    if (!on) return;
    let ended = false,
      timer: ReturnType<typeof setTimeout>;
    const look = async () => {
      if (document.visibilityState === 'visible') {
        const answer = await ask.current();
        if (ended) return;
        setSilent(!answer.ok);
        if (answer.ok) setShown(answer.value);
      }
      timer = setTimeout(() => void look(), EVERY_MS);
    };
    void look();
    return () => {
      ended = true;
      clearTimeout(timer);
    };
  }, [on]);
  const act = useCallback(async (what: 'tare' | 'put' | 'clear', aboutG?: number) => {
    const answer = await ask.current(what, aboutG);
    setSilent(!answer.ok);
    if (answer.ok) setShown(answer.value);
  }, []);
  return { shown: on ? shown : undefined, silent, act };
}

export type Scale = ReturnType<typeof useScale>;
