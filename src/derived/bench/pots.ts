import type { ActOf } from '@/model';
import type { EventOf } from './replayLog';

/** A pot of ink as it was mixed. */
export interface Pot extends Omit<ActOf<'pot-begun'>, 'kind'> {
  readonly at: string;
  /** What went in after it was begun, oldest first, without what was said by mistake. */
  readonly pours: readonly PotPour[];
  readonly readings: readonly (Omit<ActOf<'pot-read'>, 'kind' | 'potId'> & { readonly at: string })[];
  readonly fell: readonly { readonly at: string; readonly seconds: number }[];
  /** What was left of it when that was last weighed. */
  readonly kept?: { readonly at: string; readonly grams: number };
  readonly ended?: { readonly at: string; readonly why: ActOf<'pot-ended'>['why'] };
}

export interface PotPour extends Omit<ActOf<'poured'>, 'kind' | 'potId'> {
  readonly pourId: string;
  readonly at: string;
}

interface Pots {
  readonly pots: Map<string, Pot>;
}
type PotKind =
  'pot-begun' | 'pot-changed' | 'poured' | 'pour-undone' | 'pot-read' | 'pot-fell' | 'pot-kept' | 'pot-ended';

/** What the log's entries about pots do to them; what is said of a pot that was never begun is passed over. */
export const POT_ENTRIES: { readonly [Kind in PotKind]: (replay: Pots, event: EventOf<Kind>) => void } = {
  'pot-begun': (r, { at, act: { kind: _, ...pot } }) => {
    if (!r.pots.has(pot.potId)) r.pots.set(pot.potId, { at, ...pot, pours: [], readings: [], fell: [] });
  },
  'pot-changed': (r, { act: { potId, wantedG, shares } }) => withPot(r, potId, (pot) => ({ ...pot, wantedG, shares })),
  poured: (r, { id, at, act: { kind: _, potId, ...pour } }) =>
    withPot(r, potId, (pot) => ({ ...pot, pours: [...pot.pours, { pourId: id, at, ...pour }] })),
  'pour-undone': (r, { act: { pourId } }) => {
    const pot = [...r.pots.values()].find(({ pours }) => pours.some((pour) => pour.pourId === pourId));
    if (pot) r.pots.set(pot.potId, { ...pot, pours: pot.pours.filter((pour) => pour.pourId !== pourId) });
  },
  'pot-read': (r, { at, act: { kind: _, potId, ...reading } }) =>
    withPot(r, potId, (pot) => ({ ...pot, readings: [...pot.readings, { at, ...reading }] })),
  'pot-fell': (r, { at, act: { potId, seconds } }) =>
    withPot(r, potId, (pot) => ({ ...pot, fell: [...pot.fell, { at, seconds }] })),
  'pot-kept': (r, { at, act: { potId, grams } }) => withPot(r, potId, (pot) => ({ ...pot, kept: { at, grams } })),
  'pot-ended': (r, { at, act: { potId, why } }) =>
    withPot(r, potId, (pot) => ({ ...pot, ended: pot.ended ?? { at, why } })),
};

function withPot({ pots }: Pots, potId: string, change: (pot: Pot) => Pot): void {
  const pot = pots.get(potId);
  if (pot) pots.set(potId, change(pot));
}
