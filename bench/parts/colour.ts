import { inWorker, withPage } from '../page';
import { studyKnowing } from '../study';

/** Colour: times in a worker, throughput against a general colour library, and the seeded study. */
export async function colourReport(): Promise<string> {
  const answer = await withPage((page, url) => inWorker(page, url, [{}], 'colourWorker'));
  if (!answer.figures) throw new Error(answer.error);
  const f = answer.figures;
  const rows = studyKnowing().map(({ way, mean, p95 }) => `| ${way} | ${mean.toFixed(1)} | ${p95.toFixed(1)} |`);
  return `In one Chromium worker; medians.

- All orders of 8 colours, exact, with a look at every prefix tried: ${f.ordersMs.toFixed(0)} ms over ${f.ordersPrefixes} prefixes, the rest left by bounds (goal
  < 150 ms); with no bound, all ${f.allPrefixes} prefixes: ${f.allOrdersMs.toFixed(0)} ms.
- A recipe from the starter cabinet: ${f.recipeMs.toFixed(0)} ms, the slowest of ${f.recipes} colours ${f.recipeWorstMs.toFixed(0)} ms (goal < 60 ms).
- One ink of eight runs turned, to eight looks painted at 300 × 225: ${f.whatIfMs.toFixed(1)} ms of computing (goal < 16 ms).
- Overlaps for 9 colours on 2, 3, 4, 5 and 6 blocks together: ${(f.overlapsMs / 1000).toFixed(2)} s (goal < 2 s); six blocks come to a mean ΔE00 of ${f.overlapMean.toFixed(1)}.
- CIEDE2000: ${f.deltaEOurs.toFixed(1)} million pairs a second, the general colour library (culori) ${f.deltaETheirs.toFixed(1)}: ${(f.deltaEOurs / f.deltaETheirs).toFixed(1)} × as fast; largest difference on 997 pairs ${f.deltaELargestDifference.toExponential(1)}.
- Overprints: ${f.stacksOurs.toFixed(2)} million stacks of 8 films a second, spectral, to Lab; the library's multiplication of 8 sRGB colours to Lab, a far
  simpler sum, ${f.blendsTheirs.toFixed(2)} million: ${(f.stacksOurs / f.blendsTheirs).toFixed(1)} × as fast.

How far off is a prediction when the ink is known only so well? ${'`bench/study.ts`'}: sixty made-up prints of two to four films whose true inks
are hidden, readings with noise, seeded. The truth follows the same film model, so the model's own error on real prints comes on
top.

| the ink is known by | mean ΔE00 | 95 % below |
|---|---|---|
${rows.join('\n')}
`;
}
