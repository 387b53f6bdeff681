'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { CUTTABLE_LIMITS, type CuttableSettings } from '@/core/cuttable/settings';
import { NumberField } from '@/ui/kit/fields';
import { useKeys } from '@/ui/kit/keys';
import type { Regions } from '@/ui/kit/regions/useRegions';
import { kit } from '@/ui/kit/styles';
import { cuttableWords } from '@/words/cuttable';
import css from './CuttablePanel.module.css';

interface Props {
  readonly cuttable: CuttableSettings;
  readonly regions: Regions;
  readonly onChange: (part: Partial<CuttableSettings>) => void;
  /** Hours the whole takes now. */
  readonly likely: number | undefined;
}

/** Finer here, simpler there: places drawn round, each with hours of its own. */
export function Zones({ cuttable, regions, onChange, likely }: Props) {
  const { line, setLine, mmPerPx } = regions;
  const drawing = line?.use === 'zone';
  const close = () => {
    if (!drawing || line.pointsPx.length < 6) return;
    const outlineMm = line.pointsPx.map((px) => Math.round(px * mmPerPx * 100) / 100);
    setLine(undefined);
    onChange({ zones: [...cuttable.zones, { outlineMm, hours: firstHours(outlineMm, likely) }] });
  };
  useKeys('f', cuttableWords('zones.closeKey'), close, { enabled: drawing });
  return (
    <section className={kit.above10}>
      <div className={kit.said}>
        <h3>{cuttableWords('zones.heading')}</h3>
        {!drawing && cuttable.zones.length < CUTTABLE_LIMITS.maxZones && (
          <Button onClick={() => setLine({ use: 'zone', pointsPx: [] })}>{cuttableWords('zones.draw')}</Button>
        )}
      </div>
      {drawing && (
        <>
          <p className={kit.note}>{cuttableWords('zones.how')}</p>
          <div className={clsx(kit.row, kit.above6)}>
            <Button disabled={line.pointsPx.length < 6} onClick={close}>
              {cuttableWords('zones.close')} <kbd className={kit.keyHint}>F</kbd>
            </Button>
            <Button onClick={() => setLine(undefined)}>{cuttableWords('zones.letGo')}</Button>
          </div>
        </>
      )}
      {cuttable.zones.map((zone, k) => (
        <div key={zone.outlineMm.join()} className={clsx(css.zone, kit.above8)}>
          <NumberField
            label={cuttableWords('zones.hours', { place: k + 1 })}
            value={zone.hours}
            digits={2}
            range={{ min: 0.1, max: CUTTABLE_LIMITS.maxHours, what: cuttableWords('zones.what') }}
            onChange={(hours) => onChange({ zones: cuttable.zones.map((z, i) => (i === k ? { ...z, hours } : z)) })}
          />
          <Button
            className={kit.fieldHigh}
            onClick={() => onChange({ zones: cuttable.zones.filter((_, i) => i !== k) })}
          >
            {cuttableWords('zones.remove', { place: k + 1 })}
          </Button>
        </div>
      ))}
    </section>
  );
}

/** Half of what the place would take by its share of the outline’s box: a beginning to move from. */
function firstHours(outlineMm: readonly number[], likely: number | undefined): number {
  let twice = 0;
  for (let p = 0; p < outlineMm.length; p += 2) {
    const q = (p + 2) % outlineMm.length;
    twice += outlineMm[p] * outlineMm[q + 1] - outlineMm[q] * outlineMm[p + 1];
  }
  const cm2 = Math.abs(twice) / 200;
  return Math.max(0.25, Math.round(4 * Math.min(likely ?? 8, cm2 / 60)) / 4);
}

/** Places that stay as they were flattened, to be freed again. */
export function KeptPlaces({ cuttable, onChange }: Pick<Props, 'cuttable' | 'onChange'>) {
  if (cuttable.keptMm.length === 0) return null;
  return (
    <section className={kit.above10}>
      <h3>{cuttableWords('keep.heading')}</h3>
      {cuttable.keptMm.map((outline, k) => (
        <div key={outline.join()} className={kit.said}>
          <span className={kit.note}>{cuttableWords('keep.place', { place: k + 1 })}</span>
          <Button onClick={() => onChange({ keptMm: cuttable.keptMm.filter((_, i) => i !== k) })}>
            {cuttableWords('keep.free', { place: k + 1 })}
          </Button>
        </div>
      ))}
    </section>
  );
}
