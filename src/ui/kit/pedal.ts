'use client';
import { useLayoutEffect, useRef, useSyncExternalStore } from 'react';
import { outsideDialogs, useKeys } from './keys';

const KEPT = 'ulexite-pedal';
const watchers = new Set<() => void>();
let taught: string | undefined;

function taughtNow(): string {
  try {
    taught ??= localStorage.getItem(KEPT) ?? '';
  } catch {
    taught ??= ''; // a browser that keeps nothing: it is taught as long as the page lasts
  }
  return taught;
}

/** The key that is taught as the pedal, by its place on the keyboard (`KeyboardEvent.code`); empty where none is. The space bar always is one. */
export function usePedalKey(): readonly [string, (code: string) => void] {
  const code = useSyncExternalStore(
    (watch) => {
      watchers.add(watch);
      return () => watchers.delete(watch);
    },
    taughtNow,
    () => '',
  );
  return [code, teachPedal];
}

function teachPedal(code: string): void {
  taught = code;
  try {
    localStorage.setItem(KEPT, code);
  } catch {
    // as above
  }
  watchers.forEach((watch) => watch());
}

/** Keys that move about the page or change others: no pedal sends them alone. */
export const NO_PEDAL = /^(Escape|Tab|Shift|Control|Alt|Meta|CapsLock|Space)/;

/** A key by its place, as some events of pedals have only a name. */
export const codeOf = ({ code, key }: Pick<KeyboardEvent, 'code' | 'key'>): string => code || key;

const OF_A_FIELD = 'input, textarea, select, [contenteditable]';

/**
 * What the pedal does in a view: the space bar, or the key that was taught. A taught key does nothing else while the view has something for the
 * pedal to do, and types what it types in fields.
 */
export function usePedal(what: string, act: () => void, enabled = true): void {
  const [code] = usePedalKey();
  const now = useRef(act);
  now.current = act;
  useKeys(
    'space',
    what,
    (event) => {
      event.preventDefault();
      if (!event.repeat) now.current();
    },
    { ...outsideDialogs, enabled },
  );
  // at once: a foot may be quicker than what is left for later
  useLayoutEffect(() => {
    if (!code || !enabled) return;
    const pressed = (event: KeyboardEvent) => {
      if (codeOf(event) !== code || event.ctrlKey || event.metaKey || event.altKey) return;
      const { target } = event;
      if (target instanceof Element && target.closest(`${OF_A_FIELD}, [role="dialog"]`)) return;
      event.preventDefault();
      event.stopImmediatePropagation();
      if (!event.repeat) now.current();
    };
    // before any other key of the page
    window.addEventListener('keydown', pressed, { capture: true });
    return () => window.removeEventListener('keydown', pressed, { capture: true });
  }, [code, enabled]);
}
