/** Who listens to which print. One for the whole process: every bundle of the application finds the same. */
interface Hub {
  readonly byPrint: Map<string, Set<() => void>>;
  readonly closing: Set<() => void>;
}
const shared = globalThis as { ulexiteHub?: Hub };
const hub = (): Hub => (shared.ulexiteHub ??= { byPrint: new Map(), closing: new Set() });

/** Calls `heard` after every change of a print or of the workshop, until the answer is called. */
export function listen(printId: string, heard: () => void): () => void {
  const { byPrint } = hub();
  const mine = byPrint.get(printId) ?? new Set();
  byPrint.set(printId, mine.add(heard));
  return () => {
    mine.delete(heard);
    if (mine.size === 0 && byPrint.get(printId) === mine) byPrint.delete(printId);
  };
}

/** Tells those who listen, once the transaction that is under way has ended. */
export function announce(printId: string): void {
  const listeners = hub().byPrint.get(printId);
  if (listeners) setImmediate(() => listeners.forEach((heard) => heard()));
}

/** The workshop changed: every print may follow it. */
export function announceWorkshop(): void {
  for (const printId of hub().byPrint.keys()) announce(printId);
}

/** Listeners at present. */
export function listenerCount(): number {
  let count = 0;
  for (const mine of hub().byPrint.values()) count += mine.size;
  return count;
}

/** `close` is called when the server is told to stop (by the program that started it). */
export function whenStopping(close: () => void): () => void {
  const { closing } = hub();
  closing.add(close);
  return () => closing.delete(close);
}
