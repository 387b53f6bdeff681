import { existsSync, renameSync, rmSync } from 'node:fs';
import { openStore } from '@/store';
import { seedWorkshop } from './workshop';

/** `npm run demo` calls this: makes the sample workshop's file if it is absent. */
async function main(): Promise<void> {
  const file = process.env.ULEXITE_DATA ?? 'data/demo.sqlite';
  if (existsSync(file)) {
    console.log(`The sample workshop is there already: ${file}`);
    return;
  }
  console.log(`Making the sample workshop of Tolvane in ${file} …`);
  const draft = `${file}.making`;
  for (const end of ['', '-wal', '-shm']) rmSync(draft + end, { force: true });
  const db = openStore(draft);
  await seedWorkshop(db, Date.now());
  db.close();
  renameSync(draft, file);
  console.log('Five prints are on its shelf.');
}

void main();
