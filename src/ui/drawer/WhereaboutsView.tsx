'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { useMemo, useState } from 'react';
import { moveOf, standingsOf } from '@/derived';
import { NothingToShow } from '@/ui/kit/NothingYet';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { MoveBar, type Moved } from '@/ui/kit/where/MoveBar';
import { WhereCounts } from '@/ui/kit/where/WhereCounts';
import { rowKey, WhereTable } from '@/ui/kit/where/WhereTable';
import { inWords } from '@/words/failures';
import { whereWords } from '@/words/where';

/** Whereabouts: where each finished print of this print is, and what is left to give. */
export function WhereaboutsView() {
  const { plan, progress, id, name, urls, log, tell } = usePrintDesk(
    'plan',
    'progress',
    'id',
    'name',
    'urls',
    'log',
    'tell',
  );
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const rows = useMemo(
    () => standingsOf(plan, progress).map((row) => ({ ...row, printId: id, print: name })),
    [plan, progress, id, name],
  );
  const picked = rows.filter((row) => chosen.has(rowKey(row)));
  const move = async (to: Moved) => {
    const answer = await log(...picked.map((row) => moveOf(row, to)));
    if (answer.ok) setChosen(new Set());
    else tell(inWords(answer));
    return answer.ok;
  };
  if (rows.length === 0) return <NothingToShow title={whereWords('empty.title')} says={whereWords('empty.says')} />;
  return (
    <div className={kit.work}>
      <div className={kit.stage}>
        <div className={clsx(kit.row, kit.between)}>
          <h1>{whereWords('title')}</h1>
          <Button href={urls.file('whereabouts.csv')}>{whereWords('csv')}</Button>
        </div>
        <WhereTable rows={rows} chosen={chosen} onChosen={setChosen} named={false} />
        <MoveBar count={picked.length} onMove={move} />
      </div>
      <aside className={kit.side}>
        <WhereCounts rows={rows} named={false} />
        <p className={kit.note}>{whereWords('shares')}</p>
      </aside>
    </div>
  );
}
