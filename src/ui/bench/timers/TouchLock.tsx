'use client';
import clsx from 'clsx';
import { useEffect, useRef, useState } from 'react';
import { kit } from '@/ui/kit/styles';
import { todayWords } from '@/words/today';
import css from './timers.module.css';

const HOLD_MS = 1500;

/** Locks the screen against touches by cloth, paper and sleeves; pedal and keys act on. It is unlocked by holding, or by Escape. */
export function TouchLock() {
  const [locked, setLocked] = useState(false);
  useAwake();
  return (
    <>
      <button type="button" className={clsx(css.set, kit.pressIn)} onClick={() => setLocked(true)}>
        {todayWords('guard.lock')}
      </button>
      {locked && <Locked onUnlock={() => setLocked(false)} />}
    </>
  );
}

function Locked({ onUnlock }: { readonly onUnlock: () => void }) {
  const holding = useRef<ReturnType<typeof setTimeout>>(undefined);
  const [held, setHeld] = useState(false);
  const unlock = useRef(onUnlock);
  unlock.current = onUnlock;
  useEffect(() => {
    const pressed = (event: KeyboardEvent) => event.key === 'Escape' && unlock.current();
    window.addEventListener('keydown', pressed);
    // nothing below keeps the focus: the space bar is the pedal's
    (document.activeElement as HTMLElement | null)?.blur();
    return () => {
      window.removeEventListener('keydown', pressed);
      clearTimeout(holding.current);
    };
  }, []);
  const letGo = () => {
    setHeld(false);
    clearTimeout(holding.current);
  };
  return (
    <div className={css.lock} data-testid="touch-lock">
      <div className={css.lockSays}>
        <p>
          <strong>{todayWords('guard.locked')}</strong> {todayWords('guard.says')}
        </p>
        <button
          type="button"
          tabIndex={-1}
          className={clsx(css.unlock, held && css.held)}
          onPointerDown={() => {
            setHeld(true);
            holding.current = setTimeout(() => unlock.current(), HOLD_MS);
          }}
          onPointerUp={letGo}
          onPointerLeave={letGo}
          onContextMenu={(event) => event.preventDefault()}
        >
          {todayWords('guard.hold')}
        </button>
      </div>
    </div>
  );
}

/** Keeps the screen on while the bench is open, where the browser can. */
function useAwake(): void {
  useEffect(() => {
    let lock: WakeLockSentinel | undefined,
      ended = false;
    const ask = async () => {
      if (document.visibilityState !== 'visible' || !('wakeLock' in navigator)) return;
      try {
        lock = await navigator.wakeLock.request('screen');
        if (ended) void lock.release();
      } catch {
        // refused, as on low battery: it is asked for again when the page is seen again
      }
    };
    void ask();
    document.addEventListener('visibilitychange', ask);
    return () => {
      ended = true;
      document.removeEventListener('visibilitychange', ask);
      void lock?.release();
    };
  }, []);
}
