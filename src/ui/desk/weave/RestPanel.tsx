'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { useEffect, useState } from 'react';
import type { Meetings, RestAnswer } from '@/derived';
import type { Plan } from '@/model';
import { inWords } from '@/words/failures';
import { weaveWords } from '@/words/weave';
import { kit } from '@/ui/kit/styles';
import { usePrintDesk } from '../../kit/printContext';
import { useLayersWorker } from '../../kit/useSheetWorker';
import type { WeaveActs } from './useWeave';

/** A gain of the mean that is worth a word. */
const LEAST_GAIN = 0.05;

/** The rest of a composition solved, whatever is kept staying as it is. */
export function RestPanel({ meetings, acts }: { meetings: Meetings | undefined; acts: WeaveActs }) {
  const { plan } = usePrintDesk('plan');
  const { found, share, problem, solve, stop } = useRest(plan, meetings);
  return (
    <section aria-label={weaveWords('rest.title')}>
      <h2>{weaveWords('rest.title')}</h2>
      <p className={clsx(kit.note, kit.around6)}>{weaveWords('rest.says')}</p>
      {share === undefined ? (
        <Button disabled={!meetings} onClick={solve}>
          {weaveWords('rest.solve')}
        </Button>
      ) : (
        <p role="status">
          {weaveWords('rest.solving', { progress: Math.round(100 * share) })}{' '}
          <button type="button" className={kit.link} onClick={stop}>
            {weaveWords('rest.stop')}
          </button>
        </p>
      )}
      {problem && <p className={clsx(kit.say, kit.bad, kit.above6)}>{problem}</p>}
      {found && <Found found={found} acts={acts} />}
    </section>
  );
}

function Found({ found, acts }: { found: RestAnswer; acts: WeaveActs }) {
  const { meanBefore: before, meanAfter: after, worstAfter: worst, tried, edit } = found;
  const better = before - after >= LEAST_GAIN;
  return (
    <p className={clsx(kit.say, better && kit.good, kit.above8)} role="status">
      {better ? weaveWords('rest.found', { before, after, worst, tried }) : weaveWords('rest.none', { tried })}{' '}
      {better && (
        <button type="button" className={kit.link} onClick={() => acts.touch(edit)}>
          {weaveWords('rest.take')}
        </button>
      )}
    </p>
  );
}

/** The question to the worker, and its answer as long as the plan is the one it was asked of. */
function useRest(plan: Plan, meetings: Meetings | undefined) {
  const { progress } = usePrintDesk('progress');
  const layersWorker = useLayersWorker();
  const [answer, setAnswer] = useState<{ readonly of: Plan; readonly found?: RestAnswer; readonly problem?: string }>();
  const [share, setShare] = useState<number>();
  // an answer to another plan is none
  useEffect(() => setShare(undefined), [plan]);
  const solve = async () => {
    if (!meetings) return;
    setShare(0);
    const cutIds = progress.bench.cutsPassed.map((passed) => passed.cutId);
    const asked = await layersWorker.ask(
      'composeRest',
      { plan, got: progress.bench.coloursGot, closedRuns: progress.closedRuns, cutIds, gapsMm: meetings.gapsMm },
      setShare,
    );
    setShare(undefined);
    setAnswer(
      asked.ok
        ? { of: plan, found: asked.value }
        : { of: plan, problem: asked.code === 'stopped' ? undefined : inWords(asked) },
    );
  };
  const mine = answer?.of === plan ? answer : undefined;
  return {
    found: mine?.found,
    problem: mine?.problem,
    share,
    solve: () => void solve(),
    stop: () => layersWorker.stop(),
  };
}
