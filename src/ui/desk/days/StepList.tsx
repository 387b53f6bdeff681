'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import type { DayStep } from '@/model';
import type { Days } from '@/ui/kit/days/useDays';
import { isoOfMin } from '@/ui/kit/days/useDays';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { clockOf, momentOf } from '@/words/dates';
import { daysWords, stepInWords } from '@/words/days';
import type { Moves } from './DaysView';
import css from './daysView.module.css';

const DAY_MIN = 1440;
/** Of ten, one is below and one above. */
const Z_90 = 1.2816;

interface Props {
  readonly days: Days;
  readonly steps: readonly DayStep[];
  readonly move: Moves;
}

/** The steps of the print in the order in which they come: when, how long within what range, what each waits for. */
export function StepList({ days: { answer, question }, steps, move }: Props) {
  const placed = steps
    .flatMap((step) => {
      const at = answer?.placed.find(({ id }) => id === step.id);
      return at ? [{ step, at }] : [];
    })
    .sort((a, b) => a.at.sittings[0][0] - b.at.sittings[0][0]);
  const called = (id: string | undefined) => {
    const step = question?.steps.find((one) => one.id === id);
    return step ? stepInWords(step) : '';
  };
  return (
    <section>
      <h2>{daysWords('list')}</h2>
      <table className={clsx(kit.ruled, kit.above8)}>
        <thead>
          <tr>
            <th>{daysWords('when')}</th>
            <th>{daysWords('what')}</th>
            <th>{daysWords('takes')}</th>
            <th>{daysWords('held')}</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {placed.map(({ step, at }) => {
            const [from, to] = at.sittings[0];
            return (
              <tr key={step.id} data-step={step.what}>
                <td className={kit.num} suppressHydrationWarning>
                  {daysWords('sittings', {
                    from: momentOf(isoOfMin(from)),
                    to: clockOf(isoOfMin(to)),
                    more: at.sittings.length - 1,
                  })}
                </td>
                <td>{stepInWords(step)}</td>
                <td className={kit.num}>{daysWords('hours', rangeOf(step))}</td>
                <td className={kit.quiet}>{daysWords(`holds.${at.heldBy}`, { before: called(at.afterId) })}</td>
                <MoveStep {...{ step, move }} fromMin={from} />
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}

interface MoveProps {
  readonly step: DayStep;
  readonly move: Moves;
  readonly fromMin: number;
}

/** A step a day sooner or later; let go of the day it was put to. */
function MoveStep({ step, move, fromMin }: MoveProps) {
  const { plan } = usePrintDesk('plan');
  const pinned = plan.days.pins.some(({ stepId }) => stepId === step.id),
    what = stepInWords(step);
  const by = (days: number) => move.to(step, fromMin + days * DAY_MIN);
  return (
    <td className={css.moves}>
      <Button size="small" aria-label={daysWords('move.earlier', { what })} onClick={() => by(-1)}>
        ←
      </Button>
      <Button size="small" aria-label={daysWords('move.later', { what })} onClick={() => by(1)}>
        →
      </Button>
      <Button
        size="small"
        className={clsx(!pinned && css.hidden)}
        disabled={!pinned}
        aria-label={daysWords('move.freeOf', { what })}
        onClick={() => move.letGo(step)}
      >
        {daysWords('move.free')}
      </Button>
    </td>
  );
}

/** Hours a step takes, set-up and all: eight times in ten between these. */
function rangeOf({ workMin, eachSittingMin, spread: { work } }: DayStep) {
  const hours = (z: number) => (workMin * Math.exp(z * work) + eachSittingMin) / 60;
  return { low: hours(-Z_90), high: hours(Z_90) };
}
