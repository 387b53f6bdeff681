'use client';
import clsx from 'clsx';
import { formatLength } from '@/core/units';
import { impressionCards } from '@/derived';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { dampWords } from '@/words/damp';
import { areaInWords, quantity } from '@/words/quantities';

/** What each laying by brush of a run is made with. */
export function ImpressionCards({ index, sheets }: { readonly index: number; readonly sheets: number }) {
  const { plan, sheet, unit } = usePrintDesk('plan', 'sheet', 'unit');
  const ml = (millilitres: number) => quantity('ml', millilitres, millilitres < 10 ? 1 : 0);
  return impressionCards(plan, sheet, plan.runs[index], sheets).map((card) => (
    <section key={card.inkName} className={kit.above14} aria-label={dampWords('card.title')}>
      <p className={kit.lead}>{card.inkName}</p>
      <p className={clsx(kit.num, kit.above4)}>
        {dampWords('card.parts', { pigment: card.pigmentParts, paste: card.pasteParts })}
      </p>
      <p>
        {dampWords('card.quantities', {
          ...{ pigment: ml(card.pigmentMl), paste: ml(card.pasteMl), water: ml(card.waterMl) },
          sheets,
        })}
      </p>
      <p>{dampWords('card.brush', { brush: formatLength(card.brushMm, unit, 0) })}</p>
      <p>{dampWords(`card.rubbing.${card.rubbing}`)}</p>
      <p>{dampWords('card.moisten', { area: areaInWords(100 * card.areaCm2) })}</p>
      {card.masked && <p>{dampWords('card.mask')}</p>}
      {card.fades && <p>{dampWords('card.fade')}</p>}
      <p className={kit.note}>{dampWords('card.start')}</p>
    </section>
  ));
}
