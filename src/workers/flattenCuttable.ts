import type { FlattenSettings } from '@/core/picture';
import type { Outcome } from '@/core/units';
import type { PictureWorker } from './client';
import type { CuttableResult, CuttableWish } from './protocol';

type Asked = Pick<PictureWorker, 'ask'>;

/** How far each step brings the whole, as shares of the time it usually takes. */
const SHARES = { begun: 0.25, shaped: 0.7, joined: 0.72, cured: 0.9 } as const;

/**
 * Flattens a picture so that it can be cut. Both workers have its raster; `main` flattens, joins and keeps what came of it, `helper` does
 * half of what lies between. It comes out the same whoever works.
 */
export async function flattenCuttable(
  main: Asked,
  helper: Asked,
  {
    settings,
    wish,
    thinnest = true,
  }: {
    readonly settings: FlattenSettings;
    readonly wish: CuttableWish;
    /** Whether the thinnest part of each colour is measured of what comes out. */
    readonly thinnest?: boolean;
  },
  progress: (share: number) => void = () => undefined,
): Promise<Outcome<CuttableResult>> {
  const begun = await main.ask('cuttableBegin', { settings, wish }, (share) => progress(share * SHARES.begun));
  if (!begun.ok) return begun;
  const { coloursLabD50 } = begun.value,
    common = { wish, coloursLabD50, leastIslandMm2: settings.minIslandMm2, tones: settings.tones };
  const who = (k: number) => (k === 0 ? main : helper);
  const shaped = await all(begun.value.parts.map((part, k) => who(k).ask('shapeBand', { ...part, ...common })));
  if (!shaped.ok) return shaped;
  progress(SHARES.shaped);
  const joined = await main.ask('joinBands', { parts: shaped.value });
  if (!joined.ok) return joined;
  progress(SHARES.joined);
  const cured = await all(joined.value.parts.map((part, k) => who(k).ask('cureBand', { ...part, ...common })));
  if (!cured.ok) return cured;
  progress(SHARES.cured);
  const done = await main.ask('cuttableFinish', { parts: cured.value, thinnest });
  if (!done.ok) return done;
  const { hours, zones } = wish.settings;
  return hours === null && zones.length === 0
    ? done
    : main.ask('cuttableWithin', { settings: wish.settings, thinnest });
}

/** All values, or the first failure. */
async function all<T>(asked: readonly Promise<Outcome<T>>[]): Promise<Outcome<T[]>> {
  const values: T[] = [];
  for (const outcome of await Promise.all(asked)) {
    if (!outcome.ok) return outcome;
    values.push(outcome.value);
  }
  return { ok: true, value: values };
}
