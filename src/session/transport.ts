import { familyOf } from '@/model';
import type { Counters, Outcome, PrintChanges, PrintState } from '@/model';
import type { Item } from './items';

/** How a session speaks with the server. Anything may be lost, late, repeated or out of order: what is sent says by its ids what it is. */
export interface Transport {
  /** What was done here; the answer holds all that is new since `known`. */
  readonly send: (item: Item, known: Counters) => Promise<Outcome<PrintChanges>>;
  /** The whole print. */
  readonly whole: () => Promise<Outcome<PrintState>>;
  /** Hears of every change from `known()` on, asked anew whenever the line is opened, until the answer is called. */
  readonly listen: (known: () => Counters, ear: Ear) => () => void;
}

export interface Ear {
  readonly heard: (changes: PrintChanges) => void;
  /** The line is there again, or it broke. */
  readonly line: (open: boolean) => void;
  /** The print can no longer be heard of, with the reason. */
  readonly ended: (why: string) => void;
}

/** No answer, or one from a server in trouble: what was sent may or may not have arrived, so it is kept and sent again. */
export function isAway(answer: Outcome<unknown>): boolean {
  return (
    !answer.ok && (['unreachable', 'server', 'busy'].includes(familyOf(answer.code)) || answer.code.startsWith('file-'))
  );
}
