'use client';
import Link from 'next/link';
import { useMemo } from 'react';
import { sheetAnswerOf, cutsOf } from '@/derived';
import { usePrintDesk } from '../kit/printContext';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './BeforePulling.module.css';
import benchCss from './bench.module.css';
import { NothingYet } from '@/ui/kit/NothingYet';
import { EDITION_ROUND } from '@/model';

/** What is missing before the first pull: the cut, or the count of sheets. */
export function BeforePulling() {
  const { plan, progress, log, tell, urls, belief } = usePrintDesk('plan', 'progress', 'log', 'tell', 'urls', 'belief');
  const answer = useMemo(() => sheetAnswerOf(plan, belief), [plan, belief]);
  const index = progress.currentRun;
  if (progress.runs[index].phase === 'planned') {
    return (
      <NothingYet
        className={css.door}
        title={<>The block is not cut for run {index + 1}</>}
        says="Cut first, then print."
      >
        <Link href={urls.page('cut')}>To the cut</Link>
      </NothingYet>
    );
  }
  return (
    <NothingYet
      className={css.door}
      title={<>Start {answer.total} sheets</>}
      says={
        <>
          {answer.counted} that count and {plan.sheets.testSheets} test sheets, for {plan.sheets.edition} good prints
          with {plan.sheets.proofsToKeep} proofs.{' '}
          {cutsOf(plan).length > plan.blocks.length
            ? 'Once a block is cut on no sheet can be added.'
            : 'More can be added as long as every block stands.'}{' '}
          The count is changed on the Desk, under Sheets.
        </>
      }
    >
      <button
        type="button"
        className={clsx(benchCss.goodPull, kit.pressIn, kit.display, css.printNow)}
        onClick={async () => {
          const done = await log({
            kind: 'round-begun',
            roundId: EDITION_ROUND,
            round: 'edition',
            paper: { name: plan.paper.name, labD50: plan.paper.labD50 },
            counted: answer.counted,
            tests: plan.sheets.testSheets,
          });
          if (!done.ok) tell(done.message);
        }}
      >
        The paper is ready
      </button>
    </NothingYet>
  );
}
