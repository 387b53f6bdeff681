'use client';
import { inWords } from '@/words/failures';
import Link from 'next/link';
import { useMemo } from 'react';
import { sheetAnswerOf, sheetsOfColourways, cutsOf } from '@/derived';
import { usePrintDesk } from '../kit/printContext';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './BeforePulling.module.css';
import benchCss from './bench.module.css';
import { NothingYet } from '@/ui/kit/NothingYet';
import { EDITION_ROUND } from '@/model';
import { benchWords } from '@/words/bench';

/** What is missing before the first pull: the cut, or the count of sheets. */
export function BeforePulling() {
  const { plan, progress, log, tell, urls, belief } = usePrintDesk('plan', 'progress', 'log', 'tell', 'urls', 'belief');
  const answer = useMemo(() => sheetAnswerOf(plan, belief), [plan, belief]);
  const index = progress.currentRun;
  if (progress.runs[index].phase === 'planned') {
    return (
      <NothingYet
        className={css.door}
        title={benchWords('start.notCut', { run: index + 1 })}
        says={benchWords('start.notCutSays')}
      >
        <Link href={urls.page('cut')}>{benchWords('start.toCut')}</Link>
      </NothingYet>
    );
  }
  return (
    <NothingYet
      className={css.door}
      title={benchWords('start.title', { sheets: answer.total + sheetsOfColourways(plan) })}
      says={benchWords('start.says', {
        counted: answer.counted,
        tests: plan.sheets.testSheets,
        edition: plan.sheets.edition,
        proofs: plan.sheets.proofsToKeep,
        sets: plan.sheets.progressiveSets,
        onward: String(cutsOf(plan).length > plan.blocks.length),
      })}
    >
      <button
        type="button"
        data-walk="start"
        className={clsx(benchCss.goodPull, kit.pressIn, kit.display, css.printNow)}
        onClick={async () => {
          const done = await log({
            kind: 'round-begun',
            roundId: EDITION_ROUND,
            round: 'edition',
            paper: { name: plan.paper.name, labD50: plan.paper.labD50 },
            counted: answer.counted + sheetsOfColourways(plan),
            tests: plan.sheets.testSheets,
            ...(plan.colourways.length > 0 && {
              colourways: plan.colourways.map(({ id, sheets }) => ({ colourwayId: id, sheets })),
            }),
          });
          if (!done.ok) tell(inWords(done));
        }}
      >
        {benchWords('start.ready')}
      </button>
    </NothingYet>
  );
}
