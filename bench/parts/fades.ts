import { deltaE2000, labD50FromSrgb8, srgb8FromLabD50, type Lab } from '@/core/colour';
import { FillsAt, labelCoverage, paintCoverage, paintLabels, type Fill } from '@/core/geometry';
import { stackLooksLabD50 } from '@/core/inks';
import { filmAt } from '@/core/layers';
import { gradationOf, keyPieces, drawnKey } from '@/core/picture';
import {
  fillsAfter,
  groundOfPlan,
  inkingsOf,
  looksOfPlan,
  plainSheet,
  printedRuns,
  SAMPLE_PRINTS,
  sampleMap,
  samplePlan,
  withWay,
  type PrintSheet,
} from '@/derived';
import type { InkFade, Plan } from '@/model';
import { ms, timed } from '../page';

const MM_PER_PX = 0.05;
const SAMPLE = SAMPLE_PRINTS.find(({ id }) => id === 'lamps')!;

/** All runs of the sample on blocks of their own, each fading: half of them down, half across the print, to nothing and to one another. */
function fading(): Plan {
  const plan = withWay(samplePlan(SAMPLE), 'overlaps', true, null);
  const { widthMm, heightMm } = plan.picture!;
  return {
    ...plan,
    inks: plan.inks.map((ink) => ({ ...ink, opacity: 0.4 })),
    runs: plan.runs.map((run, r) => ({
      ...run,
      formes: run.formes.map((forme) => ({
        ...forme,
        inkings: forme.inkings.map((inking) => {
          const fade: InkFade = {
            fromMm: r % 2 ? { xMm: 5, yMm: heightMm / 2 } : { xMm: widthMm / 2, yMm: 5 + r },
            toMm: r % 2 ? { xMm: widthMm - 5 - r, yMm: heightMm / 2 } : { xMm: widthMm / 2, yMm: heightMm - 5 },
            toInkId: r % 3 === 0 ? null : plan.inks[(r + 1) % plan.inks.length].id,
            ...{ curve: (['even', 'slow', 'fast'] as const)[r % 3], by: 'brush', wanted: null },
          };
          return { ...inking, fade };
        }),
      })),
    })),
  };
}

/** Looks, pictures and the search for gradations where inks fade, and how far a painted fade is from a plain reckoning of every place. */
export function fadesReport(): string {
  const plan = fading(),
    map = sampleMap(SAMPLE, MM_PER_PX),
    { widthMm, heightMm } = plan.picture!;
  const sheet: PrintSheet = {
    ...plainSheet(plan),
    coverage: labelCoverage(map, SAMPLE.colours.length, 300, 225),
  };
  const looks = looksOfPlan(plan, [], sheet)!,
    last = plan.runs.length,
    fills: Fill[] = fillsAfter(looks, last);
  const view = { x: 0, y: 0, pxPerOut: map.width / 1280, mirrored: false };
  const styles = fills.map((fill) => ({ fill }));
  const flat = looks.looks[last].map((lab) => ({ fill: wordOf(lab) }));
  const raster = {
    ...{ width: 800, height: 600 },
    rgba: new Uint8ClampedArray(
      Uint32Array.from({ length: 800 * 600 }, (_, i) => 0xff000000 | (((i / 800 / 600) * 200) << 8) | 60).buffer,
    ),
  };
  const wanted = plan.flat!.colours.map((colour) => colour.wantedLabD50),
    labels = wanted.map((_, label) => label),
    pairs = labels.flatMap((a) => labels.slice(a + 1).map((b) => [a, b] as const));
  const worst = farthestOff(plan, sheet, fills, map, widthMm, heightMm);
  return `${last} runs that all fade, in two directions, ${map.width} × ${map.height} px:

| | |
|---|---|
| looks after all runs | ${ms(timed(() => looksOfPlan({ ...plan }, [], sheet)))} |
| small pictures of all runs (300 × 225) | ${ms(timed(() => plan.runs.map((_, r) => paintCoverage(sheet.coverage!, fillsAfter(looks, r + 1)))))} |
| the sheet painted, 1280 × 960, with fades | ${ms(timed(() => paintLabels(map, styles, view, 1280, 960, 0)))} |
| the same in flat colours | ${ms(timed(() => paintLabels(map, flat, view, 1280, 960, 0)))} |
| a gradation looked for over all colours | ${ms(timed(() => gradationOf(raster, map, labels, wanted)))} |
| a key drawing along all edges | ${ms(timed(() => drawnKey(map, keyPieces(map, { pairs, smoothPx: 10 }), { widthPx: 20, taperPx: 60 }, labels.length)))} |
| largest difference of a fill to a plain reckoning, rounding to bytes taken out | ΔE00 ${worst.toFixed(2)} |`;
}

function wordOf(lab: Lab): number {
  const [r, g, b] = srgb8FromLabD50(lab).rgb;
  return (0xff000000 | (b << 16) | (g << 8) | r) >>> 0;
}

/** Over a grid of places: the painted colour against the films as they lie there. */
function farthestOff(
  plan: Plan,
  sheet: PrintSheet,
  fills: readonly Fill[],
  map: { readonly width: number; readonly height: number; readonly labels: Uint8Array },
  widthMm: number,
  heightMm: number,
): number {
  const ground = groundOfPlan(plan),
    runs = printedRuns(plan, [], sheet),
    at = new FillsAt(fills, 0),
    colours = plan.flat!.colours;
  let worst = 0;
  for (let y = 0; y < map.height; y += 40)
    for (let x = 0; x < map.width; x += 40) {
      const label = map.labels[y * map.width + x],
        [u, v] = [(x + 0.5) / map.width, (y + 0.5) / map.height];
      const films = plan.runs.flatMap((run, r) =>
        inkingsOf(run).flatMap((_, i) => {
          const inking = runs[r].inkings[i];
          return inking.standing.includes(colours[label].id)
            ? [filmAt(inking, { xMm: u * widthMm, yMm: v * heightMm })]
            : [];
        }),
      );
      const meant = srgb8FromLabD50(stackLooksLabD50(ground, films).at(-1)!).rgb;
      at.goTo(u, v);
      const word = at.wordOf(label),
        seen = [word & 255, (word >>> 8) & 255, (word >>> 16) & 255] as const;
      // a byte up or down is rounding
      const off = seen.map((level, c) => Math.max(0, Math.abs(level - meant[c]) - 1) * Math.sign(level - meant[c]));
      const rounded = meant.map((level, c) => level + off[c]) as unknown as [number, number, number];
      worst = Math.max(worst, deltaE2000(labD50FromSrgb8(meant), labD50FromSrgb8(rounded)));
    }
  return worst;
}
