'use client';
import { perLanguage } from '@/words/language';
import clsx from 'clsx';
import { useCallback } from 'react';
import { hexFromLabD50 } from '@/core/colour';
import { DIE_LEAST_MM2, DIE_OFFSET_MM, DIE_ROUND_MM, TRIM_MARGIN_MM, TRIMMED_TO } from '@/core/finishing';
import { isDamp } from '@/derived';
import { PRESS_DAYS, type Plan } from '@/model';
import { Choice } from '@/ui/kit/Choice';
import { LengthField, NumberField } from '@/ui/kit/fields';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { Tick } from '@/ui/kit/Tick';
import { inWords } from '@/words/failures';
import { finishWords } from '@/words/finish';
import css from './finish.module.css';

const toSaid = perLanguage(() => TRIMMED_TO.map((to) => [to, finishWords(`to.${to}`)] as const));

export type Finishing = Plan['finishing'];

/** Sets a part of how the sheets are finished. */
export function useFinishing(): (part: Partial<Finishing>) => void {
  const { change } = usePrintDesk('change');
  return useCallback((part) => void change({ kind: 'finishing-set', part }), [change]);
}

/** What a sheet is brought to. */
export function ToFields() {
  const { plan, unit } = usePrintDesk('plan', 'unit'),
    { to, marginMm } = plan.finishing;
  const set = useFinishing();
  return (
    <section className={clsx(kit.stack, kit.gap14)}>
      <Choice label={finishWords('to.label')} value={to} options={toSaid()} onChange={(next) => set({ to: next })} />
      <p className={kit.note}>{finishWords(`to.says.${to}`)}</p>
      {to === 'image' && (
        <LengthField
          label={finishWords('to.margin')}
          valueMm={marginMm}
          range={{ ...TRIM_MARGIN_MM, what: inWords(TRIM_MARGIN_MM.what) }}
          unit={unit}
          onChange={(mm) => set({ marginMm: mm })}
        />
      )}
    </section>
  );
}

/** The shape that is cut out. */
export function ShapeFields() {
  const { plan, unit } = usePrintDesk('plan', 'unit'),
    { shape } = plan.finishing;
  const set = useFinishing();
  const part = (of: Partial<Finishing['shape']>) => set({ shape: { ...shape, ...of } });
  return (
    <section className={clsx(kit.stack, kit.gap14)}>
      <h2>{finishWords('shape.title')}</h2>
      <LengthField
        label={finishWords('shape.offset')}
        valueMm={shape.offsetMm}
        range={{ ...DIE_OFFSET_MM, what: inWords(DIE_OFFSET_MM.what) }}
        unit={unit}
        onChange={(offsetMm) => part({ offsetMm })}
      />
      <LengthField
        label={finishWords('shape.round')}
        valueMm={shape.roundMm}
        range={{ ...DIE_ROUND_MM, what: inWords(DIE_ROUND_MM.what) }}
        unit={unit}
        onChange={(roundMm) => part({ roundMm })}
      />
      <NumberField
        label={finishWords('shape.least')}
        value={shape.leastMm2}
        range={{ ...DIE_LEAST_MM2, what: inWords(DIE_LEAST_MM2.what) }}
        onChange={(leastMm2) => part({ leastMm2 })}
      />
      <Tick words={finishWords('shape.openings')} on={shape.openings} onTick={(openings) => part({ openings })} />
      <Follows colourIds={shape.colourIds} onColours={(colourIds) => part({ colourIds })} />
    </section>
  );
}

interface FollowsProps {
  readonly colourIds: readonly string[];
  readonly onColours: (ids: readonly string[]) => void;
}

/** Which colours of the picture the shape follows: none ticked means all that prints. */
function Follows({ colourIds, onColours }: FollowsProps) {
  const { plan } = usePrintDesk('plan');
  const colours = plan.flat?.colours ?? [];
  return (
    <fieldset className={css.follows}>
      <legend>
        {finishWords('shape.follows')}: {finishWords(colourIds.length === 0 ? 'shape.all' : 'shape.some')}
      </legend>
      {colours.map(({ id, name, wantedLabD50 }) => (
        <div key={id} className={css.colour}>
          <span className={kit.swatch} style={{ background: hexFromLabD50(wantedLabD50) }} aria-hidden />
          <Tick
            words={name}
            on={colourIds.includes(id)}
            onTick={(on) =>
              onColours(colours.map((c) => c.id).filter((one) => (one === id ? on : colourIds.includes(one))))
            }
          />
        </div>
      ))}
    </fieldset>
  );
}

/** Interleaved and pressed before they are brought to size. */
export function LastFields() {
  const { plan } = usePrintDesk('plan'),
    { interleave, pressDays } = plan.finishing;
  const set = useFinishing();
  return (
    <section className={clsx(kit.stack, kit.gap14)}>
      <h2>{finishWords('last.title')}</h2>
      <Tick words={finishWords('last.interleave')} on={interleave} onTick={(on) => set({ interleave: on })} />
      <NumberField
        label={finishWords('last.days')}
        value={pressDays}
        range={{ ...PRESS_DAYS, what: inWords(PRESS_DAYS.what) }}
        onChange={(days) => set({ pressDays: days })}
      />
      <p className={kit.note}>{finishWords('last.says')}</p>
      <p className={kit.note}>{finishWords(isDamp(plan) ? 'last.damp' : 'last.open')}</p>
    </section>
  );
}
