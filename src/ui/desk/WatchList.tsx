'use client';
import Button from '@mui/material/Button';
import { usePrintDesk } from '../kit/printContext';
import { openWarnings, wordsForWarning } from './watchWords';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import { runsWords } from '@/words/runs';

/** All that may go wrong with the films, with what helps. */
export function WatchList() {
  const { looks, unit, selectRun, change, progress } = usePrintDesk('looks', 'unit', 'selectRun', 'change', 'progress');
  const warnings = openWarnings(looks?.warnings ?? [], progress.closedRuns);
  if (warnings.length === 0)
    return (
      <section>
        <p className={clsx(kit.say, kit.good)}>{runsWords('watchList.nothingToWatchLight')}</p>
      </section>
    );
  return (
    <section>
      <ul className={kit.watch}>
        {warnings.map((warning, i) => {
          const { run, sentence } = wordsForWarning(warning, unit);
          return (
            <li key={i}>
              <p>{sentence}</p>
              {run !== undefined && (
                <button type="button" className={clsx(kit.link, kit.quiet)} onClick={() => selectRun(run + 1)}>
                  {runsWords('watchList.showRun', { run: run + 1 })}
                </button>
              )}
            </li>
          );
        })}
      </ul>
      {warnings.some((w) => w.kind === 'tack rises') && (
        <Button fullWidth onClick={() => void change({ kind: 'tack-ladder-set' })}>
          {runsWords('watchList.setTheTackLadder')}
        </Button>
      )}
    </section>
  );
}
