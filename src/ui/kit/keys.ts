'use client';
import { useEffect, useSyncExternalStore } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { shownKeys, withoutCharacterKeys } from './keyNames';

type UseHotkeysOptions = Exclude<Parameters<typeof useHotkeys>[2], readonly unknown[] | undefined>;

export interface KeyNote {
  /** As shown. */
  readonly keys: string;
  readonly what: string;
}

let notes: readonly KeyNote[] = [];
const watchers = new Set<() => void>();
const NONE: readonly KeyNote[] = [];

function watching(watch: () => void): () => void {
  watchers.add(watch);
  return () => watchers.delete(watch);
}

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

const CHARACTERS_KEPT = 'ulexite-character-keys';
let characterKeys: boolean | undefined;

function characterKeysNow(): boolean {
  try {
    characterKeys ??= localStorage.getItem(CHARACTERS_KEPT) !== 'off';
  } catch {
    characterKeys ??= true; // a browser that keeps nothing: the setting lasts as long as the page
  }
  return characterKeys;
}

/** Whether keys of one character act, and how to switch them. Kept in this browser. */
export function useCharacterKeys(): readonly [boolean, (on: boolean) => void] {
  const on = useSyncExternalStore(watching, characterKeysNow, () => true);
  const set = (next: boolean) => {
    characterKeys = next;
    try {
      localStorage.setItem(CHARACTERS_KEPT, next ? 'on' : 'off');
    } catch {
      // as above
    }
    watchers.forEach((watch) => watch());
  };
  return [on, set];
}

/** Fields and lists that have arrow keys of their own. */
const OWN_ARROWS =
  'input, textarea, select, table, ul, ol, [role="slider"], [role="tablist"], [role="listbox"], [role="radiogroup"], [role="menu"], [contenteditable], [data-arrows]';

/** For keys of the page below: a dialog has the focus, and its space bar presses its own buttons. */
export const outsideDialogs = {
  ignoreEventWhen: ({ target }: KeyboardEvent) =>
    target instanceof Element && target.closest('[role="dialog"]') !== null,
};

/** A hotkey with what it does: what is bound is what the sheet of keys shows. Arrows leave lists and fields their own. */
export function useKeys(
  hotkeys: string,
  what: string,
  act: Parameters<typeof useHotkeys>[1],
  options?: UseHotkeysOptions,
): void {
  const [characters] = useCharacterKeys();
  const active = characters ? hotkeys : withoutCharacterKeys(hotkeys);
  useEffect(() => {
    if (!active) return;
    const note = { keys: shownKeys(active), what };
    put([...notes, note]);
    return () => put(notes.filter((n) => n !== note));
  }, [active, what]);
  useHotkeys(
    active || hotkeys,
    (event, hotkey) => {
      const bare = !event.ctrlKey && !event.metaKey && !event.altKey;
      // a page just loaded still has its keys as the server drew them
      if (bare && event.key.length === 1 && !characterKeysNow()) return;
      const arrow = event.key.startsWith('Arrow') && !event.altKey && !event.ctrlKey && !event.metaKey;
      if (arrow && (event.target as Element | null)?.closest(OWN_ARROWS)) return;
      act(event, hotkey);
    },
    { ...options, enabled: active !== '' && (options?.enabled ?? true) },
  );
}

/** Every key that does something now, each once. */
export function useKeysShown(): readonly KeyNote[] {
  return useSyncExternalStore(
    watching,
    () => notes,
    () => NONE,
  );
}
