'use client';
import { useEffect, useState } from 'react';

/** The time, ms, taken anew every so often and whenever `of` changes; undefined until the page is on screen. */
export function useNow(everyMs: number, of: unknown): number | undefined {
  const [nowMs, setNowMs] = useState<number>();
  useEffect(() => {
    const tick = () => setNowMs(Date.now());
    tick();
    const ticking = setInterval(tick, everyMs);
    return () => clearInterval(ticking);
  }, [everyMs, of]);
  return nowMs;
}
