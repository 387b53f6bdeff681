import type { RecipePart } from '@/core/inks';
import { inksWords } from '@/words/inks';

/** A share below this is a trace: counting the others by it would give no parts one can measure. */
const LEAST_PART = 0.03;

/** The least share that still counts as a part. */
export function lowestPart(parts: readonly RecipePart[]): number {
  return Math.min(...parts.map((p) => p.share).filter((share) => share >= LEAST_PART));
}

/** A share as parts of the least one: “4 parts”, or “a trace”. */
export function partsInWords(share: number, lowest: number): string {
  if (share < LEAST_PART) return inksWords('parts.trace');
  const ratio = share / lowest;
  const parts = ratio < 10 ? Math.round(ratio * 2) / 2 : Math.round(ratio);
  return inksWords('parts.count', { parts });
}

/** The parts with one of them at a new share and the others shrunk or grown alike; parts of nothing fall out unless kept. */
export function withShare(parts: readonly RecipePart[], id: string, share: number, keepEmpty = false): RecipePart[] {
  const others = parts.filter((p) => p.id !== id).reduce((sum, p) => sum + p.share, 0);
  const next = parts.map((p) =>
    p.id === id
      ? { id, share }
      : { id: p.id, share: others > 0 ? (p.share / others) * (1 - share) : (1 - share) / (parts.length - 1) },
  );
  const kept = keepEmpty ? next : next.filter((p) => p.share > 0.0005);
  const total = kept.reduce((sum, p) => sum + p.share, 0) || 1;
  return kept.map((p) => ({ id: p.id, share: p.share / total }));
}

/** Whether two recipes are the same to a half in a thousand. */
export function sameParts(a: readonly RecipePart[], b: readonly RecipePart[]): boolean {
  return (
    a.length === b.length && a.every((p) => Math.abs(p.share - (b.find((q) => q.id === p.id)?.share ?? -1)) < 0.0005)
  );
}
