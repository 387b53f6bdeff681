'use client';
import clsx from 'clsx';
import { useMemo } from 'react';
import { blocksOfRun, fillsAfter, inkForClass, inkNamesOf, inkOf, inkingsOf, maskNotes } from '@/derived';
import type { Ink, Run } from '@/model';
import { FileLink } from '@/ui/kit/FileLink';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { Thumb } from '@/ui/kit/Thumb';
import { benchWords } from '@/words/bench';
import { craftWords } from '@/words/craft';
import { noteInWords } from '@/words/notes';
import { listOf } from '@/words/phrases';
import { printWords } from '@/words/prints';
import { gramsInWords } from '@/words/quantities';
import { tableWords } from '@/words/table';
import { wayInWords } from '@/words/ways';
import { Cautions } from '../../kit/Cautions';
import type { ClassView } from './useClass';
import css from './table.module.css';

/** What all places share in this run: block, shield, recipe, paper, and how much ink is mixed once for everybody. */
export function Shared({ view: { plan, index, shown }, run }: { readonly view: ClassView; readonly run: Run }) {
  const { looks, coverage, sheet, urls } = usePrintDesk('looks', 'coverage', 'sheet', 'urls');
  const look = useMemo(() => (looks ? fillsAfter(looks, index + 1) : undefined), [looks, index]);
  const notes = maskNotes(plan, run).map((told) => noteInWords(told));
  const inks = [...new Set(inkingsOf(run).map((inking) => inkOf(plan, inking)))];
  return (
    <>
      <h1>{tableWords('run', { run: index + 1, inks: inkNamesOf(plan, run) })}</h1>
      <div className={kit.above10}>
        {coverage && look ? (
          <Thumb coverage={coverage} fills={look} label={benchWords('pull.look', { run: index + 1 })} />
        ) : (
          <div className={css.lookRoom} />
        )}
      </div>
      <dl className={clsx(css.facts, kit.above12)} aria-label={tableWords('shared.title')}>
        <dt>{tableWords('shared.block')}</dt>
        <dd>
          {listOf(
            blocksOfRun(plan, run).map(({ block: { name, materialId } }) =>
              tableWords('shared.blockIs', { name, material: printWords(`material.${materialId}`) }),
            ),
          )}
        </dd>
        <dt>{tableWords('shared.shield')}</dt>
        <dd>{notes.length > 0 ? notes.join(' ') : tableWords('shared.noShield')}</dd>
        <dt>{tableWords('shared.recipe')}</dt>
        <dd>
          {inks.map((ink) => (
            <span key={ink.id} className={css.line}>
              {recipeInWords(ink)}
            </span>
          ))}
        </dd>
        {shown && (
          <>
            <dt>{tableWords('shared.ink', { sheets: shown.places * shown.each })}</dt>
            <dd className={kit.num} data-testid="ink-for-class">
              {gramsInWords(inkForClass(plan, sheet, run, shown))}
            </dd>
          </>
        )}
        <dt>{tableWords('shared.paper')}</dt>
        <dd>{plan.paper.name}</dd>
        <dt>{tableWords('shared.register')}</dt>
        <dd>
          {wayInWords(plan.way.registration)}, {craftWords(`printing.${plan.way.printing}`)}
        </dd>
      </dl>
      <p className={kit.above12}>
        <FileLink href={urls.file(`stations-${index + 1}.pdf`)}>{tableWords('cards')}</FileLink>
      </p>
      <div className={kit.above14}>
        <Cautions place="pull" />
      </div>
    </>
  );
}

function recipeInWords(ink: Ink): string {
  if (!ink.recipe) return tableWords('shared.noRecipe', { ink: ink.name });
  const parts = ink.recipe.parts.map(({ name, share }) =>
    tableWords('shared.part', { name, percent: Math.round(100 * share) }),
  );
  return tableWords('shared.mixed', { ink: ink.name, parts: listOf(parts) });
}
