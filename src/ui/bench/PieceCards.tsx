'use client';
import { pieceLetter } from '@/core/cutting';
import { inkingsOf, inkOf, printedIds, sideOfCut } from '@/derived';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { useSawn } from '@/ui/kit/useSawn';
import { listOf } from '@/words/phrases';
import { sawWords } from '@/words/saw';

/** Which pieces of a sawn block take which ink in a run. */
export function PieceCards({ index }: { readonly index: number }) {
  const { plan } = usePrintDesk('plan');
  const run = plan.runs[index],
    side = sideOfCut(plan, run.formes[0].cutId);
  const { value: sawn } = useSawn(side?.saw ? side : undefined);
  if (!side?.saw || !sawn) return null;
  const lettersOf = (colourIds: readonly string[]) =>
    sawn.pieces.flatMap(({ labels }, p) =>
      labels.some((label) => colourIds.includes(plan.flat!.colours[label].id)) ? [pieceLetter(p)] : [],
    );
  return (
    <section className={kit.above14} data-testid="piece-cards">
      <h2>{sawWords('card')}</h2>
      <ul className={kit.watch}>
        {inkingsOf(run).map((inking) => (
          <li key={inking.id} className={kit.plain}>
            {sawWords('cardInk', {
              ink: inkOf(plan, inking).name,
              pieces: listOf(lettersOf(printedIds(plan, inking))),
            })}
          </li>
        ))}
      </ul>
      <p className={kit.note}>{sawWords('cardMoved')}</p>
      <p className={kit.note}>{sawWords('cardTogether')}</p>
    </section>
  );
}
