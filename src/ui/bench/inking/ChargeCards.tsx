'use client';
import { Fragment, memo, useMemo } from 'react';
import { formatLength } from '@/words/lengths';
import { INK_START_VALUES } from '@/core/inks';
import { chargeCards, rollerOf, type ChargeCard } from '@/derived';
import { rich } from '@/ui/kit/rich';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { inkingWords } from '@/words/inking';
import { gramsInWords, quantity } from '@/words/quantities';

interface Props {
  readonly index: number;
  readonly sheets: number;
}

/** How each rolled ink of a run is charged, led over the block and heaped up. */
export const ChargeCards = memo(function ChargeCards({ index, sheets }: Props) {
  const { plan, sheet } = usePrintDesk('plan', 'sheet');
  const cards = useMemo(() => chargeCards(plan, sheet, plan.runs[index], sheets), [plan, sheet, index, sheets]);
  if (cards.length === 0) return null;
  return (
    <section className={kit.above14} aria-label={inkingWords('charge.title')}>
      <h2>{inkingWords('charge.title')}</h2>
      {cards.map((card) => (
        <Card key={card.inkingId} card={card} named={cards.length > 1} />
      ))}
      <p className={kit.note}>{inkingWords('charge.start')}</p>
    </section>
  );
});

function Card({ card, named }: { readonly card: ChargeCard; readonly named: boolean }) {
  const { plan, unit } = usePrintDesk('plan', 'unit');
  const { heaps, slabMm } = card,
    { diameterMm, widthMm } = rollerOf(plan);
  const grams = (ml: number) => {
    const heavy = ml * INK_START_VALUES.densityGPerMl;
    // what a small block keeps is told, too
    return heavy < 1 ? quantity('grams', heavy, 2) : gramsInWords(heavy);
  };
  const long = (mm: number) => formatLength(mm, unit, 0);
  return (
    <div className={kit.above8}>
      {named && <h3>{card.inkName}</h3>}
      <p className={kit.lead}>
        {card.laterCharges === 0
          ? inkingWords('charge.none')
          : rich(
              inkingWords.rich('charge.charges', {
                ...{ later: card.laterCharges, first: card.firstCharges },
                strong: (words) => <strong className={kit.num}>{words}</strong>,
              }),
            )}
      </p>
      <p className={kit.above4}>{inkingWords('charge.lead', { up: card.strokesUp, across: card.strokesAcross })}</p>
      <p className={kit.above4}>
        {inkingWords('charge.slab', {
          ...{ width: long(slabMm.widthMm), least: long(slabMm.leastMm), most: long(slabMm.mostMm) },
        })}
      </p>
      {heaps.map(({ inkName, heap }) => (
        <Fragment key={inkName}>
          <p className={kit.above4}>
            {heaps.length > 1 && <strong>{inkName} </strong>}
            {inkingWords('charge.heap', {
              ...{ grams: gramsInWords(heap.grams), sheets: grams(heap.partsMl.sheets) },
              ...{ slab: grams(heap.partsMl.slabAndRoller), block: grams(heap.partsMl.block) },
            })}
          </p>
          {heap.leastMl > heap.partsMl.sheets && (
            <p className={kit.above4}>{inkingWords('charge.mostly', { least: grams(heap.leastMl) })}</p>
          )}
        </Fragment>
      ))}
      {card.drinks && <p className={kit.above4}>{inkingWords('charge.drinks')}</p>}
      <p className={kit.note}>
        {inkingWords('charge.roller', {
          ...{ named: String(card.rollerName !== null), roller: card.rollerName ?? '' },
          ...{ diameter: long(diameterMm), width: long(widthMm) },
        })}
      </p>
    </div>
  );
}
