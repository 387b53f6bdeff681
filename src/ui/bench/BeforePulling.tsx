'use client';
import Link from 'next/link';
import { useMemo } from 'react';
import { sheetAnswerOf, stagesOf } from '@/records';
import { usePrintDesk } from '../kit/printContext';

/** What is missing before the first pull: the cut, or the count of sheets. */
export function BeforePulling() {
  const { state, progress, log, tell, urls, belief } = usePrintDesk();
  const { plan } = state;
  const answer = useMemo(() => sheetAnswerOf(plan, belief), [plan, belief]);
  const index = progress.currentRun;
  if (progress.runs[index].phase === 'planned') {
    return (
      <div className="drop" style={{ minHeight: 320 }}>
        <h1>The block is not cut for run {index + 1}</h1>
        <p className="note">Cut first, then print.</p>
        <Link href={urls.page('cut')}>To the cut</Link>
      </div>
    );
  }
  return (
    <div className="drop" style={{ minHeight: 320 }}>
      <h1>Start {answer.total} sheets</h1>
      <p className="note" style={{ maxWidth: '34em' }}>
        {answer.counted} that count and {plan.sheets.testSheets} test sheets, for {plan.sheets.edition} good prints with{' '}
        {plan.sheets.proofsToKeep} proofs.{' '}
        {stagesOf(plan).length > plan.blocks.length
          ? 'Once a block is cut on no sheet can be added.'
          : 'More can be added as long as every block stands.'}{' '}
        The count is changed on the Desk, under Sheets.
      </p>
      <button
        type="button"
        className="good-pull press-in"
        style={{ maxWidth: 420, fontSize: 24, minHeight: 80 }}
        onClick={async () => {
          const done = await log({ kind: 'sheets-started', counted: answer.counted, tests: plan.sheets.testSheets });
          if (!done.ok) tell(done.message);
        }}
      >
        The paper is ready
      </button>
    </div>
  );
}
