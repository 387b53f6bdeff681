/**
 * Reads the messages of all catalogues once and writes them as programs take them: `npm run words`. The language that is written first goes
 * room by room into what needs it; any other is one file, fetched by whoever speaks it.
 */
import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join, parse } from 'node:path';
import { LANGUAGES, type Language } from '../src/words/language';
import type { Compiled, Messages } from '../src/words/translator';
import { compiledRoom } from './compiledRoom';

const MADE = 'src/words/made';
const [FIRST, ...OTHERS] = LANGUAGES;

/**
 * The rooms of a language, by their names, as they are written: the first as programs, whose types hold every call to its keys and values;
 * a translation as plain data, held to the first by a test.
 */
export async function roomsOf(language: Language): Promise<Map<string, Messages>> {
  const source = join('src/words', language);
  const read = readdirSync(source).map(async (file) => {
    const name = parse(file).name;
    if (language !== FIRST) return [name, JSON.parse(readFileSync(join(source, file), 'utf8')) as Messages] as const;
    const room = (await import(`../src/words/${language}/${name}`)) as Record<string, Messages>;
    return [name, room[name]] as const;
  });
  return new Map(await Promise.all(read));
}

export async function catalogueOf(language: Language): Promise<Record<string, Compiled>> {
  return Object.fromEntries([...(await roomsOf(language))].map(([name, room]) => [name, compiledRoom(room)]));
}

export async function writeWords(): Promise<void> {
  rmSync(MADE, { recursive: true, force: true });
  mkdirSync(join(MADE, FIRST), { recursive: true });
  for (const [name, room] of Object.entries(await catalogueOf(FIRST)))
    writeFileSync(join(MADE, FIRST, `${name}.json`), `${JSON.stringify(room)}\n`);
  for (const language of OTHERS)
    writeFileSync(join(MADE, `${language}.json`), `${JSON.stringify(await catalogueOf(language))}\n`);
}
if (process.argv[1]?.endsWith('words.ts')) void writeWords();
