import { createHash } from 'node:crypto';
import sharp from 'sharp';
import { wordForColour } from '@/core/colour';
import { flattenPicture, measureFlatColours, type FlattenSettings } from '@/core/picture';
import type { Outcome } from '@/core/units';
import { guessBarePaper, pigmentsOf, resolveFrom } from '@/derived';
import type { FlatColour, ItemKind, PrintState } from '@/model';
import {
  bringInPicture,
  cabinet,
  createPrint,
  editPrint,
  keepLabels,
  placeAgain,
  printState,
  workshop,
} from '@/server';
import { getBlob, type Store } from '@/store';
import { toldByServer } from '@/words/refusals';

export const MINUTE = 60_000,
  DAY = 24 * 60 * MINUTE;

/** The same name has the same id at every making, so that what is drawn from it by chance is the same too. */
function idOf(name: string): string {
  const hex = createHash('sha256').update(name).digest('hex');
  return [hex.slice(0, 8), hex.slice(8, 12), `4${hex.slice(13, 16)}`, `8${hex.slice(17, 20)}`, hex.slice(20, 32)].join(
    '-',
  );
}

export async function bringIn(
  db: Store,
  name: string,
  bytes: Buffer,
  fileName: string,
  [widthMm, heightMm]: [number, number],
  now: string,
): Promise<string> {
  const id = expectOk(createPrint(db, name, now, undefined, idOf(name)));
  expectOk(await patiently(() => bringInPicture(db, id, bytes, fileName, now)));
  const state = expectOk(printState(db, id));
  const { widthMm: w, heightMm: h } = state.plan.picture!;
  if (Math.abs(w - widthMm) > 0.4 || Math.abs(h - heightMm) > 0.4)
    expectOk(
      await patiently(() =>
        placeAgain(
          db,
          id,
          { turnDeg: 0, mirrored: false, crop: { x: 0, y: 0, width: 1, height: 1 }, widthMm, heightMm },
          now,
        ),
      ),
    );
  return id;
}

const TRIES = 4;

/** A picture given up because the machine was busy with other work is no odd picture here: it is tried again. */
async function patiently<T>(work: () => Promise<Outcome<T>>): Promise<Outcome<T>> {
  for (let tried = 1; ; tried++) {
    const outcome = await work();
    if (outcome.ok || outcome.code !== 'picture-slow' || tried === TRIES) return outcome;
  }
}

/** Recipes for all runs from the workshop's cabinet. */
export function mixAll(db: Store, id: string, now: string): void {
  const { plan } = expectOk(printState(db, id));
  const inks = cabinet(db, now);
  const mixed = resolveFrom(plan, [], 0, inks, pigmentsOf(inks));
  const taken = mixed.plan.inks.map(({ id: inkId, film, solidLabD50, recipe }) => ({
    id: inkId,
    film,
    solidLabD50,
    recipe,
  }));
  expectOk(editPrint(db, id, { kind: 'inks-mixed', inks: taken }, now));
}

/** The same path as the interface: raster, flat colours, their figures, the plan that follows. */
export async function flattenInto(db: Store, id: string, settings: FlattenSettings, now: string): Promise<PrintState> {
  const state = expectOk(printState(db, id));
  const { raster } = state.plan.picture!;
  const { data } = await sharp(getBlob(db, raster.sha)!.bytes)
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const rgba = new Uint8ClampedArray(data.buffer, data.byteOffset, data.length);
  const flat = expectOk(
    flattenPicture({ width: raster.widthPx, height: raster.heightPx, rgba }, raster.mmPerPx, settings),
  );
  const figures = measureFlatColours(flat, flat.coloursLabD50.length, raster.mmPerPx)!;
  const names: string[] = [];
  const colours = flat.coloursLabD50.map((wantedLabD50, label): FlatColour => {
    names.push(wordForColour(wantedLabD50, names));
    const { areaShare, islandCount, thinnestMm } = figures[label];
    return {
      id: `c${label + 1}`,
      name: names[label],
      wantedLabD50,
      areaShare,
      islandCount,
      ...(thinnestMm === undefined ? {} : { thinnestMm: Math.round(thinnestMm * 100) / 100 }),
    };
  });
  const barePaperId = guessBarePaper(colours, state.plan.paper.labD50);
  const made = { labelsSha: keepLabels(db, flat, now), settings, colours, barePaperId, handChanges: 0 };
  expectOk(editPrint(db, id, { kind: 'shapes-changed', flat: made, how: 'flattened' }, now));
  return expectOk(printState(db, id));
}

/** What the sample prints are made with, by name: all of it says what the plan says already. */
const MADE_WITH: Readonly<Partial<Record<ItemKind, readonly string[]>>> = {
  paper: ['warm white'],
  roller: ['the hard one'],
  'rubbing tool': ['broad disc', 'wooden spoon'],
  hand: ['B'],
  rack: ['by the window'],
  room: ['the shop'],
};

/** Takes up what the workshop has; the first gate is passed, so it is kept as it is now. */
export function madeWith(db: Store, id: string, now: string): void {
  const there = workshop(db, now).map(({ item }) => item);
  for (const [of, names] of Object.entries(MADE_WITH) as [ItemKind, readonly string[]][]) {
    const items = there.filter((item) => item.kind === of && names.includes(item.name));
    expectOk(editPrint(db, id, { kind: 'workshop-used', of, items }, now));
  }
}

export function expectOk<T>(outcome: Outcome<T>): T {
  if (!outcome.ok) throw new Error(toldByServer(outcome));
  return outcome.value;
}
