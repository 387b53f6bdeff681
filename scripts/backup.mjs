/**
 * `npm run backup [target]`: copies the workshop's file, also while the server runs, and reads the copy back. The target is a file that does
 * not exist yet, by default beside the workshop's with the moment in its name.
 */
import { existsSync } from 'node:fs';
import { keepingRoom, workshopFile } from './workshop.mjs';

const file = workshopFile();
const target =
  process.argv[2] ?? file.replace(/(\.sqlite)?$/, `-${new Date().toISOString().slice(0, 19).replace(/:/g, '')}.sqlite`);

const { copyTo, keepingWords, problemOf } = await keepingRoom();
function stop(message) {
  console.error(message);
  process.exit(1);
}
if (!existsSync(file)) stop(keepingWords('terminal.noFile', { file }));
if (existsSync(target)) stop(keepingWords('terminal.taken', { target }));
try {
  await copyTo(file, target);
  console.log(keepingWords('terminal.copied', { file, target }));
} catch (error) {
  stop(problemOf(error, target)?.message ?? error.message);
}
