import { inWorker, ms, withPage } from '../page';

/** Registration: times in a worker, and the seeded study of proof scans. */
export async function registerReport(): Promise<string> {
  const answer = await withPage((page, url) => inWorker(page, url, [{}], 'registerWorker'));
  if (!answer.register || !answer.study) throw new Error(answer.error);
  const f = answer.register,
    s = answer.study;
  return `In one Chromium worker; medians.

- 10 000 sheets of five runs laid on a picture of ${f.boundaries} boundaries (${f.gatherings} gatherings by colours, direction and place): ${ms(f.fitMs)} (goal < 300 ms);
  gathering the boundaries: ${ms(f.gatherMs)}.
- A scan of ${f.scanMpx.toFixed(1)} megapixels with five runs, from pixels to misfits: ${(f.scanMs / 1000).toFixed(1)} s (goal < 4 s at 20 Mpx).
- A sheet out of register drawn at 700 × 505 for a slider: ${ms(f.sliderMs)} (goal: a frame).

${'`bench/proofStudy.ts`'}: ${s.scans} made-up scans at 300 dpi, three to five runs, misfit to 3 mm and 1°, growth to 0.2 %, skew to 2°, uneven light, a cast, grain
and noise, seeded. Each run against the one below: ${s.runsRight} of ${s.runs} within 0.05 mm and 0.03° (${s.refused} refused); ${s.scansRight} of ${s.scans} scans with every run
right (goal 95). Displacement off by ${s.medianMm.toFixed(3)} mm at the median, ${s.p95Mm.toFixed(3)} mm at 95 %; turn by ${s.p95Deg.toFixed(3)}° at 95 %. The truth lies in the stated range of 95 % in ${(100 * s.inside95).toFixed(0)} of 100
cases (goal 90). The scanner is ours: real ones have faults it does not know.
`;
}
