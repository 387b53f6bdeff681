'use client';
import clsx from 'clsx';
import { useMemo } from 'react';
import { wordForDifference } from '@/core/colour';
import { pickedUpShare } from '@/core/inks';
import { formatLength } from '@/core/units';
import { blendNames, blendsOf, blendsOnBlocks } from '@/derived';
import { BLEND_PASSES, BLEND_PERCENT, type Plan } from '@/model';
import { CountField, NumberField } from '@/ui/kit/fields';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { blendWords } from '@/words/blend';
import { craftWords } from '@/words/craft';
import { areaInWords, decimal } from '@/words/quantities';
import { useMeetings } from './useMeetings';

/** Wet in wet: what films pick up of open ones, where, and whether that is wanted. */
export function BlendPanel() {
  const { plan, change, progress } = usePrintDesk('plan', 'change', 'progress');
  const { blend } = plan.way,
    closed = progress.closedRuns > 0;
  const set = (part: Partial<Plan['way']['blend']>) =>
    void change({ kind: 'way-set', part: { blend: { ...blend, ...part } } });
  return (
    <section aria-label={blendWords('title')} data-testid="blends">
      <h2>{blendWords('title')}</h2>
      <p className={kit.note}>{blendWords('says')}</p>
      <div className={clsx(kit.fields, kit.atTop, kit.above12)}>
        <NumberField
          label={blendWords('percent')}
          value={blend.percent}
          range={BLEND_PERCENT}
          disabled={closed}
          onChange={(percent) => set({ percent })}
        />
        <CountField
          label={blendWords('passes')}
          value={blend.passes}
          range={BLEND_PASSES}
          disabled={closed}
          onChange={(passes) => set({ passes })}
        />
      </div>
      <p className={clsx(kit.note, kit.above6)}>
        {blendWords('comesTo', { percent: decimal(100 * pickedUpShare(blend.percent, blend.passes), 0) })}
      </p>
      <label className={clsx(kit.row, kit.gap8, kit.above6)}>
        <input type="checkbox" checked={blend.wanted} onChange={() => set({ wanted: !blend.wanted })} />
        {blendWords('wanted')}
      </label>
      <Blends />
      <p className={kit.note}>{blendWords('order')}</p>
    </section>
  );
}

/** Rows that are told. */
const MOST_ROWS = 8;
/** Below this nobody sees it. */
const SEEN_DELTA_E = 2;

function Blends() {
  const { plan, unit, progress, sheet } = usePrintDesk('plan', 'unit', 'progress', 'sheet');
  const { wanted } = plan.way.blend,
    { coloursGot } = progress.bench;
  const blends = useMemo(() => blendsOf(plan, coloursGot, sheet), [coloursGot, plan, sheet]);
  const meetings = useMeetings();
  const onBlocks = useMemo(() => (meetings ? blendsOnBlocks(plan, meetings) : []), [meetings, plan]);
  const mood = String(wanted);
  if (blends.length === 0 && onBlocks.length === 0) return <p className={kit.note}>{blendWords('none')}</p>;
  return (
    <>
      <ul className={clsx(kit.watch, kit.above8)}>
        {blends.slice(0, MOST_ROWS).map((one) => (
          <li
            key={`${one.run} ${one.below}`}
            className={clsx(kit.plain, !wanted && one.deltaE > SEEN_DELTA_E && kit.ochre)}
          >
            {blendWords('over', {
              ...blendNames(plan, one),
              ...{ area: areaInWords(100 * one.areaCm2), deltaE: decimal(one.deltaE, 1) },
              difference: craftWords(`difference.${wordForDifference(one.deltaE)}`),
            })}
          </li>
        ))}
        {onBlocks.slice(0, MOST_ROWS).map(({ run, first, second, chargedFirst, edgeMm }) => (
          <li key={`${run} ${first} ${second}`} className={clsx(kit.plain, !wanted && kit.ochre)}>
            {blendWords('onBlock', {
              ...{ run: run + 1, first, second, chargedFirst },
              ...{ edge: formatLength(edgeMm, unit, 0), mood },
            })}
          </li>
        ))}
      </ul>
      {blends.length > 0 && <p className={kit.plain}>{blendWords('advice', { mood })}</p>}
    </>
  );
}
