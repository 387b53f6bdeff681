'use client';
import { useSyncExternalStore } from 'react';

const KEPT = 'ulexite-px-per-mm';
/** CSS pixels are meant to be 1/96 inch: a guess until the screen is measured. */
export const GUESSED_PX_PER_MM = 96 / 25.4;
export const PX_PER_MM = { min: 1.5, max: 14 } as const;

const watchers = new Set<() => void>();

function kept(): number | undefined {
  try {
    const value = Number(localStorage.getItem(KEPT));
    return value >= PX_PER_MM.min && value <= PX_PER_MM.max ? value : undefined;
  } catch {
    return undefined; // a browser that keeps nothing is measured each time
  }
}

/** CSS pixels to a millimetre of this screen, as it was measured; undefined before. */
export function usePxPerMm(): number | undefined {
  return useSyncExternalStore(
    (watch) => {
      watchers.add(watch);
      return () => watchers.delete(watch);
    },
    kept,
    () => undefined,
  );
}

export function keepPxPerMm(value: number): void {
  try {
    localStorage.setItem(KEPT, String(value));
  } catch {
    // as above
  }
  watchers.forEach((watch) => watch());
}
