'use client';
import type { LengthUnit } from '@/core/units';
import { changesOfWay, decidedBy, type Decided } from '@/derived';
import type { Plan, WayOfWorking } from '@/model';
import { kit } from '@/ui/kit/styles';
import { workingWords } from '@/words/working';
import { decidedInWords, reasonInWords } from './decidedWords';
import css from './WaysOfWorking.module.css';

interface Props {
  readonly plan: Plan;
  readonly chosen: WayOfWorking | null;
  /** Whether blocks, runs and inks begin anew. */
  readonly lay: boolean;
  readonly unit: LengthUnit;
}

/** What a way would change in a plan: each thing as it is and as it would be, with the reason. */
export function WayChanges({ plan, chosen, lay, unit }: Props) {
  const changes = changesOfWay(plan, chosen, lay);
  if (changes.length === 0) return <p className={kit.note}>{workingWords('noChanges')}</p>;
  return (
    <dl className={css.sets}>
      {changes.map(({ what, is, would }) => (
        <Decision key={what} what={what} value={would}>
          {workingWords('was', { is: decidedInWords(what, is, unit), would: decidedInWords(what, would, unit) })}
        </Decision>
      ))}
    </dl>
  );
}

function Decision({
  what,
  value,
  children,
}: {
  readonly what: Decided;
  readonly value: string | number;
  readonly children: string;
}) {
  return (
    <div>
      <dt>{workingWords(`decided.${what}`)}</dt>
      <dd>
        {children}
        <span className={kit.note}>{reasonInWords(what, value)}</span>
      </dd>
    </div>
  );
}

/** All that a way sets in a print that begins with it, with the reasons. */
export function WayRules({ plan, unit }: Pick<Props, 'plan' | 'unit'>) {
  return (
    <dl className={css.sets}>
      {decidedBy(plan)
        .filter(({ what }) => what !== 'blockCount' && what !== 'runCount')
        .map(({ what, value }) => (
          <Decision key={what} what={what} value={value}>
            {decidedInWords(what, value, unit)}
          </Decision>
        ))}
    </dl>
  );
}
