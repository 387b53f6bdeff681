'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { useMemo } from 'react';
import { wordForDifference } from '@/core/colour';
import { sharesWith, type Pot } from '@/derived';
import { POT_G } from '@/model';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { useLog } from '@/ui/kit/useLog';
import { craftWords } from '@/words/craft';
import { mixWords } from '@/words/mix';
import { inkName, poursInWords, weighed } from './mixInWords';
import { useNearest } from './useNearest';
import type { Mix } from './useMix';

/** So much more than wanted is no overshoot but the scale's trembling: a fiftieth, a twentieth of a gram at least. */
const overFrom = (wantedG: number) => Math.max(0.05, 0.02 * wantedG);

/** Another way is worth saying when it saves at least a tenth of the pot. */
const SHORTER = 0.9;

interface Props {
  readonly mix: Mix;
  readonly pot: Pot;
}

/** A part went over, or something else went in: what the rest comes to, and a shorter way. */
export function WentOver({ mix: { pouring, inPot }, pot }: Props) {
  const over = pouring && (pouring.overG > overFrom(pot.wantedG) || pouring.strangers.length > 0);
  return over ? <Ways inPot={inPot} pouring={pouring} pot={pot} /> : null;
}

interface WaysProps {
  readonly inPot: Mix['inPot'];
  readonly pouring: NonNullable<Mix['pouring']>;
  readonly pot: Pot;
}

function Ways({ inPot, pouring, pot }: WaysProps) {
  const { cabinet } = usePrintDesk('cabinet');
  const log = useLog();
  const { totalG, overG, strangers } = pouring;
  const potG = inPot.reduce((sum, { grams }) => sum + grams, 0);
  const question = useMemo(
    () => ({ over: 'below' as const, inPot, mostG: Math.max(0.05, totalG - potG) }),
    [inPot, totalG, potG],
  );
  const { nearest, problem } = useNearest(pot, question);
  const nameOf = (id: string) => inkName(cabinet.inks, id);
  const change = (pours: NonNullable<typeof nearest>['pours']) => {
    const { wantedG, shares } = sharesWith(inPot, pours, nameOf);
    void log({ kind: 'pot-changed', potId: pot.potId, wantedG: Math.max(POT_G.min, wantedG), shares });
  };
  const nearestG = potG + (nearest?.pours.reduce((sum, { grams }) => sum + grams, 0) ?? 0);
  const shorter = nearestG < SHORTER * totalG || strangers.length > 0;
  const word = (deltaE: number) => craftWords(`difference.${wordForDifference(deltaE)}`);
  return (
    <section className={clsx(kit.say, kit.wait, kit.above12)} aria-label={mixWords('wentOver.title')}>
      <h2>{mixWords('wentOver.title')}</h2>
      {strangers.length > 0 && (
        <p>{mixWords('wentOver.strangers', { names: strangers.map(({ id }) => nameOf(id)).join(', ') })}</p>
      )}
      {overG > 0.005 && <p>{mixWords('wentOver.follow', { total: weighed(totalG), over: weighed(overG) })}</p>}
      {problem ? (
        <p>{problem}</p>
      ) : !nearest ? (
        <p className={kit.note}>{mixWords('wentOver.searching')}</p>
      ) : !shorter ? null : nearest.pours.length > 0 ? (
        <>
          <p>
            {mixWords('wentOver.nearest', {
              ...{ more: poursInWords(nearest.pours, nameOf), deltaE: nearest.deltaE, word: word(nearest.deltaE) },
              total: weighed(nearestG),
            })}
          </p>
          <Button onClick={() => change(nearest.pours)}>{mixWords('wentOver.takeNearest')}</Button>
        </>
      ) : (
        <>
          <p>{mixWords('wentOver.leave', { deltaE: nearest.beforeDeltaE, word: word(nearest.beforeDeltaE) })}</p>
          <Button onClick={() => change([])}>{mixWords('wentOver.takeLeave')}</Button>
        </>
      )}
    </section>
  );
}
