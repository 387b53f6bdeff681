'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { usePedal } from '@/ui/kit/pedal';
import { kit } from '@/ui/kit/styles';
import { mixWords } from '@/words/mix';
import { weighed } from './mixInWords';
import { tolG, type PourItem } from './useMix';
import type { Scale } from './useScale';
import css from './mix.module.css';

/** What a simulated hand puts down at once, g. */
const HANDFULS = { knife: 2, dab: 0.3, speck: 0.04 } as const;
/** From here on one pours slowly: an eighth of the part, at least this much. */
const SLOWLY_G = 0.3,
  SLOWLY_SHARE = 1 / 8;
/** Less than this is the scale's trembling: a pedal that bounces puts nothing in. */
const LEAST_IN_G = 0.03;
/** More than this over, and the recipe is not the recipe any more. */
const overBy = ({ allG, restG }: PourItem, grams: number) => grams - restG - Math.max(0.03, 0.02 * allG);

interface Props {
  readonly item: PourItem;
  readonly scale: Scale;
  readonly onIn: (grams: number) => void;
}

/** One part against the scale: a bar that fills, slows the hand before its end, and says when it is over. */
export function OnScale({ item, scale: { shown, silent, act }, onIn }: Props) {
  const grams = Math.max(0, shown?.grams ?? 0),
    rest = item.restG - grams;
  const state =
    overBy(item, grams) > 0
      ? 'over'
      : rest <= tolG(item.allG)
        ? 'enough'
        : rest < Math.max(SLOWLY_G, SLOWLY_SHARE * item.allG)
          ? 'slowly'
          : 'toGo';
  const ready = shown !== undefined && shown.atRest && grams >= LEAST_IN_G;
  const take = () => {
    if (ready) onIn(grams);
  };
  usePedal(mixWords('pour.isIn'), take);
  const says = { toGo: weighed(rest), slowly: weighed(rest), enough: '', over: weighed(-rest) }[state];
  return (
    <div className={css.scale} data-state={state}>
      <div className={css.scaleRow}>
        <output className={css.figure} aria-label={mixWords('pour.scaleLabel')} aria-live="off">
          {shown ? weighed(shown.grams) : '—'}
        </output>
        <p className={css.scaleSays} role="status">
          {silent ? mixWords('pour.noScale') : mixWords(`pour.${state}`, { grams: says })}
        </p>
      </div>
      <div
        className={css.fills}
        role="meter"
        aria-label={mixWords('pour.title')}
        aria-valuemin={0}
        aria-valuemax={Math.round(100 * item.restG) / 100}
        aria-valuenow={Math.min(grams, item.restG)}
      >
        <i style={{ width: `${Math.min(100, (100 * grams) / Math.max(item.restG, 1e-6) / 1.15)}%` }} />
      </div>
      <button type="button" className={clsx(css.large, kit.pressIn)} disabled={!ready} onClick={take}>
        {mixWords(shown && !shown.atRest ? 'pour.settling' : 'pour.isIn')} <small>{mixWords('pour.isInKey')}</small>
      </button>
      <div className={css.hand}>
        <Button onClick={() => void act('tare')}>{mixWords('pour.tare')}</Button>
        {(['knife', 'dab', 'speck'] as const).map((much) => (
          <Button key={much} onClick={() => void act('put', HANDFULS[much])}>
            {mixWords(`pour.handful.${much}`)}
          </Button>
        ))}
      </div>
      <p className={kit.note}>{mixWords('pour.simulated')}</p>
    </div>
  );
}
