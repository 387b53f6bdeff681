'use client';
import clsx from 'clsx';
import { useMemo } from 'react';
import { hexFromLabD50 } from '@/core/colour';
import { differenceOf, inkingsOf, inkOf, marksOf, planFromSketch, type Proposal } from '@/derived';
import type { Plan } from '@/model';
import { differenceInWords } from '@/words/differences';
import { capitalised } from '@/words/phrases';
import { runsWords } from '@/words/runs';
import { weaveWords } from '@/words/weave';
import { kit } from '@/ui/kit/styles';
import { TOKENS } from '@/ui/theme/tokens';
import { usePrintDesk } from '../../kit/printContext';
import type { Search } from '../useProposals';
import type { WeaveActs } from './useWeave';
import css from './Weave.module.css';

/** The plans the search has found, each a small weave of its own: one begins from it and goes on by hand. */
export function BeginFrom({ search, acts }: { search: Search; acts: WeaveActs }) {
  const { plan } = usePrintDesk('plan');
  const { found } = search;
  const rows = useMemo(
    () => found?.proposals.map((proposal) => ({ proposal, plan: planFromSketch(plan, proposal.sketch) })),
    [found, plan],
  );
  return (
    <section aria-label={weaveWords('begin.title')}>
      <h2>{weaveWords('begin.title')}</h2>
      <p className={clsx(kit.note, kit.around4)}>
        {rows?.length === 0 ? weaveWords('begin.closed') : weaveWords('begin.says')}
      </p>
      {found &&
        rows?.map((row) => (
          <BeginRow
            key={row.proposal.aims[0]}
            {...row}
            says={capitalised(differenceInWords(differenceOf(found.now, row.proposal.figures)))}
            onTake={() => acts.touch({ kind: 'sketch-taken', sketch: row.proposal.sketch })}
          />
        ))}
    </section>
  );
}

interface RowProps {
  readonly proposal: Proposal;
  readonly plan: Plan;
  readonly says: string;
  readonly onTake: () => void;
}

function BeginRow({ proposal, plan, says, onTake }: RowProps) {
  const name = proposal.aims.map((aim) => runsWords(`proposals.aim.${aim}`)).join(', ');
  return (
    <article className={css.mini} aria-label={name}>
      <MiniWeave plan={plan} name={name} />
      <div>
        <h3>{name}</h3>
        <p className={kit.note}>{proposal.asPlanned ? weaveWords('begin.asPlanned') : says}</p>
      </div>
      {!proposal.asPlanned && (
        <button type="button" className={kit.link} aria-label={weaveWords('begin.take', { name })} onClick={onTake}>
          {weaveWords('begin.take2')}
        </button>
      )}
    </article>
  );
}

const STEP = 11;

/** A plan's weave in small: threads of runs and colours, a point where a film is laid, a knot where it is seen. */
function MiniWeave({ plan, name }: { plan: Plan; name: string }) {
  const marks = useMemo(() => marksOf(plan), [plan]);
  const colours = plan.flat!.colours;
  const [width, height] = [plan.runs.length * STEP, colours.length * STEP];
  const middle = (i: number) => (i + 0.5) * STEP;
  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={weaveWords('begin.asWoven', { name, runs: plan.runs.length, colours: colours.length })}
    >
      {colours.map((colour, label) => (
        <line
          key={colour.id}
          {...{ x1: 0, x2: width, y1: middle(label), y2: middle(label) }}
          stroke={hexFromLabD50(colour.wantedLabD50)}
          strokeWidth={3}
        />
      ))}
      {plan.runs.map((run, r) => (
        <line
          key={run.id}
          {...{ x1: middle(r), x2: middle(r), y1: 0, y2: height }}
          stroke={hexFromLabD50(inkOf(plan, inkingsOf(run)[0]).solidLabD50)}
          strokeWidth={3}
        />
      ))}
      {marks.flatMap((column, r) =>
        column.map(({ kind }, label) =>
          kind === 'printed' || kind === 'covered' ? (
            <circle
              key={`${r}.${label}`}
              {...{ cx: middle(r), cy: middle(label), r: kind === 'printed' ? 4 : 2.5 }}
              fill={kind === 'printed' ? TOKENS.ink : TOKENS.sheet}
              stroke={TOKENS.ink}
            />
          ) : null,
        ),
      )}
    </svg>
  );
}
