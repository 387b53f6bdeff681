'use client';
import { rich } from '@/ui/kit/rich';
import { explaining } from '@/ui/kit/glossary/Explained';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { memo, useCallback, useDeferredValue, useMemo } from 'react';
import { fillsAfter, looksOfPlan, paperFitOf, sheetsNeeded } from '@/derived';
import type { ItemOf } from '@/model';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { Thumb } from '@/ui/kit/Thumb';
import { paperWords } from '@/words/paper';
import css from './paper.module.css';

/** The papers of the workshop beside each other: the print as it would look on each, and what speaks for and against it. */
export function PaperChooser() {
  const { plan, progress, belief, workshop, change } = usePrintDesk('plan', 'progress', 'belief', 'workshop', 'change');
  const papers = useMemo(
    () => (workshop.items ?? []).flatMap(({ item }) => (item.kind === 'paper' ? [item] : [])),
    [workshop.items],
  );
  const sheets = useMemo(
    () =>
      sheetsNeeded(plan, progress, belief)
        .filter(({ what }) => what === 'edition' || what === 'tests')
        .reduce((sum, lot) => sum + lot.sheets, 0),
    [belief, plan, progress],
  );
  const used = plan.uses.find(({ kind }) => kind === 'paper')?.id;
  const take = useCallback(
    (paper: ItemOf<'paper'>) => void change({ kind: 'workshop-used', of: 'paper', items: [paper] }),
    [change],
  );
  return (
    <section aria-label={paperWords('papers.title')}>
      <h2>{paperWords('papers.title')}</h2>
      <p className={clsx(kit.note, kit.around4)}>
        {rich(paperWords.rich('papers.says', { term: explaining('sizing') }))}
      </p>
      <ul className={css.papers}>
        {papers.map((paper) => (
          <OnePaper key={paper.id} {...{ paper, sheets }} chosen={paper.id === used} onTake={take} />
        ))}
      </ul>
    </section>
  );
}

const VERDICT = { good: css.good, fair: css.fair, poor: css.poor };

interface OneProps {
  readonly paper: ItemOf<'paper'>;
  readonly sheets: number;
  readonly chosen: boolean;
  readonly onTake: (paper: ItemOf<'paper'>) => void;
}

/** Each by itself, and after what is being typed: none holds up the others. */
const OnePaper = memo(function OnePaper({ paper, sheets, chosen, onTake }: OneProps) {
  const { plan, progress } = usePrintDesk('plan', 'progress');
  const later = useDeferredValue(plan),
    got = progress.bench.coloursGot;
  const { reasons } = useMemo(() => paperFitOf(later, paper, sheets, got), [got, later, paper, sheets]);
  return (
    <li className={clsx(css.onePaper, chosen && css.chosen)}>
      <LookOn paper={paper} />
      <div className={css.paperName}>
        <h3>{paper.name}</h3>
        {chosen ? (
          <strong className={kit.press}>{paperWords('papers.taken')}</strong>
        ) : (
          <Button size="small" onClick={() => onTake(paper)} aria-label={`${paperWords('papers.take')}: ${paper.name}`}>
            {paperWords('papers.take')}
          </Button>
        )}
      </div>
      <dl className={css.reasons}>
        {reasons.map(({ aspect, verdict, code, values }) => (
          <div key={aspect} className={VERDICT[verdict]}>
            <dt>{paperWords(`papers.aspect.${aspect}`)}</dt>
            <dd>
              <span className={css.verdict}>{paperWords(`papers.verdict.${verdict}`)}</span>{' '}
              {paperWords(`papers.why.${code}` as 'papers.why.dry', values as never)}
            </dd>
          </div>
        ))}
      </dl>
    </li>
  );
});

/** The finished print on a paper, small. */
const LookOn = memo(function LookOn({ paper: { name, labD50 } }: { readonly paper: ItemOf<'paper'> }) {
  const { plan, progress, sheet, coverage } = usePrintDesk('plan', 'progress', 'sheet', 'coverage');
  const later = useDeferredValue(plan);
  const fills = useMemo(() => {
    const looks = looksOfPlan({ ...later, paper: { name, labD50 } }, progress.bench.coloursGot, sheet);
    return looks && fillsAfter(looks, later.runs.length);
  }, [labD50, later, name, progress.bench.coloursGot, sheet]);
  return coverage && fills ? (
    <Thumb coverage={coverage} fills={fills} label={paperWords('papers.look', { paper: name })} />
  ) : (
    <div className={css.lookRoom} />
  );
});
