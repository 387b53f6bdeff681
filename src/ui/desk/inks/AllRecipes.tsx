'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { useState } from 'react';
import type { Resolved } from '@/derived';
import { inWords } from '@/words/failures';
import { inksWords } from '@/words/inks';
import { kit } from '@/ui/kit/styles';
import { usePrintDesk } from '../../kit/printContext';
import { useLayersWorker } from '../../kit/useSheetWorker';
import { RecipeTable, recipesTaken } from './RecipeTable';

/** Recipes for all runs that are still to be printed, each over what the ones before it come to: found and taken in one act. */
export function AllRecipes() {
  const { plan, progress, cabinet, change, tell } = usePrintDesk('plan', 'progress', 'cabinet', 'change', 'tell');
  const layersWorker = useLayersWorker();
  const [taken, setTaken] = useState<Resolved>();
  const [share, setShare] = useState<number>();
  const open = plan.runs.length - progress.closedRuns;
  if (open === 0) return null;
  const take = async () => {
    if (!cabinet.inks) return;
    setShare(0);
    setTaken(undefined);
    const found = await layersWorker.ask(
      'resolve',
      { plan, got: progress.bench.coloursGot, cabinet: cabinet.inks, run: progress.closedRuns },
      setShare,
    );
    setShare(undefined);
    if (!found.ok) {
      if (found.code !== 'stopped') tell(inWords(found));
      return;
    }
    const edit = recipesTaken(plan, found.value);
    if (!edit) return tell(inksWords('all.noneFound'));
    const done = await change(edit);
    if (done.ok) setTaken(found.value);
  };
  return (
    <section className={kit.around10} aria-label={inksWords('all.title')}>
      <div className={clsx(kit.row, kit.gap12)}>
        <Button data-walk="recipes" disabled={!cabinet.inks || share !== undefined} onClick={() => void take()}>
          {inksWords('all.find', { runs: open })}
        </Button>
        {share !== undefined && (
          <span role="status">
            {inksWords('all.mixing', { progress: Math.round(100 * share) })}{' '}
            <button type="button" className={kit.link} onClick={() => layersWorker.stop()}>
              {inksWords('all.stop')}
            </button>
          </span>
        )}
        {taken && (
          <span className={kit.note} role="status">
            {inksWords('all.taken', { recipes: taken.changed.length })}
          </span>
        )}
      </div>
      {taken && <RecipeTable resolved={taken} />}
    </section>
  );
}
