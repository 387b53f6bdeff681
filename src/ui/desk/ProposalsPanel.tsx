'use client';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import dynamic from 'next/dynamic';
import { fetched } from '@/ui/kit/fetched';
import { memo, useMemo, useState } from 'react';
import type { PlanSketch } from '@/core/layers';
import { MAX_FILMS_RANGE, ORDER_RULES, ROLLER_CLEARANCE_MM, type Plan, type EditOf } from '@/model';
import { fillsAfter, differenceOf, type PlanFigures, type Proposal, type Proposals } from '@/derived';
import { CountField, LengthField } from '../kit/fields';
import { usePrintDesk } from '../kit/printContext';
import { Thumb } from '../kit/Thumb';
import type { Search } from './useProposals';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './ProposalsPanel.module.css';
import { runsWords } from '@/words/runs';
import { capitalised } from '@/words/phrases';
import { differenceInWords } from '@/words/differences';

const WaysDialog = dynamic(
  fetched(() => import('./WaysDialog').then((m) => m.default)),
  { ssr: false },
);

/** Plans that are best at one thing each, with what they gain and give up against the present one. */
export const ProposalsPanel = memo(function ProposalsPanel({ search }: { search: Search }) {
  const { plan, progress, change, selectRun } = usePrintDesk('plan', 'progress', 'change', 'selectRun');
  const { found } = search;
  const [ways, setWays] = useState(false);
  const closed = progress.closedRuns;
  const open = closed === 0 && progress.cutsDone === 0 && !progress.bench.started;
  const take = (sketch: PlanSketch) => {
    selectRun(Math.min(closed + 1, sketch.runs.length));
    void change({ kind: 'sketch-taken', sketch });
  };
  return (
    <>
      <section>
        <p className={kit.note}>{introOf(closed, plan.runs.length, open)}</p>
        <SearchState search={search} found={found} />
      </section>
      {found && (
        <section className={clsx(search.progress !== undefined && css.older)}>
          {found.proposals.map((proposal) => (
            <ProposalCard
              key={proposal.aims[0]}
              proposal={proposal}
              words={differenceInSentence(found.now, proposal.figures)}
              onTake={() => take(proposal.sketch)}
            />
          ))}
          {found.compared.length > 1 && (
            <Button fullWidth className={kit.above8} onClick={() => setWays(true)}>
              {runsWords('proposals.compareWaysOfWorking')}
            </Button>
          )}
        </section>
      )}
      <Rules plan={plan} />
      {found && ways && (
        <WaysDialog
          compared={found.compared}
          onClose={() => setWays(false)}
          onTake={({ way, sketch }) => {
            setWays(false);
            selectRun(1);
            void change({ kind: 'way-chosen', chosen: way, lay: true, sketch });
          }}
        />
      )}
    </>
  );
});

/** How far the search is, and how to stop it or begin anew. */
function SearchState({ search, found }: { search: Search; found: Proposals | undefined }) {
  return (
    <p className={clsx(kit.note, css.progress)} role="status">
      {search.progress !== undefined ? (
        <>
          {runsWords('proposals.searching', { progress: Math.round(100 * search.progress) })}{' '}
          <span className={css.searching}>
            <i style={{ width: `${100 * search.progress}%` }} />
          </span>{' '}
          <button type="button" className={kit.link} onClick={search.stop}>
            {runsWords('proposals.stop')}
          </button>
        </>
      ) : search.problem ? (
        <>
          {search.problem}{' '}
          <button type="button" className={kit.link} onClick={search.again}>
            {runsWords('proposals.searchAgain')}
          </button>
        </>
      ) : (
        found &&
        (found.tried === 0
          ? runsWords('proposals.theBlocksAreCut')
          : runsWords('proposals.plansWereWeighedWith', { tried: found.tried, exact: String(found.exact) }))
      )}
    </p>
  );
}

/** What a plan gains and gives up against the present one, as a sentence. */
const differenceInSentence = (now: PlanFigures, then: PlanFigures) =>
  runsWords('proposals.difference', { all: capitalised(differenceInWords(differenceOf(now, then))) });

