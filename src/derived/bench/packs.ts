import type { ActOf } from '@/model';
import type { EventOf } from './replayLog';

/** Damp paper under cover. */
export interface DampPack extends Omit<ActOf<'pack-damped'>, 'kind'> {
  readonly at: string;
  readonly turnedAt: readonly string[];
  readonly weighings: readonly { readonly at: string; readonly grams: number; readonly sheets: number }[];
  /** Sheets out of cover now, and since when some are. */
  readonly out: number;
  readonly outSince?: string;
  readonly ended?: { readonly at: string; readonly why: ActOf<'pack-ended'>['why'] };
}

interface Packs {
  readonly packs: Map<string, DampPack>;
}
type PackKind = 'pack-damped' | 'pack-turned' | 'pack-weighed' | 'pack-opened' | 'pack-ended';

/** What the log's entries about damp packs do to them; what is said of a pack that was never damped is passed over. */
export const PACK_ENTRIES: { readonly [Kind in PackKind]: (replay: Packs, event: EventOf<Kind>) => void } = {
  'pack-damped': (r, { at, act: { kind: _, ...pack } }) => {
    if (!r.packs.has(pack.packId)) r.packs.set(pack.packId, { at, ...pack, turnedAt: [], weighings: [], out: 0 });
  },
  'pack-turned': (r, { at, act: { packId } }) =>
    withPack(r, packId, (pack) => ({ ...pack, turnedAt: [...pack.turnedAt, at] })),
  'pack-weighed': (r, { at, act: { packId, grams, sheets } }) =>
    withPack(r, packId, (pack) => ({ ...pack, weighings: [...pack.weighings, { at, grams, sheets }] })),
  'pack-opened': (r, { at, act: { packId, out } }) =>
    withPack(r, packId, (pack) => ({
      ...pack,
      out: Math.min(out, pack.sheets),
      outSince: out === 0 ? undefined : pack.out > 0 ? pack.outSince : at,
    })),
  'pack-ended': (r, { at, act: { packId, why } }) =>
    withPack(r, packId, (pack) => ({ ...pack, out: 0, ended: pack.ended ?? { at, why } })),
};

function withPack(r: Packs, packId: string, change: (pack: DampPack) => DampPack): void {
  const pack = r.packs.get(packId);
  if (pack) r.packs.set(packId, change(pack));
}
