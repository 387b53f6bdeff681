/**
 * `npm run restore [copy]`: without a name, lists the copies of the workshop's file; with one (or `newest`), puts it in the place of the file,
 * which is set aside and kept. Only while no server holds the file.
 */
import { keepingRoom, lockWorkshop, refuse, workshopFile } from './workshop.mjs';

const { copiesFolder, copiesIn, keepingWords, problemOf, putInPlace } = await keepingRoom();
const file = workshopFile(),
  folder = copiesFolder(file),
  copies = copiesIn(folder);
const [name] = process.argv.slice(2);
const moment = (at) => at.slice(0, 16).replace('T', ' ');

if (copies.length === 0) {
  console.error(keepingWords('terminal.noCopies', { folder }));
  process.exit(1);
}
if (name === undefined) {
  console.log(keepingWords('terminal.copies', { folder }));
  for (const copy of copies) console.log(`  ${copy.name}  ${keepingWords('copies.counts', copy.counts)}`);
  console.log(keepingWords('terminal.choose', { name: copies[0].name }));
  process.exit(0);
}
const copy = name === 'newest' ? copies[0] : copies.find((one) => one.name === name);
await lockWorkshop();
try {
  if (!copy) throw Object.assign(new Error(), { name: 'none' });
  const aside = await putInPlace(copy, file, new Date());
  const at = moment(copy.at);
  console.log(
    aside ? keepingWords('terminal.put', { at, file, aside }) : keepingWords('terminal.putNew', { at, file }),
  );
  process.exit(0);
} catch (error) {
  refuse(
    error.name === 'none'
      ? new Error(keepingWords('terminal.noCopies', { folder }))
      : (problemOf(error, file) ?? error),
  );
}
