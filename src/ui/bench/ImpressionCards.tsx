'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { useState } from 'react';
import { eachBrushPart, type BrushMix } from '@/core/inks';
import { formatLength } from '@/words/lengths';
import { impressionCards, type ImpressionCard } from '@/derived';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { dampWords } from '@/words/damp';
import { areaInWords, millilitresInWords } from '@/words/quantities';
import { DampDialog } from './DampDialog';

const inMl = (of: BrushMix) => eachBrushPart((part) => millilitresInWords(of[part]));

/** What each laying by brush of a run is made with, and what it took. */
export function ImpressionCards({ index, sheets }: { readonly index: number; readonly sheets: number }) {
  const { plan, sheet, brushMix, progress } = usePrintDesk('plan', 'sheet', 'brushMix', 'progress');
  const [asked, setAsked] = useState<ImpressionCard>();
  const learned = Object.values(brushMix).some((factor) => factor !== 1);
  return (
    <>
      {impressionCards(plan, sheet, plan.runs[index], sheets, brushMix).map((card) => {
        const taken = progress.bench.brushedWith.findLast(
          ({ runId, inkingId }) => runId === card.runId && inkingId === card.inkingId,
        );
        return (
          <section key={card.inkingId} className={kit.above14} aria-label={dampWords('card.title')}>
            <Card card={card} sheets={sheets} />
            <p className={kit.note}>{dampWords(learned ? 'card.learned' : 'card.start')}</p>
            {taken && (
              <p className={kit.note}>{dampWords('card.logged', { ...inMl(taken.usedMl), sheets: taken.sheets })}</p>
            )}
            <Button className={kit.above6} disabled={card.areaCm2 === 0} onClick={() => setAsked(card)}>
              {dampWords('card.took')}
            </Button>
          </section>
        );
      })}
      {asked && <DampDialog asked={{ what: 'brushed', card: asked, sheets }} onClose={() => setAsked(undefined)} />}
    </>
  );
}

function Card({ card, sheets }: { readonly card: ImpressionCard; readonly sheets: number }) {
  const { unit } = usePrintDesk('unit');
  return (
    <>
      <p className={kit.lead}>{card.inkName}</p>
      <p className={clsx(kit.num, kit.above4)}>{dampWords('card.parts', { paste: card.pasteParts })}</p>
      <p>{dampWords('card.quantities', { ...inMl(card.ml), sheets })}</p>
      <p>{dampWords('card.brush', { brush: formatLength(card.brushMm, unit, 0) })}</p>
      <p>{dampWords(`card.rubbing.${card.rubbing}`)}</p>
      <p>{dampWords('card.moisten', { area: areaInWords(100 * card.areaCm2) })}</p>
      {card.masked && <p>{dampWords('card.mask')}</p>}
      {card.fades && <p>{dampWords('card.fade')}</p>}
    </>
  );
}
