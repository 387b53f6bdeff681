'use client';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Dialog from '@mui/material/Dialog';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useState } from 'react';
import { changesOfWay } from '@/derived';
import type { WayOfWorking } from '@/model';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { WayChanges } from '@/ui/kit/working/WaySets';
import { WaysOfWorking } from '@/ui/kit/working/WaysOfWorking';
import { workingWords } from '@/words/working';

/** Another way of working for a print that is there: what it changes is shown before it is taken. */
export function WorkingDialog({ onClose }: { onClose: () => void }) {
  const { plan, progress, unit, change } = usePrintDesk('plan', 'progress', 'unit', 'change');
  const open = progress.cutsDone === 0 && progress.closedRuns === 0 && !progress.bench.started;
  const [chosen, setChosen] = useState<WayOfWorking | null>(plan.way.chosen),
    [lay, setLay] = useState(open);
  const asked = open && lay && chosen !== null,
    same = chosen === plan.way.chosen && changesOfWay(plan, chosen, asked).length === 0;
  const take = async () => {
    await change({ kind: 'way-chosen', chosen, lay: asked });
    onClose();
  };
  return (
    <Dialog open fullScreen onClose={onClose} aria-labelledby="how-you-work">
      <div className={kit.wholeWindow}>
        <header className={kit.wholeHead}>
          <h1 id="how-you-work">{workingWords('changeTitle')}</h1>
          <Button onClick={onClose}>{workingWords('leave')}</Button>
          <Button variant="contained" color="primary" disabled={same} onClick={() => void take()}>
            {workingWords('change')}
          </Button>
        </header>
        <WaysOfWorking chosen={chosen} onChoose={setChosen} beside={workingWords('changes')}>
          <h2>{workingWords('changes')}</h2>
          {open ? (
            <>
              <FormControlLabel
                control={<Checkbox size="small" checked={lay} onChange={(e) => setLay(e.target.checked)} />}
                label={workingWords('lay')}
              />
              <p className={kit.note}>{workingWords('laySays')}</p>
            </>
          ) : (
            <p className={kit.note}>{workingWords('layClosed')}</p>
          )}
          <WayChanges plan={plan} chosen={chosen} lay={asked} unit={unit} />
        </WaysOfWorking>
      </div>
    </Dialog>
  );
}
