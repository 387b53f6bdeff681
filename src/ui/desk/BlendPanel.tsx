'use client';
import clsx from 'clsx';
import { useMemo } from 'react';
import { wordForDifference } from '@/core/colour';
import { pickedUpShare } from '@/core/inks';
import { formatLength } from '@/words/lengths';
import { blendNames, blendsOf, blendsOnBlocks } from '@/derived';
import { BLEND_PASSES, BLEND_PERCENT, BLEND_REACH_MM, CHARGED_FIRST, type Plan } from '@/model';
import { Choice } from '@/ui/kit/Choice';
import { CountField, LengthField, NumberField } from '@/ui/kit/fields';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { blendWords } from '@/words/blend';
import { craftWords } from '@/words/craft';
import { areaInWords, decimal } from '@/words/quantities';
import { useMeetings } from './useMeetings';

/** What films pick up of open ones and rollers carry from ink to ink on a block, where, and whether that is wanted. */
export function BlendPanel() {
  const { plan, change, progress, unit } = usePrintDesk('plan', 'change', 'progress', 'unit');
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
        <LengthField
          label={blendWords('reach')}
          valueMm={blend.reachMm}
          unit={unit}
          range={BLEND_REACH_MM}
          disabled={closed}
          onChange={(reachMm) => set({ reachMm })}
        />
        <Choice
          label={blendWords('chargedFirst')}
          value={blend.chargedFirst}
          options={CHARGED_FIRST.map((first) => [first, blendWords(`charged.${first}`)] as const)}
          disabled={closed}
          onChange={(chargedFirst) => set({ chargedFirst })}
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
  const onBlocks = useMemo(
    () => (meetings ? blendsOnBlocks(plan, meetings, coloursGot, sheet) : []),
    [coloursGot, meetings, plan, sheet],
  );
  const mood = String(wanted);
  const more = Math.max(0, blends.length - MOST_ROWS) + Math.max(0, onBlocks.length - MOST_ROWS);
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
        {onBlocks.slice(0, MOST_ROWS).map((one) => (
          <li
            key={`${one.run} ${one.chargedFirst} ${one.tinted}`}
            className={clsx(kit.plain, !wanted && one.deltaE > SEEN_DELTA_E && kit.ochre)}
          >
            {blendWords('onBlock', {
              ...{ run: one.run + 1, chargedFirst: one.chargedFirst, tinted: one.tinted },
              ...{ edge: formatLength(one.edgeMm, unit, 0), area: areaInWords(100 * one.areaCm2) },
              deltaE: decimal(one.deltaE, 1),
              difference: craftWords(`difference.${wordForDifference(one.deltaE)}`),
            })}
          </li>
        ))}
      </ul>
      {more > 0 && <p className={kit.note}>{blendWords('more', { count: more })}</p>}
      {onBlocks.length > 0 && <p className={kit.plain}>{blendWords('adviceOnBlock', { mood })}</p>}
      {blends.length > 0 && <p className={kit.plain}>{blendWords('advice', { mood })}</p>}
    </>
  );
}
