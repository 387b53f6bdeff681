'use client';
import Button from '@mui/material/Button';
import { useMemo, type ReactNode } from 'react';
import { EDITION_ROUND } from '@/model';
import {
  driftByFaults,
  driftBySeen,
  faultsBySetting,
  remedySetting,
  type Drift,
  type FaultBySetting,
  type SeenDrift,
} from '@/derived';
import { rich } from '@/ui/kit/rich';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { useLog } from '@/ui/kit/useLog';
import { besideWords } from '@/words/beside';
import { craftWords } from '@/words/craft';
import { inkingWords, settingInWords } from '@/words/inking';
import type { Pulling } from '../usePull';

/** What the counts of this run say of its settings, and whether its last sheets became lighter or heavier. */
export function Learned({ pulling: { run, next } }: { readonly pulling: Pulling }) {
  const { plan, progress, sheet, looks } = usePrintDesk('plan', 'progress', 'sheet', 'looks');
  const { bench } = progress;
  const told = useMemo(() => faultsBySetting(plan, sheet, run, bench), [plan, sheet, run, bench]);
  const drift = useMemo(() => driftByFaults(run, bench), [run, bench]);
  const seen = useMemo(() => looks && driftBySeen(plan, looks, bench, run), [plan, looks, bench, run]);
  if (!drift && !seen && told.length === 0) return null;
  return (
    <section className={kit.above14} aria-label={inkingWords('learned.title')}>
      <h2>{inkingWords('learned.title')}</h2>
      {drift && next && <DriftTold drift={drift} run={run} next={next} />}
      {seen && next && <SeenTold drift={seen} run={run} next={next} />}
      {told.map((one) => (
        <FaultTold key={`${one.fault} ${one.settings[0].what} ${one.settings[0].value}`} told={one} />
      ))}
    </section>
  );
}

/** Told no more exactly than counts can carry: 20, 50, 100 … at most 1000. */
const oneIn = (chance: number) => [1000, 500, 200, 100, 50].find((n) => chance * n < 1) ?? 20;

const bold = (words: ReactNode) => <strong className={kit.num}>{words}</strong>;

interface DriftProps {
  readonly run: Pulling['run'];
  readonly next: string;
}

function DriftTold({ drift, run, next }: DriftProps & { readonly drift: Drift }) {
  const { towards, last, before } = drift;
  return (
    <>
      <p className={kit.above6}>
        {rich(
          inkingWords.rich(`learned.${towards}`, {
            ...{ of: last.of, with: last.with, beforeOf: before.of, beforeWith: before.with, strong: bold },
          }),
        )}
      </p>
      <ChargeOnce towards={towards} run={run} next={next} />
    </>
  );
}

/** The same by what was read and photographed on the pulls. */
function SeenTold({ drift, run, next }: DriftProps & { readonly drift: SeenDrift }) {
  const { towards, sheets, byL, chance } = drift;
  return (
    <>
      <p className={kit.above6}>
        {rich(besideWords.rich(`learned.${towards}`, { sheets, byL, strong: bold }))}{' '}
        {besideWords('learned.chance', { in: oneIn(chance) })}
      </p>
      <ChargeOnce towards={towards} run={run} next={next} />
    </>
  );
}

/** One charge more or less, from the next sheet on. */
function ChargeOnce({ towards, run, next }: DriftProps & Pick<Drift, 'towards'>) {
  const { plan, progress, sheet } = usePrintDesk('plan', 'progress', 'sheet');
  const log = useLog();
  const more = towards === 'lighter';
  const setting = remedySetting(plan, sheet, run, progress.bench, next, { what: 'charges', by: more ? 1 : -1 });
  return setting ? (
    <Button
      className={kit.above6}
      onClick={() =>
        void log({
          ...{ kind: 'setting-changed', roundId: EDITION_ROUND, runId: run.id, fromSheet: next },
          ...setting,
          why: '',
        })
      }
    >
      {inkingWords(more ? 'learned.more' : 'learned.less')}
    </Button>
  ) : null;
}

function FaultTold({ told }: { readonly told: FaultBySetting }) {
  const { fault, settings, with: having, without, chance, withRange, withoutRange } = told;
  const percent = (share: number) => Math.round(100 * share);
  const said = settings.map(
    ({ what, value }) => `${inkingWords(`setting.what.${what}`)} ${settingInWords(what, value)}`,
  );
  return (
    <div className={kit.above8}>
      <p>
        {rich(
          inkingWords.rich('learned.fault', {
            ...{ fault: craftWords(`fault.${fault}`), settings: said.join(', '), strong: bold },
            ...{ with: having.with, of: having.of, withoutWith: without.with, withoutOf: without.of },
          }),
        )}{' '}
        {settings.length > 1 && inkingWords('learned.together')}
      </p>
      <p className={kit.note}>
        {inkingWords('learned.unsure', {
          ...{ least: percent(withRange.least), most: percent(withRange.most) },
          ...{ withoutLeast: percent(withoutRange.least), withoutMost: percent(withoutRange.most) },
          chance: inkingWords('learned.chance', { in: oneIn(chance) }),
        })}
      </p>
    </div>
  );
}
