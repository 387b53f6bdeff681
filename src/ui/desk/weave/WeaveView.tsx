'use client';
import clsx from 'clsx';
import { useCallback, useState, type ReactNode } from 'react';
import type { Failure } from '@/model';
import { hindranceInWords } from '@/words/hindrances';
import { weaveWords } from '@/words/weave';
import { kit } from '@/ui/kit/styles';
import { usePrintDesk } from '../../kit/printContext';
import { useMeetings } from '../useMeetings';
import type { Search } from '../useProposals';
import { Decisions } from '../Decisions';
import { BeginFrom } from './BeginFrom';
import { PricePanel, StandsInTheWay } from './PricePanel';
import { RestPanel } from './RestPanel';
import { freshName, useWeave } from './useWeave';
import { WeaveActsPanel } from './WeaveActsPanel';
import { HEAD, Legend, WeaveGrid, type Spot } from './WeaveGrid';
import css from './Weave.module.css';

/** Who prints what: the weave, what can be done where one stands in it, and what every touch costs. */
export function WeaveView({ search, toggle }: { search: Search; toggle: ReactNode }) {
  const { plan, tell, selectRun, selectedRun } = usePrintDesk('plan', 'tell', 'selectRun', 'selectedRun');
  const meetings = useMeetings();
  const [label, setLabel] = useState(HEAD);
  const refused = useCallback((why: Failure) => tell(hindranceInWords(why)), [tell]);
  const acts = useWeave(refused);
  const spot: Spot = {
    run: Math.max(0, Math.min(plan.runs.length, selectedRun) - 1),
    label: Math.min(label, plan.flat!.colours.length - 1),
  };
  return (
    <div className={clsx(kit.work, kit.wideSide)}>
      <div className={clsx(kit.stage, css.woven)}>
        {toggle}
        <h1 className={kit.visuallyHidden}>{weaveWords('weave.whoPrintsWhat')}</h1>
        <WeaveGrid
          acts={acts}
          spot={spot}
          onSpot={({ run, label: at }) => {
            selectRun(run + 1);
            setLabel(at);
          }}
          onJoin={(run) =>
            acts.touch({
              kind: 'runs-joined',
              runId: plan.runs[run].id,
              withRunId: plan.runs[run + 1].id,
              inks: 'both',
            })
          }
          onAgain={(run) => acts.touch({ kind: 'run-repeated', runId: plan.runs[run].id, as: `run-${freshName()}` })}
        />
        <Legend />
        <div className={css.below}>
          <div className={clsx(kit.stack, kit.gap18)}>
            <StandsInTheWay meetings={meetings} acts={acts} />
            <RestPanel meetings={meetings} acts={acts} />
            <Decisions />
          </div>
          <BeginFrom search={search} acts={acts} />
        </div>
      </div>
      <aside className={kit.side}>
        <PricePanel meetings={meetings} />
        <WeaveActsPanel acts={acts} spot={spot} />
      </aside>
    </div>
  );
}
