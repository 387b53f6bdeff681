import { measureRegions, measureStages, READING_MS } from '../interface';
import { inWorker, ms, pictures, withPage } from '../page';

/** Cutting: ratios on a label map of A3 size, and the figures of the interface on one with 5000 islands. */
export async function cuttingReport(): Promise<string> {
  const rows: string[] = [];
  let text = '';
  for (const i of [0, 3]) {
    const answer = await withPage((page, url) =>
      inWorker(
        page,
        url,
        [
          { job: 'peer', url: `${url}/peer.js` },
          { job: 'cutting', url: `${url}/picture-${i}`, width: 4200, height: 2970 },
        ],
        'cuttingWorker',
      ),
    );
    if (!answer.cutting) throw new Error(answer.error);
    const f = answer.cutting;
    const row = (name: string, [ours, theirs]: readonly [number, number], goal: number) =>
      rows.push(
        `| ${pictures[i].what} | ${name} | ${(theirs / ours).toFixed(1)}× | ${goal}× | ${theirs / ours >= goal ? 'yes' : '**no**'} | ${ms(ours)} |`,
      );
    row(`thin ridges and narrow gaps, ${f.stages} stages`, f.thin, 4);
    row('distance to the other class, capped at 1.5 mm', f.capped, 2.5);
    row('distance to what stands, uncapped', f.uncapped, 1);
    row('outlines of all stages, as paths', f.outlines, 1.5);
    row('overlap of all pairs, 0.3 mm, against one dilation', f.trap, 1);
    text += `- ${pictures[i].what}, ${f.islands} islands: all ${f.stages} stages measured for the check in ${ms(f.allStagesMs)}; what one asks for with other material, tools or roller,
  from the kept measure, at most ${ms(f.findingsMs)} (goal < 100 ms; ${f.findings} places). Thin area differs from the library's by ${(100 * f.thinDiffers).toFixed(1)} % (its disc is a
  little smaller); capped distances that differ, of every seventh pixel: ${f.cappedWrong}.\n`;
  }
  const figures = await measureRegions(),
    check = await measureStages(pictures[0].file);
  return `The same peer, alternating in one worker; label maps of 4200 × 2970 pixels (A3 at 0.1 mm), 8 colours. The library's distance to the
other class is its exact transform of what stands and of the rest, as ours gives both.

| picture | work | times as fast as the library | goal | met | ours |
|---|---|---|---|---|---|
${rows.join('\n')}

${text}- An island of an A3 raster with 5000 islands chosen, to its mark painted: ${figures.chooseMs.toFixed(0)} ms; recoloured, to the new colour painted: ${figures.recolourMs.toFixed(0)} ms
  (goal < 50 ms; medians of ${figures.recolours}); longest task on the main thread meanwhile ${figures.editTaskMs.toFixed(0)} ms (0: none over 50).
- All ${check.stages} stages of an A3 print of the photograph, in the application, from the press to the last row painted, with its progress: ${ms(check.allStagesMs)}
  when the open stage has been read for ${READING_MS / 1000} s (others are measured meanwhile, the nearest first), ${ms(check.coldMs)} when pressed at once, with the
  workers' programs still cold (goal < 2 s; medians of 3); all of them again for another tool: ${ms(check.againMs)}; longest task on the main thread meanwhile ${check.longestTaskMs.toFixed(0)} ms.
`;
}
