'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { useState } from 'react';
import { filledG, type Pot } from '@/derived';
import { POT_ENDS, POT_G } from '@/model';
import { FileLink } from '@/ui/kit/FileLink';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { useLog } from '@/ui/kit/useLog';
import { shortDayOf } from '@/words/dates';
import { mixWords } from '@/words/mix';
import { inWords } from '@/words/failures';
import { gramsInWords } from '@/words/quantities';
import { FigureToPut } from './FigureToPut';
import type { Mix } from './useMix';
import css from './mix.module.css';

interface Props {
  readonly mix: Mix;
  readonly pot: Pot;
}

/** What is left of a pot is put away under a lid with a label, or the pot is at its end. */
export function Leftover({ mix: { one }, pot }: Props) {
  const { urls, mixing, tell } = usePrintDesk('urls', 'mixing', 'tell');
  const [weighedG, setWeighed] = useState<number>();
  const log = useLog();
  const weigh = async () => {
    const answer = await mixing.scale();
    if (!answer.ok) tell(inWords(answer));
    else if (!answer.value.atRest) tell(mixWords('pour.settling'));
    else setWeighed(Math.max(POT_G.min, answer.value.grams));
  };
  const keep = async (grams: number) => {
    if (await log({ kind: 'pot-kept', potId: pot.potId, grams })) setWeighed(undefined);
  };
  if (filledG(pot) === 0) return null;
  return (
    <section className={kit.above18} aria-label={mixWords('left.title')}>
      <h2>{mixWords('left.title')}</h2>
      {pot.kept && (
        <p className={clsx(kit.say, kit.good, kit.above8)} role="status">
          {mixWords('left.keptSays', { grams: gramsInWords(pot.kept.grams), day: shortDayOf(pot.kept.at) })}
        </p>
      )}
      <FigureToPut
        label={mixWords('left.keep')}
        range={POT_G}
        digits={2}
        words={mixWords('left.kept')}
        given={weighedG}
        onPut={(grams) => void keep(grams)}
      />
      <div className={clsx(kit.row, kit.above8)}>
        <Button onClick={() => void weigh()}>{mixWords('left.weigh')}</Button>
        {one && <FileLink href={urls.file(`lid-${one.index + 1}.pdf`)}>{mixWords('left.lid')}</FileLink>}
      </div>
      <div className={clsx(css.ways, kit.above8)} role="group" aria-label={mixWords('left.end')}>
        {POT_ENDS.map((why) => (
          <button
            key={why}
            type="button"
            className={clsx(css.way, kit.pressIn)}
            onClick={() => void log({ kind: 'pot-ended', potId: pot.potId, why })}
          >
            {mixWords(`left.ends.${why}`)}
          </button>
        ))}
      </div>
      <p className={kit.note}>{mixWords('left.skin')}</p>
    </section>
  );
}
