import { withFlat } from '@/derived';
import { colourPng } from '@/formats';
import type { PrintState } from '@/model';
import { bringInPicture, createPrint, keepLabels, placeAgain, printState, savePlan } from '@/server';
import { openStore, type Store } from '@/store';
import { expectOk, stateAfter } from './prints';
import { StoreTemplate } from './template';

const WHOLE = { turnDeg: 0, mirrored: false, crop: { x: 0, y: 0, width: 1, height: 1 } } as const;

/** A print of upright bands of equal width as it is kept: `names` from left to right, each darker than the one before it, the first bare paper. */
export async function printOfBands(
  db: Store,
  names: readonly string[],
  { widthMm, heightMm }: { readonly widthMm: number; readonly heightMm: number },
  now: string,
): Promise<PrintState> {
  const id = expectOk(createPrint(db, 'Bands', now));
  const png = colourPng(10 * widthMm, 10 * heightMm, (_, row) => row.fill(160));
  expectOk(await bringInPicture(db, id, Buffer.from(png), 'bands.png', now));
  const sized = stateAfter(db, id, await placeAgain(db, id, { ...WHOLE, widthMm, heightMm }, now));
  const { widthPx, heightPx } = sized.plan.picture!.raster;
  const labels = Uint8Array.from({ length: widthPx * heightPx }, (_, i) =>
    Math.floor(((i % widthPx) * names.length) / widthPx),
  );
  const plan = withFlat(sized.plan, {
    labelsSha: keepLabels(db, { width: widthPx, height: heightPx, labels }, now),
    settings: { colourCount: names.length, radiusMm: 0, minIslandMm2: 0 },
    colours: names.map((name, i) => ({
      ...{ id: name, name, areaShare: 1 / names.length, islandCount: 1 },
      wantedLabD50: [94 - (80 * i) / (names.length - 1), 2, 10] as const,
    })),
    barePaperId: names[0],
    handChanges: 0,
  });
  return stateAfter(db, id, savePlan(db, id, sized.now.plan, plan, 'flat', now));
}

/** The same print of bands in a file of its own for every test; its picture is made once. */
export function bandsAgain(
  names: readonly string[],
  sizeMm: { readonly widthMm: number; readonly heightMm: number },
  now: string,
): () => Promise<{ readonly db: Store; readonly id: string; readonly plan: PrintState['plan'] }> {
  const template = new StoreTemplate();
  return async () => {
    const empty = openStore(':memory:'),
      again = template.again(empty);
    if (again) return { db: again.db, id: again.printId, plan: expectOk(printState(again.db, again.printId)).plan };
    const { id, plan } = await printOfBands(empty, names, sizeMm, now);
    template.keep(empty, id);
    return { db: empty, id, plan };
  };
}
