import { fileWords } from '@/words/files';
import { randomUUID } from 'node:crypto';
import { STARTER_CABINET } from '@/core/inks';
import { failure, success, type Outcome } from '@/core/units';
import { cabinetCsv, readCabinetCsv, readCgats, readPalette, writeCgats, writePalette } from '@/formats';
import { checkCabinetInk, emptyPlan, type CabinetInk, type NamedReading, type Reading, type StoredInk } from '@/model';
import { freeName } from '@/derived';
import { cabinetInk, cabinetInks, cabinetWasFilled, insertInk, markInkDeleted, updateInk, type Store } from '@/store';
import type { FileOut } from './fileOut';

export const MAX_CABINET_FILE_BYTES = 4 * 1024 * 1024;
const MAX_INKS = 500;
/** Longest name of an ink. */
const NAME_LENGTH = 60;
/** A starter ink has this much in its tube or tin. */
const STARTER_STOCK_G = 150;

/** The workshop's inks; a cabinet never filled before gets the starter inks. */
export function cabinet(db: Store, now: string): StoredInk[] {
  if (!cabinetWasFilled(db)) {
    db.transaction(() => {
      if (!cabinetWasFilled(db)) for (const ink of starterInks()) insertInk(db, randomUUID(), ink, now);
    }).immediate();
  }
  return cabinetInks(db);
}

function starterInks(): Omit<CabinetInk, 'id'>[] {
  const paperLabD50 = emptyPlan().paper.labD50;
  return STARTER_CABINET.map(({ name, role, labD50, contrastRatio, lightFast }) => ({
    name,
    role,
    mediumId: 'oil relief',
    colour: { labD50, spectrum: null },
    paperLabD50,
    opacity: contrastRatio,
    strength: 1,
    stockG: STARTER_STOCK_G,
    lightFast: fileWords('cabinet.startValueSeeThe', { lightFast }),
    drawdowns: [],
    version: 3,
  }));
}

export function addInk(db: Store, value: unknown, now: string): Outcome<StoredInk> {
  const ink = checkCabinetInk(value);
  if (!ink.ok) return ink;
  return db
    .transaction((): Outcome<StoredInk> => {
      const there = cabinet(db, now);
      if (there.length >= MAX_INKS) return failure('cabinet-full.theCabinetHoldsInks', { maxInks: MAX_INKS });
      const id = randomUUID();
      insertInk(
        db,
        id,
        {
          ...ink.value,
          name: freeName(
            ink.value.name,
            there.map((i) => i.name),
            NAME_LENGTH,
          ),
        },
        now,
      );
      return success(cabinetInk(db, id)!);
    })
    .immediate();
}

/** Saves an ink on top of the revision it was changed from. */
export function saveInk(db: Store, id: string, baseRevision: number, value: unknown, now: string): Outcome<StoredInk> {
  const ink = checkCabinetInk(value);
  if (!ink.ok) return ink;
  return db
    .transaction((): Outcome<StoredInk> => {
      if (!cabinetInk(db, id)) return failure('ink-missing.thisInkIsNot');
      if (cabinetInks(db).some((other) => other.id !== id && other.name === ink.value.name))
        return failure('ink-name.thereIsAnotherInk', { ink: ink.value.name });
      if (!updateInk(db, id, baseRevision, ink.value, now)) return failure('stale.thisInkWasChanged');
      return success(cabinetInk(db, id)!);
    })
    .immediate();
}

export function removeInk(db: Store, id: string, now: string): Outcome<undefined> {
  return cabinetInk(db, id) && markInkDeleted(db, id, now, now)
    ? success(undefined)
    : failure('ink-missing.thisInkIsNot');
}

export function putInkBack(db: Store, id: string, now: string): Outcome<StoredInk> {
  return markInkDeleted(db, id, null, now) ? success(cabinetInk(db, id)!) : failure('ink-missing.thereIsNoSuch');
}

