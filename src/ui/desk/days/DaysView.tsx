'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { useCallback, useEffect, useMemo, useRef } from 'react';
import { EDITION_ROUND, type DayStep, type Plan } from '@/model';
import { endOfDayMin, type DaysAnswer, type DaysQuestion, type Progress } from '@/derived';
import { DryingRack, type Mark } from '@/ui/kit/days/DryingRack';
import { Looking } from '@/ui/kit/days/Looking';
import { Places } from '@/ui/kit/days/Places';
import { Soon } from '@/ui/kit/days/Soon';
import { isoOfMin, useDays, type Days } from '@/ui/kit/days/useDays';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { nearDayOf } from '@/words/dates';
import { daysWords, stepInWords } from '@/words/days';
import { DaysFields } from './DaysFields';
import { StepList } from './StepList';
import { useOtherDays } from './useOtherDays';

/** Days: what of a print is done when, beside the other prints that share hands and racks. */
export function DaysView() {
  const { id, plan, progress, workshop } = usePrintDesk('id', 'plan', 'progress', 'workshop');
  const { prints, problem: alone } = useOtherDays();
  const items = useMemo(() => workshop.items?.map(({ item }) => item), [workshop.items]);
  const days = useDays(prints, items, {
    ...{ aim: plan.days.aim, printId: id },
  });
  const steps = useMemo(() => prints?.find((print) => print.id === id)?.steps ?? [], [id, prints]);
  const move = useMoves(days);
  const happened = useMemo(() => happenedOn(plan, progress), [plan, progress]);
  const kept = useMemo(() => keptMarks(plan, steps), [plan, steps]);
  return (
    <div className={kit.work}>
      <div className={clsx(kit.stage, kit.scrolls, kit.gap16)}>
        {prints && steps.length === 0 ? (
          <p className={clsx(kit.say, kit.wait)}>{daysWords('none')}</p>
        ) : (
          <Answer days={days} />
        )}
        <Looking days={days} />
        {alone && <p className={clsx(kit.say, kit.wait)}>{daysWords('alone', { why: alone })}</p>}
        {days.answer && days.question && (
          <>
            <DryingRack
              prints={days.prints}
              answer={days.answer}
              nowMin={days.question.nowMin}
              moves={{ printId: id, move: move.to }}
              happened={happened}
              kept={kept}
            />
            <Places days={days} items={items} />
            {steps.length > 0 && <StepList days={days} steps={steps} move={move} />}
            <Soon days={days} />
          </>
        )}
      </div>
      <aside className={kit.side}>
        <DaysFields days={days} />
      </aside>
    </div>
  );
}

/** When the print is done, and how sure that is. */
function Answer({ days: { answer, progress, stop, again, question } }: { readonly days: Days }) {
  const { id, plan } = usePrintDesk('id', 'plan');
  const end = answer && new Map(answer.ends).get(id),
    day = (min: number) => (Number.isFinite(min) ? nearDayOf(isoOfMin(min)) : daysWords('never'));
  const wished = plan.days.wishedBy && nearDayOf(isoOfMin(endOfDayMin(plan.days.wishedBy)));
  return (
    <section>
      <p className={kit.answer} aria-live="polite" data-testid="days-answer">
        {!answer
          ? daysWords('looking')
          : end === undefined
            ? daysWords('notDone')
            : daysWords('done', { day: day(end) })}
      </p>
      {answer?.likely && (
        <p className={clsx(kit.note, kit.around4)}>
          {daysWords('doneSays', {
            ...{ middle: day(answer.likely.middle), early: day(answer.likely.early), late: day(answer.likely.late) },
          })}
        </p>
      )}
      {wished && answer?.likely?.chance !== undefined && (
        <p data-testid="days-chance">
          <strong>{daysWords('chance', { day: wished, percent: Math.round(100 * answer.likely.chance) })}</strong>{' '}
          {answer.latestBegin != null && daysWords('latest', { day: wished, begin: day(answer.latestBegin) })}
        </p>
      )}
      {wished && answer?.latestBegin === null && end !== undefined && (
        <p className={clsx(kit.say, kit.bad)} role="alert">
          {daysWords('tooLate', { day: wished, end: day(end) })}
        </p>
      )}
      {answer?.troubles.map(({ id: stepId, is }) => {
        const step = question?.steps.find((one) => one.id === stepId);
        return step?.printId === id ? (
          <p key={`${stepId} ${is}`} className={clsx(kit.say, kit.bad)}>
            {daysWords(`trouble.${is}`, { what: stepInWords(step) })}
          </p>
        ) : null;
      })}
      <p className={clsx(kit.note, kit.row, kit.gap12)}>
        {answer && daysWords('how', { exact: String(answer.exact), tried: answer.tried, sittings: answer.sittings })}
        {progress === undefined ? (
          <Button size="small" onClick={again}>
            {daysWords('again')}
          </Button>
        ) : (
          <Button size="small" onClick={stop}>
            {daysWords('stop')}
          </Button>
        )}
      </p>
    </section>
  );
}

