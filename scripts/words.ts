/** Reads the messages of all catalogues once and writes them as programs take them: `npm run words`. */
import { mkdirSync, readdirSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { compiledRoom } from './compiledRoom';
import type { Messages } from '../src/words/translator';

const SOURCE = 'src/words/en',
  MADE = 'src/words/made/en';

async function write(): Promise<void> {
  mkdirSync(MADE, { recursive: true });
  for (const file of readdirSync(SOURCE)) {
    const name = basename(file, '.ts');
    const room = ((await import(join(process.cwd(), SOURCE, file))) as Record<string, Messages>)[name];
    writeFileSync(join(MADE, `${name}.json`), `${JSON.stringify(compiledRoom(room))}\n`);
  }
}
void write();