/** Takes inks in from a table (CSV), a palette (GPL) or measurements (CGATS); all or none. */
export function importInks(
  db: Store,
  bytes: Uint8Array,
  fileName: string,
  now: string,
): Outcome<{ readonly added: number }> {
  const read = inksOfFile(bytes, fileName);
  if (!read.ok) return read;
  return db
    .transaction((): Outcome<{ added: number }> => {
      const names = cabinet(db, now).map((ink) => ink.name);
      if (names.length + read.value.length > MAX_INKS)
        return failure('cabinet-full.inksCameInAnd', {
          read: read.value.length,
          names: names.length,
          maxInks: MAX_INKS,
        });
      for (const ink of read.value) {
        const name = freeName(ink.name, names, NAME_LENGTH);
        names.push(name);
        insertInk(db, randomUUID(), { ...ink, name }, now);
      }
      return success({ added: read.value.length });
    })
    .immediate();
}

function inksOfFile(bytes: Uint8Array, fileName: string): Outcome<Omit<CabinetInk, 'id'>[]> {
  const text = textOf(bytes);
  if (text === undefined) return failure('cabinet-file', { fileName });
  const paperLabD50 = emptyPlan().paper.labD50;
  const swatch = (name: string, colour: Reading): unknown => ({
    name,
    mediumId: 'oil relief',
    role: 'pigment',
    colour,
    paperLabD50,
    opacity: 'half',
    strength: 1,
    stockG: 0,
    lightFast: '',
    drawdowns: [],
    version: 3,
  });
  if (/^\s*GIMP Palette/.test(text)) {
    const palette = readPalette(text);
    return palette.ok
      ? checkedAll(palette.value.map(({ name, labD50 }) => swatch(name, { labD50, spectrum: null })))
      : palette;
  }
  if (/BEGIN_DATA_FORMAT/.test(text)) {
    const samples = readCgats(text);
    return samples.ok
      ? checkedAll(samples.value.map(({ name, labD50, spectrum }) => swatch(name, { labD50, spectrum })))
      : samples;
  }
  return readCabinetCsv(text, paperLabD50);
}

function checkedAll(values: readonly unknown[]): Outcome<Omit<CabinetInk, 'id'>[]> {
  const inks: Omit<CabinetInk, 'id'>[] = [];
  for (const [i, value] of values.entries()) {
    const ink = checkCabinetInk(value);
    if (!ink.ok) return failure('colour-refused', { colour: i + 1, why: ink });
    inks.push(ink.value);
  }
  return success(inks);
}

/** UTF-8 text, or undefined for bytes that are not. */
function textOf(bytes: Uint8Array): string | undefined {
  try {
    const text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    return text.includes('\u0000') ? undefined : text;
  } catch {
    return undefined;
  }
}

/** Samples of a measurement file, to be taken as readings. */
export function readingsOfFile(bytes: Uint8Array, fileName: string): Outcome<NamedReading[]> {
  const text = textOf(bytes);
  return text === undefined ? failure('cgats.isNotAText', { fileName }) : readCgats(text);
}

/** The cabinet as a file: inks.csv, inks.gpl or inks.cgats.txt. */
export function cabinetFile(db: Store, fileName: string, now: string): Outcome<FileOut> {
  const inks = cabinet(db, now);
  const file = (text: string, mediaType: string): Outcome<FileOut> =>
    success({ bytes: new TextEncoder().encode(text), mediaType, fileName });
  const colours = inks.map(({ name, colour }) => ({ name, ...colour }));
  if (fileName === 'inks.csv') return file(`\uFEFF${cabinetCsv(inks)}`, 'text/csv; charset=utf-8');
  if (fileName === 'inks.gpl')
    return file(writePalette(fileWords('cabinet.inkCabinet'), colours), 'text/plain; charset=utf-8');
  if (fileName === 'inks.cgats.txt')
    return file(
      writeCgats(fileWords('cabinet.inkCabinet'), [...colours, ...inks.flatMap(drawdownSamples)]),
      'text/plain; charset=utf-8',
    );
  return failure('ink-missing.thereIsNoFile', { fileName });
}

function drawdownSamples(ink: CabinetInk): NamedReading[] {
  return ink.drawdowns.flatMap((card, i) => [
    { name: fileWords('cabinet.drawdownOverPaper', { ink: ink.name, number: i + 1 }), ...card.overPaper },
    ...(card.overBlack
      ? [{ name: fileWords('cabinet.drawdownOverBlack', { ink: ink.name, number: i + 1 }), ...card.overBlack }]
      : []),
    ...(card.thinOverPaper
      ? [{ name: fileWords('cabinet.drawdownThinOverPaper', { ink: ink.name, number: i + 1 }), ...card.thinOverPaper }]
      : []),
  ]);
}