export interface Moves {
  readonly to: (step: DayStep, toMin: number) => void;
  readonly letGo: (step: DayStep) => void;
}

/** Steps put to days of their own, and let go again. Where one came to lie is said when the days have been found anew. */
function useMoves({ answer, question }: Days): Moves {
  const { plan, change, tell } = usePrintDesk('plan', 'change', 'tell');
  const { pins } = plan.days;
  const asked = useRef<{ readonly step: DayStep; readonly toMin: number; readonly before: DaysAnswer }>(undefined);
  useEffect(() => {
    if (!asked.current || !answer || !question || answer === asked.current.before) return;
    tell(cameToLie({ ...asked.current, answer, question }));
    asked.current = undefined;
  }, [answer, question, tell]);
  const set = useCallback(
    (next: Plan['days']['pins']) => void change({ kind: 'days-set', part: { pins: [...next] } }),
    [change],
  );
  return useMemo(
    () => ({
      to: (step, toMin) => {
        asked.current = answer && { step, toMin, before: answer };
        set([...pins.filter(({ stepId }) => stepId !== step.id), { stepId: step.id, notBefore: isoOfMin(toMin) }]);
      },
      letGo: (step) => set(pins.filter(({ stepId }) => stepId !== step.id)),
    }),
    [answer, pins, set],
  );
}

interface Moved {
  readonly step: DayStep;
  readonly toMin: number;
  readonly before: DaysAnswer;
  readonly answer: DaysAnswer;
  readonly question: DaysQuestion;
}

/** Where a step that was put to a day lies now, why not there, and how many others moved with it. */
function cameToLie({ step, toMin, before, answer, question }: Moved): string {
  const was = new Map(before.placed.map(({ id, sittings }) => [id, sittings[0][0]]));
  const others = answer.placed.filter(({ id, sittings }) => id !== step.id && was.get(id) !== sittings[0][0]).length;
  const placed = answer.placed.find(({ id }) => id === step.id);
  const [what, wanted] = [stepInWords(step), nearDayOf(isoOfMin(toMin))];
  if (!placed) return daysWords('move.lost', { what, wanted });
  const got = nearDayOf(isoOfMin(placed.sittings[0][0]));
  if (got === wanted) return daysWords('move.lies', { what, got, others });
  const waitedFor = question.steps.find(({ id }) => id === placed.afterId);
  const why = daysWords(`move.why.${placed.heldBy}`, { before: waitedFor ? stepInWords(waitedFor) : '' });
  return daysWords('move.held', { what, wanted, got, others, why });
}

/** What was cut and pulled, day by day. */
function happenedOn(plan: Plan, { bench }: Progress): Mark[] {
  const minute = (iso: string) => Math.round(Date.parse(iso) / 60_000);
  const cuts = bench.cutsPassed.map(({ at, minutes = 60 }) => ({
    ...{ fromMin: minute(at) - minutes, toMin: minute(at), words: daysWords('happened.cut') },
  }));
  const pulls = plan.runs.flatMap((run, r) => {
    const days = new Map<string, string[]>();
    for (const { roundId, pulls: all } of bench.rounds)
      for (const { runId, at } of roundId === EDITION_ROUND ? all : [])
        if (runId === run.id) days.set(at.slice(0, 10), [...(days.get(at.slice(0, 10)) ?? []), at]);
    return [...days.values()].map((some) => ({
      ...{ fromMin: minute(some[0]), toMin: minute(some.at(-1)!) },
      words: daysWords('happened.print', { sheets: some.length, run: r + 1 }),
    }));
  });
  return [...cuts, ...pulls];
}

function keptMarks(plan: Plan, steps: readonly DayStep[]): Mark[] {
  return plan.days.kept.map(({ stepId, from, to }) => {
    const step = steps.find(({ id }) => id === stepId);
    return {
      ...{ fromMin: Math.round(Date.parse(from) / 60_000), toMin: Math.round(Date.parse(to) / 60_000) },
      words: step ? stepInWords(step) : daysWords('title'),
    };
  });
}
