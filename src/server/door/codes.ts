import { createHash, randomBytes, randomInt } from 'node:crypto';
import type { DeviceRole } from '@/model';

/** What is easily told apart when it is read from a screen: no I, O, 0 and 1. Eight of 32 are 40 bits. */
const LETTERS = 'ABCDEFGHJKLMNPQRSTUVWXYZ23456789';
const LENGTH = 8;
export const CODE_LIVES_MS = 5 * 60_000;
/** Codes that may be open at once. */
const MOST_CODES = 40;
/** Wrong codes within a minute, of one address and of all. */
const MINUTE_MS = 60_000,
  TRIES_OF_ONE = 6,
  TRIES_OF_ALL = 60;

export interface Allowed {
  readonly role: DeviceRole;
  /** How many devices it lets in, each once; those of a class get places at the table in their order. */
  readonly devices: number;
  readonly places: boolean;
}

interface Code extends Allowed {
  readonly untilMs: number;
  readonly used: number;
}

export type Tried =
  | { readonly is: 'let-in'; readonly role: DeviceRole; readonly place: number | null }
  | { readonly is: 'wrong-code' | 'too-often' };

/**
 * Codes that let devices in: by chance, for five minutes, in memory only, kept as hashes. Guessing is cut short: so many wrong
 * codes a minute from one address and from all together; a class that comes in by one address is not. `nowMs` is a clock that never goes back.
 */
export class Codes {
  private readonly open = new Map<string, Code>();
  private tries: { readonly from: string; readonly atMs: number }[] = [];

  constructor(private readonly nowMs: () => number = () => performance.now()) {}

  /** A new code, as it is shown: ABCD-2345. */
  begin(allowed: Allowed): string {
    this.forgetOld();
    const oldest = this.open.keys().next();
    if (this.open.size >= MOST_CODES && !oldest.done) this.open.delete(oldest.value);
    const code = Array.from({ length: LENGTH }, () => LETTERS[randomInt(LETTERS.length)]).join('');
    this.open.set(hashOf(code), { ...allowed, untilMs: this.nowMs() + CODE_LIVES_MS, used: 0 });
    return `${code.slice(0, 4)}-${code.slice(4)}`;
  }

  /** A try from an address, with what was typed: spaces, hyphens and small letters do no harm. */
  take(typed: string, from: string): Tried {
    this.forgetOld();
    const ofOne = this.tries.filter((one) => one.from === from).length;
    if (ofOne >= TRIES_OF_ONE || this.tries.length >= TRIES_OF_ALL) return { is: 'too-often' };
    const key = hashOf(typed.toUpperCase().replace(/[^A-Z0-9]/g, ''));
    const code = this.open.get(key);
    if (!code) {
      this.tries.push({ from, atMs: this.nowMs() });
      return { is: 'wrong-code' };
    }
    const used = code.used + 1;
    if (used >= code.devices) this.open.delete(key);
    else this.open.set(key, { ...code, used });
    return { is: 'let-in', role: code.role, place: code.places ? used : null };
  }

  private forgetOld(): void {
    const now = this.nowMs();
    for (const [key, { untilMs }] of this.open) if (untilMs <= now) this.open.delete(key);
    this.tries = this.tries.filter(({ atMs }) => now - atMs < MINUTE_MS);
  }
}

/** What a device shows from now on: 256 bits of chance. */
export function newToken(): string {
  return randomBytes(32).toString('base64url');
}

export function hashOf(text: string): string {
  return createHash('sha256').update(text).digest('hex');
}
