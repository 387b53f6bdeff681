'use client';
import clsx from 'clsx';
import { useRef, useState } from 'react';
import { INK_START_VALUES, ML_PER_TEASPOON } from '@/core/inks';
import { POT_G } from '@/model';
import { NumberField } from '@/ui/kit/fields';
import { usePedal } from '@/ui/kit/pedal';
import { kit } from '@/ui/kit/styles';
import { goToUnread } from '@/ui/kit/unread';
import { mixWords } from '@/words/mix';
import { gramsInWords } from '@/words/quantities';
import type { PourItem } from './useMix';
import css from './mix.module.css';

const G_PER_TEASPOON = ML_PER_TEASPOON * INK_START_VALUES.densityGPerMl;

interface Props {
  readonly item: PourItem;
  readonly by: 'typed' | 'spoon';
  readonly onIn: (grams: number) => void;
}

/** A part that was weighed elsewhere, or measured out by the spoon. */
export function Typed({ item, by, onIn }: Props) {
  const spoon = by === 'spoon',
    each = spoon ? G_PER_TEASPOON : 1;
  const [amount, setAmount] = useState(Math.max(0.01, Math.round((100 * item.restG) / each) / 100));
  const field = useRef<HTMLDivElement>(null);
  const isIn = () => {
    if (!goToUnread(field.current)) onIn(amount * each);
  };
  usePedal(mixWords('pour.isIn'), isIn);
  return (
    <div className={clsx(css.beginning, kit.above12)} ref={field}>
      <div>
        <NumberField
          label={mixWords(spoon ? 'pour.spoons' : 'pour.grams')}
          value={amount}
          range={{
            ...{ min: POT_G.min / each, max: POT_G.max / each },
            what: spoon ? mixWords('pour.spoonsRange') : POT_G.what,
          }}
          digits={2}
          onChange={setAmount}
        />
        {spoon && (
          <p className={kit.note}>
            {mixWords('pour.spoonSays', { grams: gramsInWords(amount * each), each: gramsInWords(each) })}
          </p>
        )}
      </div>
      <button type="button" className={clsx(css.large, kit.pressIn)} onClick={isIn}>
        {mixWords('pour.isIn')}
      </button>
    </div>
  );
}
