'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { useMemo, useState } from 'react';
import { keepWanted } from '@/derived';
import { benchWords } from '@/words/bench';
import { kit } from '@/ui/kit/styles';
import { useKeys } from '../kit/keys';
import { Pick } from '@/ui/kit/Pick';
import { usePrintDesk } from '../kit/printContext';
import { useLog } from '../kit/useLog';
import css from './KeepNow.module.css';

/** What a progressive set still wants of a run, told while its sheets carry that run and nothing later. */
export function KeepNow() {
  const { plan, progress } = usePrintDesk('plan', 'progress');
  const log = useLog();
  const wanted = useMemo(() => keepWanted(plan, progress), [plan, progress]);
  const [chosen, setChosen] = useState<string>();
  const sheet = wanted && (wanted.candidates.find((one) => one === chosen) ?? wanted.candidates[0]);
  const keep = async () => {
    if (!wanted || !sheet) return;
    setChosen(undefined);
    await log({ kind: 'sheet-kept', sheet, runId: plan.runs[wanted.run].id, kept: true });
  };
  useKeys('k', benchWords('keys.keep'), () => void keep(), { enabled: Boolean(sheet) });
  if (plan.sheets.progressiveSets === 0) return null;
  // the place stays, so that nothing moves under a hand between two pulls
  return (
    <section className={clsx(css.keepNow, sheet && css.wanted)} aria-label={benchWords('keep.title')}>
      {wanted && sheet ? (
        <>
          <p className={css.says}>
            <strong>{benchWords('keep.now', { runs: wanted.run + 1 })}</strong>{' '}
            {benchWords('keep.says', { missing: wanted.missing, run: wanted.run + 1 })}
          </p>
          <Pick
            className={css.which}
            label={benchWords('keep.which')}
            value={sheet}
            options={wanted.candidates.map((one) => [one, benchWords('keep.sheet', { sheet: one })] as const)}
            onChange={setChosen}
          />
          <button type="button" className={clsx(css.keep, kit.pressIn)} onClick={() => void keep()}>
            {benchWords('keep.keep')}
            <small>K</small>
          </button>
        </>
      ) : (
        <JustKept />
      )}
    </section>
  );
}

/** What was kept last, and the way back as long as there is one. */
function JustKept() {
  const { plan, progress } = usePrintDesk('plan', 'progress');
  const log = useLog();
  const last = progress.bench.kept.at(-1);
  const run = plan.runs.findIndex(({ id }) => id === last?.runId);
  const gone = progress.runs.some((later, r) => r > run && (later.cutOn || later.phase === 'done'));
  if (!last || run < 0) return <p className={clsx(css.says, kit.quiet)}>{benchWords('keep.none')}</p>;
  return (
    <>
      <p className={css.says} role="status">
        {benchWords('keep.kept', { sheet: last.sheet, run: run + 1, all: progress.bench.kept.length })}
      </p>
      {!gone && progress.bench.marks.length === 0 && (
        <Button onClick={() => void log({ kind: 'sheet-kept', sheet: last.sheet, runId: last.runId, kept: false })}>
          {benchWords('keep.back')}
        </Button>
      )}
    </>
  );
}
