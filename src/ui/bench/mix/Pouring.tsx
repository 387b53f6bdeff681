'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { filledG, type Pot } from '@/derived';
import { POURED_BY } from '@/model';
import { outsideDialogs, useKeys } from '@/ui/kit/keys';
import { usePedal } from '@/ui/kit/pedal';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { useLog } from '@/ui/kit/useLog';
import { mixWords } from '@/words/mix';
import { gramsInWords } from '@/words/quantities';
import { itemName, weighed } from './mixInWords';
import { OnScale } from './OnScale';
import { OtherInk } from './OtherInk';
import { Typed } from './Typed';
import { isEnough, type Mix, type PourItem } from './useMix';
import { useScale } from './useScale';
import { WentOver } from './WentOver';
import css from './mix.module.css';

export type PouredBy = (typeof POURED_BY)[number];

interface Props {
  readonly mix: Mix;
  readonly pot: Pot;
}

/** The pot that is being filled, part by part. */
export function Pouring({ mix, pot }: Props) {
  const { items, next, filled } = mix;
  const { cabinet } = usePrintDesk('cabinet');
  const [by, setBy] = useState<PouredBy>('scale');
  const [other, setOther] = useState(false);
  const scale = useScale(by === 'scale');
  const log = useLog();
  const pour = async (item: Pick<PourItem, 'what' | 'inkId' | 'name'>, grams: number, how: PouredBy) => {
    const rounded = Math.round(100 * grams) / 100;
    if (rounded < 0.01) return;
    const { what, inkId, name } = item;
    const done = await log({ kind: 'poured', potId: pot.potId, what, inkId, name, grams: rounded, by: how });
    if (!done) return;
    if (how === 'scale') await scale.act('tare');
    // what is in the tubes is less now
    void cabinet.load();
  };
  return (
    <>
      {next ? <NextPart item={next} /> : <PotFull pot={pot} />}
      <Measured by={by} onBy={setBy} />
      {next && by === 'scale' && (
        <OnScale item={next} scale={scale} onIn={(grams) => void pour(next, grams, 'scale')} />
      )}
      {next && by !== 'scale' && (
        <Typed
          key={`${next.what} ${next.inkId} ${next.pouredG} ${by}`}
          item={next}
          by={by}
          onIn={(grams) => void pour(next, grams, by)}
        />
      )}
      <WentOver mix={mix} pot={pot} />
      <Parts items={items} next={next} filled={filled} />
      <div className={clsx(kit.row, kit.above8)}>
        <TakeBack pot={pot} />
        <Button onClick={() => setOther(true)}>{mixWords('pour.other')}</Button>
      </div>
      {other && (
        <OtherInk
          mix={mix}
          onClose={() => setOther(false)}
          onIn={(item, grams) => {
            setOther(false);
            void pour(item, grams, 'typed');
          }}
        />
      )}
    </>
  );
}

function Measured({ by, onBy }: { readonly by: PouredBy; readonly onBy: (by: PouredBy) => void }) {
  return (
    <div className={css.ways} role="group" aria-label={mixWords('pour.way')}>
      {POURED_BY.map((one) => (
        <button
          key={one}
          type="button"
          className={clsx(css.way, kit.pressIn)}
          aria-pressed={by === one}
          onClick={() => onBy(one)}
        >
          {mixWords(`pour.by.${one}`)}
        </button>
      ))}
    </div>
  );
}

function NextPart({ item }: { readonly item: PourItem }) {
  return (
    <div className={css.nextPart}>
      <h1>{itemName(item)}</h1>
      <p className={kit.num}>{mixWords('pour.toGo', { grams: weighed(item.restG) })}</p>
    </div>
  );
}

function PotFull({ pot }: { readonly pot: Pot }) {
  const { urls } = usePrintDesk('urls');
  const router = useRouter();
  const toPull = () => router.push(urls.page('pull'));
  usePedal(mixWords('pour.toPull'), toPull);
  return (
    <div className={css.nextPart}>
      <h1>{mixWords('pour.full', { grams: gramsInWords(filledG(pot)) })}</h1>
      <p>{mixWords('pour.fullSays')}</p>
      <button type="button" className={clsx(css.large, kit.pressIn)} onClick={toPull}>
        {mixWords('pour.toPull')} <small>{mixWords('pour.isInKey')}</small>
      </button>
    </div>
  );
}

interface PartsProps {
  readonly items: readonly PourItem[];
  readonly next: PourItem | undefined;
  readonly filled: number;
}

function Parts({ items, next, filled }: PartsProps) {
  return (
    <ul className={css.parts} aria-label={mixWords('pour.parts')}>
      {items.map((item) => (
        <li
          key={`${item.what} ${item.inkId}`}
          className={clsx(item === next && css.current, isEnough(item) && css.done)}
          aria-current={item === next ? 'step' : undefined}
        >
          <span>{itemName(item)}</span>
          <span className={css.bar} aria-hidden>
            <i style={{ width: `${Math.min(100, (100 * item.pouredG) / Math.max(item.allG, 1e-6))}%` }} />
          </span>
          <span className={kit.num}>
            {mixWords('pour.of', { poured: weighed(item.pouredG), all: weighed(item.allG) })}
            {isEnough(item) && ' ✓'}
          </span>
        </li>
      ))}
      <li>
        <span />
        <span />
        <strong className={kit.num}>{weighed(filled)}</strong>
      </li>
    </ul>
  );
}

/** What was said to be in, and was not. */
function TakeBack({ pot }: { readonly pot: Pot }) {
  const { cabinet } = usePrintDesk('cabinet');
  const log = useLog();
  const last = pot.pours.at(-1);
  const takeBack = async () => {
    if (last && (await log({ kind: 'pour-undone', pourId: last.pourId }))) void cabinet.load();
  };
  useKeys('z', mixWords('pour.takeBackKey'), () => void takeBack(), {
    ...outsideDialogs,
    enabled: last !== undefined,
  });
  return last ? (
    <Button onClick={() => void takeBack()}>
      {mixWords('pour.takeBack', { name: itemName(last), grams: weighed(last.grams) })}
    </Button>
  ) : null;
}
