'use client';
import { useSyncExternalStore } from 'react';
import { WALK } from './steps';

const KEPT = 'ulexite-walk';
const watchers = new Set<() => void>();
let now: Walk | undefined | null = null;

/** How far the walk through a print has come: the step that is next, from 0; as many as there are when it is over. */
export interface Walk {
  readonly print: string;
  readonly step: number;
}

function read(): Walk | undefined {
  try {
    const kept = JSON.parse(localStorage.getItem(KEPT) ?? 'null') as Partial<Walk> | null;
    return typeof kept?.print === 'string' && Number.isInteger(kept.step)
      ? { print: kept.print, step: Math.min(WALK.length, Math.max(0, kept.step!)) }
      : undefined;
  } catch {
    return undefined; // a browser that keeps nothing: the walk lasts as long as the page
  }
}

/** Goes to a step; `undefined` ends the walk. */
export function walkTo(walk: Walk | undefined): void {
  now = walk;
  try {
    if (walk) localStorage.setItem(KEPT, JSON.stringify(walk));
    else localStorage.removeItem(KEPT);
  } catch {
    // as above
  }
  watchers.forEach((watch) => watch());
}

/** The walk through this print, where one goes on. */
export function useWalk(print: string): Walk | undefined {
  return useSyncExternalStore(
    (watch) => {
      watchers.add(watch);
      return () => watchers.delete(watch);
    },
    () => {
      if (now === null) now = read();
      return now?.print === print ? now : undefined;
    },
    () => undefined,
  );
}
