import { copyFileSync, existsSync, mkdirSync, renameSync } from 'node:fs';
import { join } from 'node:path';
import { openStore } from '@/store';
import { seedWorkshop } from '../demo/workshop';

/** When the sample workshop of the tests was made. */
export const SAMPLE_NOW = Date.parse('2026-11-20T15:00:00.000Z');

const FOLDER = 'test-results',
  LOOK_AGAIN_MS = 250;

/**
 * The sample workshop as a file of its own. It takes half a minute to make: the first lane of a run that asks for it makes it, the other one waits
 * and has a copy. The folder is emptied when a run begins.
 */
export async function sampleWorkshopAt(file: string): Promise<void> {
  const made = join(FOLDER, `sample-${process.ppid}.sqlite`),
    making = `${made}.making`;
  mkdirSync(FOLDER, { recursive: true });
  if (begins(`${making}.lane`)) {
    const db = openStore(making);
    await seedWorkshop(db, SAMPLE_NOW);
    db.close();
    renameSync(making, made);
  }
  while (!existsSync(made))
    await new Promise((again) => {
      setTimeout(again, LOOK_AGAIN_MS);
    });
  copyFileSync(made, file);
}

/** Whether this lane is the first to make it. */
function begins(folder: string): boolean {
  try {
    mkdirSync(folder);
    return true;
  } catch {
    return false;
  }
}
