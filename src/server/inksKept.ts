import { keptInks, printsInPalette, type InksOfPrint, type KeptInk } from '@/derived';
import { failure, success, type Outcome } from '@/core/units';
import { recipesCsv, writeCgats, writePalette } from '@/formats';
import type { ItemOf } from '@/model';
import { workshopItems, type Store } from '@/store';
import { fileWords } from '@/words/files';
import { cabinet } from './cabinet';
import { csvOut, fileStem, textOut, type FileOut } from './fileOut';
import { livingStandings } from './livingStandings';
import { potsOfWorkshop } from './pots';

/** Each print's inks, and whether its card shows a picture: how many runs it has, and what its pictures are told apart by. */
export interface InksKept {
  readonly inks: readonly (KeptInk & { readonly runCount: number; readonly as: string })[];
  readonly palettes: readonly { readonly palette: ItemOf<'palette'>; readonly prints: readonly string[] }[];
}

/** The inks of all prints of the workshop, and the palettes that series share. */
export function inksKept(db: Store, now: string): InksKept {
  const living = [...livingStandings(db)];
  const prints = living.map(({ row, plan, progress }): InksOfPrint => ({
    ...{ printId: row.id, printName: row.name, plan, pots: progress.bench.pots },
  }));
  const pictures = new Map(
    living.map(({ row, plan }) => [row.id, { runCount: plan.flat ? plan.runs.length : 0, as: row.saved_at }]),
  );
  return {
    inks: keptInks(prints, cabinet(db, now), potsOfWorkshop(db)).map((ink) => ({
      ...ink,
      ...pictures.get(ink.printId)!,
    })),
    palettes: palettesOf(db).map((palette) => ({ palette, prints: printsInPalette(palette, prints) })),
  };
}

const palettesOf = (db: Store) => workshopItems(db).flatMap(({ item }) => (item.kind === 'palette' ? [item] : []));

/** All inks kept, or those of one palette, as recipes.csv, .gpl or .cgats.txt. */
export function inksKeptFile(
  db: Store,
  form: 'csv' | 'gpl' | 'cgats.txt',
  paletteId: string | undefined,
  now: string,
): Outcome<FileOut> {
  if (paletteId === undefined) {
    const { inks } = inksKept(db, now);
    if (form === 'csv') return success(csvOut(recipesCsv(inks), fileWords('recipes.csv')));
    const colours = inks.map(({ name, printName, labD50 }) => ({
      ...{ name: fileWords('recipes.inkOf', { ink: name, print: printName }), labD50, spectrum: null },
    }));
    return coloursOut(fileWords('recipes.title'), fileWords('recipes.stem'), form, colours);
  }
  const palette = palettesOf(db).find(({ id }) => id === paletteId);
  if (!palette || form === 'csv') return failure('palette.isNotThere');
  const colours = palette.inks.map(({ name, solidLabD50 }) => ({ name, labD50: solidLabD50, spectrum: null }));
  return coloursOut(palette.name, fileStem(palette.name), form, colours);
}

function coloursOut(
  title: string,
  stem: string,
  form: 'gpl' | 'cgats.txt',
  colours: Parameters<typeof writeCgats>[1],
): Outcome<FileOut> {
  const text = form === 'gpl' ? writePalette(title, colours) : writeCgats(title, colours);
  return success(textOut(text, 'text/plain; charset=utf-8', `${stem}.${form}`));
}
