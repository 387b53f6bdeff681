'use client';
import { inWords } from '@/words/failures';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import clsx from 'clsx';
import { useEffect, useMemo, useState } from 'react';
import { blocksOfRun, inkNamesOf, isType, keyOfFinding, shapesOpen } from '@/derived';
import { canBeMended, type Mending } from './useMending';
import { labelStatesOf } from '@/ui/kit/blockStates';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import type { StageFindings } from '@/workers';
import css from './CheckPanel.module.css';
import { cutSettings } from './useStageCheck';
import { blockWords } from '@/words/block';

/** Every stage of the print looked over together: where the trouble lies, before anything is cut. */
export function AllStages({ run, toolsMm, mending }: { run: number; toolsMm: readonly number[]; mending: Mending }) {
  const { on, setOn, found, problem, stages } = useAllStages(toolsMm);
  const done = found.filter(Boolean).length;
  if (stages < 2) return null;
  return (
    <section>
      <h2>{blockWords('allStages.allStages')}</h2>
      {!on && (
        <Button size="small" className={kit.above6} onClick={() => setOn(true)}>
          {blockWords('allStages.lookOverAllStages', { stages })}
        </Button>
      )}
      {on && done < stages && !problem && (
        <div role="status" className={kit.above6}>
          <p className={kit.note}>
            {blockWords('allStages.ofLookedOver', { done, stages })}{' '}
            <button type="button" className={kit.link} onClick={() => setOn(false)}>
              {blockWords('allStages.stop')}
            </button>
          </p>
          <LinearProgress
            variant="determinate"
            value={(100 * done) / stages}
            aria-label={blockWords('allStages.stagesLookedOver')}
          />
        </div>
      )}
      {problem && (
        <p className={clsx(kit.say, kit.bad)} role="alert">
          {problem}
        </p>
      )}
      {on && <StageList run={run} found={found} />}
      {on && done === stages && <MendAllStages found={found} mending={mending} />}
    </section>
  );
}

/** What shapes can mend of all stages, at once. */
function MendAllStages({ found, mending }: { found: readonly (StageFindings | undefined)[]; mending: Mending }) {
  const { plan, progress } = usePrintDesk('plan', 'progress');
  const all = found.flatMap((stage) => stage?.findings ?? []);
  const open = all.filter((f) => canBeMended(f) && !plan.kept.includes(keyOfFinding(f)));
  if (open.length === 0 || !shapesOpen(plan, progress)) return null;
  return (
    <Button
      size="small"
      className={kit.above6}
      onClick={() => void mending.look(open, blockWords('mending.allOfPrint'), all)}
    >
      {blockWords('mending.everywhere')}
    </Button>
  );
}

function StageList({ run, found }: { run: number; found: readonly (StageFindings | undefined)[] }) {
  const { selectRun, plan } = usePrintDesk('selectRun', 'plan');
  return (
    <ol className={clsx(kit.small, kit.above6, css.stages)}>
      {plan.runs.map((r, i) => (
        <li key={r.id} className={css.oneStage}>
          <button
            type="button"
            className={clsx(kit.link, css.stageName)}
            aria-current={i + 1 === run ? 'step' : undefined}
            onClick={() => selectRun(i + 1)}
          >
            {blockWords('allStages.beforeRun', { run: i + 1, inkNames: inkNamesOf(plan, r) })}
          </button>
          <span className={clsx(kit.atRight, found[i] && openPlaces(found[i], plan.kept) > 0 ? kit.madder : kit.quiet)}>
            {found[i] ? placesInWords(openPlaces(found[i], plan.kept)) : '…'}
          </span>
        </li>
      ))}
    </ol>
  );
}

/** Places of a stage that ask for a decision and have none. */
export function openPlaces(found: StageFindings, kept: readonly string[]): number {
  return found.findings.filter((f) => !kept.includes(keyOfFinding(f))).length;
}

function placesInWords(open: number): string {
  return blockWords('allStages.open', { open });
}

/** Once asked for, the stages are looked over again whenever shapes, order, material, tools or roller change. */
function useAllStages(toolsMm: readonly number[]) {
  const { stageWorkers, sheet, plan } = usePrintDesk('stageWorkers', 'sheet', 'plan');
  const [on, setOn] = useState(false);
  const [found, setFound] = useState<readonly (StageFindings | undefined)[]>([]);
  const [problem, setProblem] = useState<string>();
  const asked = useMemo(
    () =>
      JSON.stringify(
        labelStatesOf(plan, sheet).map(({ standing, cutNow }, i) => ({
          // nothing of a line of type is cut
          standing: isType(blocksOfRun(plan, plan.runs[i])[0].block) ? [] : standing,
          cutNow,
          settings: cutSettings(blocksOfRun(plan, plan.runs[i])[0].block, toolsMm, plan.roller),
        })),
      ),
    [plan, sheet, toolsMm],
  );
  useEffect(() => {
    setFound([]);
    setProblem(undefined);
    if (!on) return;
    const stop = new AbortController();
    void stageWorkers
      .lookOver(
        JSON.parse(asked) as Parameters<typeof stageWorkers.lookOver>[0],
        (index, answer) => setFound((before) => Object.assign([...before], { [index]: answer })),
        stop.signal,
      )
      .then((end) => {
        if (!end.ok && end.code !== 'stopped' && !stop.signal.aborted) setProblem(inWords(end));
      });
    return () => stop.abort();
  }, [on, asked, stageWorkers]);
  return { on, setOn, found, problem, stages: plan.runs.length };
}
