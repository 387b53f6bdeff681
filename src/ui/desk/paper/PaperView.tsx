'use client';
import clsx from 'clsx';
import { useMemo } from 'react';
import type { Outcome } from '@/core/units';
import { formatLength, formatSize } from '@/words/lengths';
import { cutTold, paperUsed, partedOf, sheetsNeeded, type PartedPaper } from '@/derived';
import type { ItemOf } from '@/model';
import { FileLink } from '@/ui/kit/FileLink';
import { FromWorkshop } from '@/ui/kit/FromWorkshop';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { inWords } from '@/words/failures';
import { paperWords } from '@/words/paper';
import { sheetsWords } from '@/words/sheets';
import { Costs } from './Costs';
import { PaperChooser } from './PaperChooser';
import { ParentDrawing } from './ParentDrawing';
import { PartedNow } from './PartedNow';
import { PartingFields } from './PartingFields';
import css from './paper.module.css';

/** Paper: which one, how its parents are parted into this print's sheets, and what it all costs. */
export function PaperView() {
  const { plan } = usePrintDesk('plan');
  const paper = paperUsed(plan);
  const parted = useMemo(() => (paper ? partedOf(plan, paper) : undefined), [plan, paper]);
  return (
    <div className={kit.work}>
      <div className={clsx(kit.stage, kit.scrolls, kit.gap16)}>
        {paper && parted ? (
          <Parted paper={paper} parted={parted} />
        ) : (
          <p className={clsx(kit.say, kit.wait)}>{paperWords('choose')}</p>
        )}
        <PaperChooser />
      </div>
      <aside className={kit.side}>
        <section>
          <h2>{paperWords('title')}</h2>
          <FromWorkshop
            kind="paper"
            label={sheetsWords('rounds.edition')}
            none={plan.paper.name}
            className={kit.above14}
          />
        </section>
        <PartingFields parted={parted?.ok ? parted.value : undefined} />
        {paper && parted?.ok && <PartedNow paper={paper} parted={parted.value} />}
        <Costs />
      </aside>
    </div>
  );
}

interface PartedProps {
  readonly paper: ItemOf<'paper'>;
  readonly parted: Outcome<PartedPaper>;
}

function Parted({ paper, parted }: PartedProps) {
  const { plan, progress, belief, unit, urls } = usePrintDesk('plan', 'progress', 'belief', 'unit', 'urls');
  const lots = useMemo(() => sheetsNeeded(plan, progress, belief), [belief, plan, progress]);
  if (!parted.ok) return <p className={clsx(kit.say, kit.bad)}>{inWords(parted, unit)}</p>;
  const { pieces, cuts, strips, sheetMm, wasteShare } = parted.value;
  const wanted = lots.reduce((sum, lot) => (lot.paper === paper.name ? sum + lot.sheets : sum), 0),
    parents = Math.ceil(wanted / pieces.length);
  const said = (cut: (typeof cuts)[number]) => {
    const { is, atMm, lengthMm } = cutTold(cut);
    return paperWords(`cut.${is}`, {
      ...{ by: plan.parting.by, at: formatLength(atMm, unit), length: formatLength(lengthMm, unit) },
    });
  };
  return (
    <section aria-label={paperWords('cuts')}>
      <p className={kit.answer} aria-live="polite">
        {paperWords('gives', { parents, paper: paper.name, pieces: parents * pieces.length, wanted })}
      </p>
      <p className={clsx(kit.note, kit.around4)}>
        {paperWords('each', {
          ...{ pieces: pieces.length, waste: Math.round(100 * wasteShare), strips },
          size: formatSize(sheetMm.widthMm, sheetMm.heightMm, unit),
        })}
      </p>
      <div className={css.parting}>
        <ParentDrawing paper={paper} parted={parted.value} />
        <div>
          <h3>{paperWords('cuts')}</h3>
          <p className={kit.note}>{paperWords('cutsSay')}</p>
          <ol className={css.cuts}>
            {cuts.map((cut, i) => (
              <li key={i}>{said(cut)}</li>
            ))}
          </ol>
          <FileLink href={urls.file('parting.pdf')}>{paperWords('pdf')}</FileLink>
        </div>
      </div>
      <h3 className={kit.above14}>{paperWords('lots.title')}</h3>
      <ul className={css.lots}>
        {lots.map((lot, i) => (
          <li key={i}>
            <span className={kit.num}>
              {lot.paper === null
                ? paperWords('lots.any', { sheets: lot.sheets })
                : paperWords('lots.of', { sheets: lot.sheets, paper: lot.paper })}
            </span>{' '}
            <span className={kit.quiet}>{paperWords(`lots.${lot.what}`, { name: lot.name || 'none' })}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