function introOf(closed: number, runs: number, open: boolean): string {
  if (closed >= runs) return runsWords('proposals.allRunsArePrinted');
  if (closed > 0) return runsWords('proposals.closedPrintedOrCut', { closed });
  return open ? runsWords('proposals.nothingIsCutYet') : runsWords('proposals.aBlockIsCut');
}

function ProposalCard({ proposal, words, onTake }: { proposal: Proposal; words: string; onTake: () => void }) {
  const { stamp, sheet } = usePrintDesk('stamp', 'sheet');
  const { figures } = proposal;
  const strip = useMemo(
    () =>
      proposal.shown.looks.slice(1).map((_, run) => {
        const fills = fillsAfter(proposal.shown, run + 1);
        return sheet.parts.map((part) => fills[part.label]);
      }),
    [proposal, sheet],
  );
  const name = proposal.aims.map((aim) => runsWords(`proposals.aim.${aim}`)).join(', ');
  return (
    <article className={css.proposal} aria-label={name}>
      <div className={css.head}>
        <h3>{name}</h3>
        {proposal.asPlanned ? (
          <span className={clsx(kit.press, kit.oneLine)}>{runsWords('proposals.asPlanned')}</span>
        ) : (
          <button
            type="button"
            className={kit.link}
            aria-label={runsWords('proposals.take', { name })}
            onClick={onTake}
          >
            {runsWords('proposals.take2')}
          </button>
        )}
      </div>
      <div className={css.strip}>
        {stamp &&
          strip.map((fills, r) => (
            <span key={r}>
              <Thumb coverage={stamp} fills={fills} label={runsWords('proposals.afterRun', { run: r + 1 })} />
            </span>
          ))}
      </div>
      {!proposal.asPlanned && <p>{words}</p>}
      <p className={clsx(css.figs, kit.num, css.wraps)}>
        {runsWords('proposals.meanEWorstRuns', {
          meanDeltaE: figures.meanDeltaE,
          worstDeltaE: figures.worstDeltaE,
          worstColour: figures.worstColour,
          runs: figures.runs,
          blocks: figures.blocks,
          inkings: figures.inkings,
          deepestFilms: figures.deepestFilms,
          cutCm2: figures.cutCm2,
          days: figures.days,
        })}
      </p>
    </article>
  );
}

/** What the search keeps to. */
function Rules({ plan }: { plan: Plan }) {
  const { change, unit } = usePrintDesk('change', 'unit');
  const { rules, way } = plan;
  const set = (part: EditOf<'rules-set'>['part']) => void change({ kind: 'rules-set', part });
  return (
    <section>
      <h3 className={kit.below10}>{runsWords('proposals.theSearchKeepsTo')}</h3>
      <div className={kit.fields}>
        <TextField
          select
          label={runsWords('proposals.direction')}
          value={rules.direction}
          onChange={(e) => set({ direction: e.target.value as Plan['rules']['direction'] })}
        >
          {ORDER_RULES.map((rule) => (
            <MenuItem key={rule} value={rule}>
              {runsWords(`order.${rule}`)}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label={runsWords('proposals.filmsBelowAre')}
          value={way.under}
          onChange={(e) => void change({ kind: 'way-set', part: { under: e.target.value as Plan['way']['under'] } })}
        >
          <MenuItem value="dry">{runsWords('proposals.dry')}</MenuItem>
          <MenuItem value="wet">{runsWords('proposals.stillOpenWet')}</MenuItem>
        </TextField>
        <CountField
          label={runsWords('proposals.mostFilmsOnA')}
          value={rules.maxFilms}
          range={MAX_FILMS_RANGE}
          onChange={(maxFilms) => set({ maxFilms })}
        />
        <LengthField
          label={runsWords('proposals.rollerClearance')}
          valueMm={rules.rollerClearanceMm}
          unit={unit}
          range={ROLLER_CLEARANCE_MM}
          onChange={(rollerClearanceMm) => set({ rollerClearanceMm })}
        />
      </div>
      <p className={clsx(kit.note, kit.above8)}>{runsWords('proposals.aRunIsKept')}</p>
    </section>
  );
}
