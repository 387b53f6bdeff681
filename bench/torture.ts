/**
 * `npm run torture [hostile|kills|troubles] [n]`: what must not harm the workshop, on workshops of its own. All of it takes about half an hour;
 * what was seen goes into docs/reliability.md. Ends with 1 when anything was lost, counted twice, broken or answered wrongly.
 */
import { writeReliability } from './report';
import { hostileTorture } from './torture/hostile';
import { killTorture } from './torture/kills';
import { troubles } from './torture/troubles';

const PULLS = 10_000,
  KILLS = 180,
  STARTS = 10;
const [only, count] = process.argv.slice(2);
const wanted = (part: string) => only === undefined || only === part;

async function torture(): Promise<boolean> {
  let good = true;
  if (wanted('troubles')) {
    const found = await troubles();
    good &&= found.every(({ ok }) => ok);
    writeReliability(
      'Trouble of the machine',
      found.map(({ says, ok }) => `- ${ok ? '' : 'WRONG: '}${says}`).join('\n'),
    );
  }
  if (wanted('kills')) {
    const kills = Number(count ?? KILLS);
    const told = await killTorture(Math.ceil((PULLS * kills) / KILLS), kills, Math.ceil((STARTS * kills) / KILLS));
    for (const line of [...told.lost, ...told.twice, ...told.broken]) console.log(line);
    good &&= told.lost.length + told.twice.length + told.broken.length === 0;
    writeReliability(
      'Killed at random moments',
      `${told.pulls} acknowledged pulls with ${told.edits} edits of a plan, ${told.pictures} pictures, ${told.bundles} bundles and ${told.archives} archives brought in and copies made beside them, the server killed (SIGKILL) ${told.kills} times
under all of that, and ${told.atStart} times while it began on a file of an older form. ${told.sentAgain} pulls had no answer and were sent again under their ids.
**${told.lost.length} acknowledged acts lost, ${told.twice.length} counted twice, ${told.broken.length} files broken.**`,
    );
  }
  if (wanted('hostile')) good = (await hostileTorture(Number(count ?? 1500))) && good;
  return good;
}
void torture().then((good) => {
  process.exitCode = good ? 0 : 1;
});
