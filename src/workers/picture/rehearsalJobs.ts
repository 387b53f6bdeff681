import { MAX_REHEARSED } from '@/core/cutting';
import { eachStripOf, islandAt, islandByKey } from '@/core/geometry';
import { type PictureJobs } from '../protocol';
import { type Handlers } from '../serve';
import { allIslands, islandInfo, opened, held } from './holder';

/** “Not cut” in the rehearsal map. */
const NOT_CUT = 15;
/** Smaller parts are not chosen one by one; they go with the largest of their colour. */
const LEAST_REHEARSED_MM2 = 8;

export const rehearsalJobs = {
  rehearse({ due, limit }) {
    const here = opened(held.map),
      islands = allIslands();
    const order = [...islands.islandAreaPx.keys()].sort((a, b) => islands.islandAreaPx[b] - islands.islandAreaPx[a]);
    const chosen = order
      .slice(0, Math.min(limit, MAX_REHEARSED))
      .filter((i) => islands.islandAreaPx[i] * held.mapMmPerPx ** 2 >= LEAST_REHEARSED_MM2);
    const largest = new Map<number, number>();
    for (const i of order) if (!largest.has(islands.islandLabel[i])) largest.set(islands.islandLabel[i], i);
    const small = Int32Array.from({ length: islands.islandCount }, (_, i) => largest.get(islands.islandLabel[i])!);
    for (const i of chosen) small[i] = -1;
    held.rehearsal = {
      map: { width: here.width, height: here.height, labels: here.labels.map((label) => label * 16 + NOT_CUT) },
      islands,
      small,
    };
    const parts = chosen.map((i) => {
      const { key, label, areaMm2, x, y } = islandInfo(i);
      return { key, label, areaMm2, x, y, due: due[label] };
    });
    return {
      parts,
      leastMm2: chosen.length ? islands.islandAreaPx[chosen[chosen.length - 1]] * held.mapMmPerPx ** 2 : 0,
    };
  },
  rehearseCut({ cuts }) {
    const { map: there, islands, small } = opened(held.rehearsal);
    const set = (island: number, cutAt: number) =>
      eachStripOf(islands, island, (y, from, to) =>
        there.labels.fill(islands.islandLabel[island] * 16 + cutAt, y * there.width + from, y * there.width + to),
      );
    for (const [key, cutAt] of cuts) {
      const island = islandByKey(islands, key);
      if (island === undefined) continue;
      set(island, cutAt);
      for (let i = 0; i < small.length; i++) if (small[i] === island) set(i, cutAt);
    }
    return null;
  },
  rehearsalPartAt({ x, y }) {
    const { map: there, islands, small } = opened(held.rehearsal);
    if (x < 0 || y < 0 || x >= there.width || y >= there.height) return null;
    const island = islandAt(islands, x, y);
    return islands.islandFirstPx[small[island] < 0 ? island : small[island]];
  },
} satisfies Partial<Handlers<PictureJobs>>;
