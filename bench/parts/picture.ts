import { inWorker, median, ms, pictures, withPage } from '../page';

const WIDTH = 4000,
  HEIGHT = 3000,
  ROUNDS = 3;

const GOALS: Record<string, { photograph: number; busiest: number }> = {
  palette: { photograph: 2, busiest: 2 },
  smoothing: { photograph: 2.5, busiest: 1.2 },
  islands: { photograph: 15, busiest: 5 },
  'thin ridges and gaps': { photograph: 4, busiest: 4 },
  'nested stages and areas': { photograph: 2, busiest: 1.4 },
  'contours to SVG': { photograph: 1.5, busiest: 1.2 },
  'whole chain': { photograph: 3, busiest: 2 },
};

/** The picture pipeline, stage by stage, both sides in turn on the same input. */
export async function pictureReport(): Promise<string> {
  const lines: string[] = [];
  const notes: string[] = [];
  await withPage(async (page, url) => {
    for (const [i, picture] of pictures.entries()) {
      console.log(`${picture.what} …`);
      const answer = await inWorker(page, url, [
        { job: 'peer', url: `${url}/peer.js` },
        { job: 'rounds', url: `${url}/picture-${i}`, width: WIDTH, height: HEIGHT, rounds: ROUNDS, palettePeer: true },
      ]);
      if (!answer.rounds) throw new Error(answer.error);
      const stages = Object.keys(answer.rounds[0].times);
      const ours = Object.fromEntries(stages.map((s) => [s, median(answer.rounds!.map((r) => r.times[s].ours))]));
      const theirs = Object.fromEntries(
        stages.map((s) => [
          s,
          median(answer.rounds!.flatMap((r) => (r.times[s].theirs === undefined ? [] : [r.times[s].theirs]))),
        ]),
      );
      theirs['whole chain'] = stages
        .filter((s) => s !== 'whole chain' && s !== 'thin ridges and gaps')
        .reduce((sum, s) => sum + theirs[s], 0);
      for (const stage of stages) {
        const goal = GOALS[stage][picture.what.startsWith('busiest') ? 'busiest' : 'photograph'];
        const ratio = theirs[stage] / ours[stage];
        const line = `| ${picture.what} | ${stage} | ${ratio.toFixed(1)}× | ${goal}× | ${ratio >= goal ? 'yes' : '**no**'} | ${ms(ours[stage])} |`;
        lines.push(line);
        console.log(line);
      }
      const first = answer.rounds[0].notes;
      notes.push(
        `- ${picture.what}: mean colour error against the library's k-means ${first.paletteErrorRatio.toFixed(3)}; pixels of the smoothing that differ from the box filters ${first.smoothingPixelsThatDiffer}; islands counted differently ${first.islandsDiffer}; nested areas differ by ${first.nestedAreasDiffer} pixels.`,
      );
      console.log(notes.at(-1));
    }
  });
  return `Both sides run in turn in one Chromium worker on the same input, medians of ${ROUNDS} rounds (the library's k-means once, because it
takes so long). Pictures: ${WIDTH} × ${HEIGHT} pixels from Debian's wallpaper packages, 8 colours, smoothing 0.4 mm, islands under 1 mm²,
0.1 mm a pixel.

| picture | stage | times as fast as the library | goal | met | ours |
|---|---|---|---|---|---|
${lines.join('\n')}

The whole chain is measured against the sum of the library's palette, smoothing, islands, nested stages and contours;
thin ridges are a check of their own and not part of it. The library's sum leaves out mapping pixels to the palette and
merging small islands, which ours includes.

${notes.join('\n')}
`;
}

/** How the whole chain grows from 12 to 24 megapixels, and what a preview costs. */
export async function sizeReport(): Promise<string> {
  const scale: string[] = [];
  for (const i of [0, 2]) {
    await withPage(async (page, url) => {
      const of = async (width: number, height: number) =>
        median(
          (await inWorker(page, url, [{ job: 'chain', url: `${url}/picture-${i}`, width, height, rounds: 5 }])).chain!,
        );
      const twelve = await of(4000, 3000),
        twentyFour = await of(5657, 4243);
      const preview = median(
        (await inWorker(page, url, [{ job: 'preview', url: `${url}/picture-${i}`, width: 1155, height: 866 }])).chain!,
      );
      scale.push(
        `- ${pictures[i].what}: 24 Mpx takes ${(twentyFour / twelve).toFixed(2)} × the time of 12 Mpx (goal ≤ 2.5; ${ms(twelve)} → ${ms(twentyFour)}); flattening the 1 Mpx preview takes ${ms(preview)}.`,
      );
      console.log(scale.at(-1));
    });
  }
  return `${scale.join('\n')}
`;
}
