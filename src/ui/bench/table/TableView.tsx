'use client';
import { perLanguage } from '@/words/language';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import clsx from 'clsx';
import { useState } from 'react';
import { Leaves } from '@/ui/kit/Leaves';
import { NothingYet } from '@/ui/kit/NothingYet';
import { kit } from '@/ui/kit/styles';
import { tableWords } from '@/words/table';
import { BenchTabs } from '../BenchTabs';
import benchCss from '../bench.module.css';
import { BeginClass } from './BeginClass';
import { Lines } from './Lines';
import { Mine } from './Mine';
import { Shared } from './Shared';
import { SideBySide } from './SideBySide';
import { Tally } from './Tally';
import { useClass, type ClassView } from './useClass';
import css from './table.module.css';

const leavesSaid = perLanguage(
  () =>
    [
      ['now', tableWords('tabs.now')],
      ['side', tableWords('tabs.side')],
    ] as const,
);
type Leaf = ReturnType<typeof leavesSaid>[number][0];

/** A class at one block: one plan for all, the lines at block, press and rack, and what each place has printed. */
export function TableView() {
  const view = useClass();
  const [leaf, setLeaf] = useState<Leaf>();
  const { now, shown, run, may } = view;
  // after the end what everybody did is looked at
  const open = leaf ?? (now || !shown ? 'now' : 'side');
  return (
    <div className={benchCss.columns}>
      <div className={benchCss.act}>
        <BenchTabs view="table" />
      </div>
      <div className={benchCss.before}>{run && <Shared view={view} run={run} />}</div>
      <div className={benchCss.now}>
        {shown && <Leaves label={tableWords('tabs.label')} leaves={leavesSaid()} leaf={open} onLeaf={setLeaf} />}
        {open === 'side' && shown ? <SideBySide view={view} /> : <Now view={view} />}
      </div>
      <div className={benchCss.after}>
        {shown && <Tally view={view} />}
        {now && may && <EndClass onEnd={() => void view.end()} />}
      </div>
    </div>
  );
}

function Now({ view }: { readonly view: ClassView }) {
  const { now, run, may } = view;
  if (!run) return <NothingYet title={tableWords('title')} says={tableWords('noRuns')} />;
  if (!now)
    return (
      <NothingYet title={tableWords('title')} says={tableWords(may ? 'none' : 'noneLooking')}>
        {may && <BeginClass view={view} />}
      </NothingYet>
    );
  return (
    <div className={clsx(css.nowRoom, kit.above12)}>
      <Lines view={view} now={now} />
      {may && <Mine view={view} now={now} run={run} />}
    </div>
  );
}

function EndClass({ onEnd }: { readonly onEnd: () => void }) {
  const [asking, setAsking] = useState(false);
  return (
    <p className={kit.above18}>
      <Button onClick={() => setAsking(true)}>{tableWords('end')}</Button>
      <Dialog open={asking} onClose={() => setAsking(false)} maxWidth="xs" fullWidth>
        <DialogTitle>{tableWords('endAsk')}</DialogTitle>
        <DialogContent>{tableWords('endSays')}</DialogContent>
        <DialogActions>
          <Button onClick={() => setAsking(false)}>{tableWords('goOn')}</Button>
          <Button
            variant="contained"
            color="error"
            onClick={() => {
              setAsking(false);
              onEnd();
            }}
          >
            {tableWords('end')}
          </Button>
        </DialogActions>
      </Dialog>
    </p>
  );
}
