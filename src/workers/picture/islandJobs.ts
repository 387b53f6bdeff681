import {
  boxOf,
  eachStripOf,
  emptyMask,
  fillOutlines,
  fillSpan,
  islandAt,
  islandByKey,
  islandOfAnchor,
  islandsOfRegion,
  neighboursOf,
  thinnestOfIsland,
} from '@/core/geometry';
import { THIN_AREA_MM2 } from '@/core/picture';
import { type IslandRow, type PictureJobs } from '../protocol';
import { type Handlers } from '../serve';
import { allIslands, measuredCapPx, allFigures, islandInfo, opened, held } from './holder';
import { outlinesMmOf } from './outlines';

/** Places larger than this are shown by a coarser outline, so that choosing never waits. */
const SHOWN_AT_ONCE_PX = 1_000_000;

export const islandJobs = {
  islandAt({ x, y }) {
    const here = opened(held.map);
    if (x < 0 || y < 0 || x >= here.width || y >= here.height) return null;
    return islandInfo(islandAt(allIslands(), x, y), x, y);
  },
  islandStep({ key, step, leastMm2 }) {
    const islands = allIslands();
    const from = key === null ? (step > 0 ? -1 : islands.islandCount) : (islandByKey(islands, key) ?? -1);
    const least = leastMm2 / held.mapMmPerPx ** 2;
    for (let n = 1; n <= islands.islandCount; n++) {
      const island = (((from + step * n) % islands.islandCount) + islands.islandCount) % islands.islandCount;
      if (islands.islandAreaPx[island] >= least) return islandInfo(island);
    }
    return null;
  },
  islandDetail({ key }) {
    const islands = allIslands();
    const island = islandByKey(islands, key);
    if (island === undefined) return null;
    const edges = new Map<number, number>();
    for (const n of neighboursOf(islands, island))
      edges.set(islands.islandLabel[n.island], (edges.get(islands.islandLabel[n.island]) ?? 0) + n.borderPx);
    const { x0, y0, x1, y1 } = boxOf(islands, island);
    const quick = (x1 - x0) * (y1 - y0) <= SHOWN_AT_ONCE_PX;
    const thinnestPx =
      held.figuresNow?.thinnestPx[island] ??
      (quick
        ? thinnestOfIsland(opened(held.map), islands, island, measuredCapPx(), THIN_AREA_MM2 / held.mapMmPerPx ** 2)
        : undefined);
    return {
      thinnestMm: thinnestPx === undefined ? undefined : thinnestPx * held.mapMmPerPx,
      neighbours: [...edges]
        .sort((a, b) => b[1] - a[1])
        .map(([label, px]) => ({ label, edgeMm: px * held.mapMmPerPx })),
    };
  },
  islands({ order, limit, leastMm2 }) {
    const islands = allIslands(),
      { thinnestPx, widestPx } = allFigures();
    const least = leastMm2 / held.mapMmPerPx ** 2;
    const wanted = [...islands.islandAreaPx.keys()].filter((i) => islands.islandAreaPx[i] >= least);
    // at risk is what is thin for its size: a small part that is thin breaks sooner than a long one that is wide elsewhere
    const value = {
      'reading order': (i: number) => i,
      area: (i: number) => -islands.islandAreaPx[i],
      thinness: (i: number) => thinnestPx[i],
      risk: (i: number) => thinnestPx[i] * Math.sqrt(islands.islandAreaPx[i]),
    }[order];
    const rows = wanted
      .sort((a, b) => value(a) - value(b) || a - b)
      .slice(0, limit)
      .map((i): IslandRow => ({
        ...islandInfo(i),
        thinnestMm: thinnestPx[i] * held.mapMmPerPx,
        widestMm: widestPx[i] * held.mapMmPerPx,
      }));
    return { rows, total: wanted.length };
  },
  findAnchors({ anchors }) {
    const islands = allIslands();
    return anchors.map((anchor) => {
      const island = islandOfAnchor(islands, anchor);
      return island === undefined ? null : islands.islandFirstPx[island];
    });
  },
  outlines({ region, forShow }) {
    const islands = allIslands();
    const chosen = islandsOfRegion(islands, region);
    const boxes = chosen.map((island) => boxOf(islands, island));
    for (const ring of region.outlinesPx)
      for (let p = 0; p + 1 < ring.length; p += 2)
        boxes.push({
          x0: Math.floor(ring[p]),
          y0: Math.floor(ring[p + 1]),
          x1: Math.ceil(ring[p]) + 1,
          y1: Math.ceil(ring[p + 1]) + 1,
        });
    if (boxes.length === 0) return { outlinesMm: [], areaMm2: 0 };
    // only the box around it is looked at: a small island is traced at once, however large the sheet
    const x0 = Math.max(0, Math.min(...boxes.map((b) => b.x0)) - 1),
      y0 = Math.max(0, Math.min(...boxes.map((b) => b.y0)) - 1);
    const across = Math.max(1, Math.min(islands.width, Math.max(...boxes.map((b) => b.x1)) + 1) - x0),
      down = Math.max(1, Math.min(islands.height, Math.max(...boxes.map((b) => b.y1)) + 1) - y0);
    const every = forShow ? Math.max(1, Math.ceil(Math.sqrt((across * down) / SHOWN_AT_ONCE_PX))) : 1;
    const part = emptyMask(Math.ceil(across / every), Math.ceil(down / every));
    for (const island of chosen)
      eachStripOf(islands, island, (y, from, to) => {
        if ((y - y0) % every === 0)
          fillSpan(part, (y - y0) / every, Math.round((from - x0) / every), Math.round((to - x0) / every));
      });
    const lasso = emptyMask(part.width, part.height);
    fillOutlines(
      lasso,
      region.outlinesPx.map((ring) => ring.map((v, i) => (v - (i % 2 === 0 ? x0 : y0)) / every)),
    );
    for (let i = 0; i < part.words.length; i++) part.words[i] |= lasso.words[i];
    const traced = outlinesMmOf(part, x0, y0, every);
    return { outlinesMm: traced.outlinesMm, areaMm2: traced.areaPx * (held.mapMmPerPx * every) ** 2 };
  },
} satisfies Partial<Handlers<PictureJobs>>;
