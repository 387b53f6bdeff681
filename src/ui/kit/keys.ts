'use client';
import { useEffect, useSyncExternalStore } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { shownKeys } from './keyNames';

export interface KeyNote {
  /** As shown. */
  readonly keys: string;
  readonly what: string;
}

let notes: readonly KeyNote[] = [];
const watchers = new Set<() => void>();
const NONE: readonly KeyNote[] = [];

function put(next: readonly KeyNote[]): void {
  notes = next;
  watchers.forEach((watch) => watch());
}

/** Keys that a part answers by itself while it has the focus, for the sheet of keys. */
export function useKeyNotes(own: readonly KeyNote[]): void {
  useEffect(() => {
    put([...notes, ...own]);
    return () => put(notes.filter((note) => !own.includes(note)));
  }, [own]);
}

/** A hotkey with what it does: what is bound is what the sheet of keys shows. */
export function useKeys(
  hotkeys: string,
  what: string,
  act: Parameters<typeof useHotkeys>[1],
  options?: Parameters<typeof useHotkeys>[2],
  dependencies?: Parameters<typeof useHotkeys>[3],
): void {
  useEffect(() => {
    const note = { keys: shownKeys(hotkeys), what };
    put([...notes, note]);
    return () => put(notes.filter((n) => n !== note));
  }, [hotkeys, what]);
  useHotkeys(hotkeys, act, options, dependencies);
}

/** Every key that does something now, each once. */
export function useKeysShown(): readonly KeyNote[] {
  return useSyncExternalStore(
    (watch) => {
      watchers.add(watch);
      return () => watchers.delete(watch);
    },
    () => notes,
    () => NONE,
  );
}
