import { FIRST_CUTTABLE } from '@/core/cuttable/settings';
import { materialById } from '@/core/cutting/materials';
import type { Outcome } from '@/core/units';
import { flattenCuttable } from '@/workers/flattenCuttable';
import type { JobReply, PictureJobs } from '@/workers/protocol';

const PIXELS = 2400 * 1800,
  ROUNDS = 3;

/** As much of the application's client as a measurement needs: one question after another, buffers handed over as there. */
class Asker {
  private readonly worker = new Worker('/picture.worker.js');
  private serial = 0;
  private readonly waiting = new Map<number, (answer: Outcome<unknown>) => void>();

  constructor() {
    this.worker.onmessage = ({ data }: MessageEvent<JobReply>) => {
      if ('progress' in data || 'listens' in data) return;
      this.waiting.get(data.id)?.('failure' in data ? data.failure : { ok: true, value: data.result });
    };
  }

  ask<J extends keyof PictureJobs>(job: J, payload: PictureJobs[J]['take']): Promise<Outcome<PictureJobs[J]['give']>> {
    const id = ++this.serial,
      { labels } = payload as { labels?: Uint8Array };
    return new Promise((resolve) => {
      this.waiting.set(id, resolve as (answer: Outcome<unknown>) => void);
      this.worker.postMessage({ id, job, payload, unit: 'mm' }, labels ? [labels.buffer as ArrayBuffer] : []);
    });
  }
}

async function timesOf(url: string) {
  const bitmap = await createImageBitmap(await (await fetch(url)).blob()),
    scaleTo = (pixels: number) => Math.min(1, Math.sqrt(pixels / (bitmap.width * bitmap.height)));
  const [main, helper, quick] = [new Asker(), new Asker(), new Asker()];
  // a pixel of the picture as it is worked on is 0.1 mm
  const mmPerPx = 0.1 * scaleTo(PIXELS);
  await Promise.all([
    main.ask('openRaster', { url, mmPerPx, maxPixels: PIXELS }),
    helper.ask('openRaster', { url, mmPerPx, maxPixels: PIXELS }),
    quick.ask('openRaster', { url, mmPerPx, maxPixels: 1_000_000 }),
  ]);
  const wish = {
    settings: FIRST_CUTTABLE,
    cutFor: { material: materialById('lino'), grainDeg: 0, toolMm: 0.5, pace: 1, stages: null },
    letteringPx: [],
  };
  const flatten: number[][] = [],
    chain: number[][] = [],
    bareFlatten: number[][] = [],
    bareChain: number[][] = [],
    preview: number[][] = [];
  for (const colourCount of [5, 8]) {
    const settings = { colourCount, radiusMm: 0.3, minIslandMm2: 1 };
    const times: number[][] = [[], [], [], [], []];
    for (let round = 0; round <= ROUNDS; round++) {
      const works = [
        () => main.ask('flatten', { settings, thinnest: true }),
        () => flattenCuttable(main, helper, { settings, wish }),
        () => main.ask('flatten', { settings, thinnest: false }),
        () => flattenCuttable(main, helper, { settings, wish, thinnest: false }),
        () => quick.ask('cuttablePreview', { settings, wish }),
      ];
      for (const [k, work] of works.entries()) {
        const from = performance.now(),
          answer = await work();
        if (!answer.ok) throw new Error(answer.code);
        // the first round warms the programs
        if (round > 0) times[k].push(performance.now() - from);
      }
    }
    flatten.push(times[0]);
    chain.push(times[1]);
    bareFlatten.push(times[2]);
    bareChain.push(times[3]);
    preview.push(times[4]);
  }
  return { flatten, chain, bareFlatten, bareChain, preview };
}

Object.assign(globalThis, { timesOf });
