'use client';
import Button from '@mui/material/Button';
import Slider from '@mui/material/Slider';
import clsx from 'clsx';
import { useState } from 'react';
import { kit } from '@/ui/kit/styles';
import { cuttableWords } from '@/words/cuttable';
import { decimal } from '@/words/quantities';
import type { CutFiguresTold } from './useCuttable';
import type { Flatten } from '../useFlatten';
import css from './CuttablePanel.module.css';

type Curve = NonNullable<Flatten['curve']>;

interface Props {
  readonly flatten: Flatten;
  readonly now: CutFiguresTold['after'];
  readonly onHours: (hours: number | null) => void;
}

/** So much likeness is nothing: the hours down to which giving away costs no more are offered. */
const FREE_DELTA_E = 0.005;
const inSteps = (hours: number) => Math.round(4 * hours) / 4;

/** Hours against likeness: a curve, and on it the point one has chosen. */
export function HoursPanel({ flatten, now, onHours }: Props) {
  const { curve, settings } = flatten;
  const [dragged, setDragged] = useState<number>();
  if (!curve) return <p className={clsx(kit.note, kit.above8)}>{cuttableWords('budget.working')}</p>;
  const all = curve[0].hours,
    least = curve[curve.length - 1].hours,
    hours = dragged ?? settings.cuttable?.hours ?? all;
  const there = at(curve, hours),
    free = freeHours(curve);
  return (
    <div className={kit.above8}>
      <CurveChart curve={curve} hours={Math.min(all, Math.max(least, hours))} />
      <Slider
        value={Math.min(all, Math.max(least, hours))}
        min={Math.ceil(4 * least) / 4}
        max={inSteps(all) + 0.25}
        step={0.25}
        onChange={(_, value) => setDragged(value as number)}
        onChangeCommitted={(_, value) => {
          setDragged(undefined);
          onHours((value as number) >= all ? null : (value as number));
        }}
        aria-label={cuttableWords('figures.hours')}
        getAriaValueText={(value) => cuttableWords('budget.hours', { hours: decimal(value, 2) })}
      />
      <div className={clsx(kit.row, kit.between)}>
        <span className={kit.quiet}>
          {cuttableWords('budget.atMost')}{' '}
          <span className={kit.num}>{cuttableWords('budget.hours', { hours: decimal(hours, 2) })}</span>
        </span>
        <span className={kit.num}>
          {cuttableWords('figures.likenessNow', {
            likeness: decimal(dragged === undefined ? now.likeness : there.likeness, 2),
          })}
        </span>
      </div>
      {free < all - 0.3 && hours > free && (
        <div className={kit.said}>
          <span className={kit.note}>{cuttableWords('budget.free', { hours: decimal(free, 1) })}</span>
          <Button size="small" onClick={() => onHours(Math.ceil(4 * free) / 4)}>
            {cuttableWords('budget.freeTake')}
          </Button>
        </div>
      )}
      {hours < 1.25 * now.clearingHours && (
        <p className={kit.note}>{cuttableWords('budget.floor', { hours: decimal(now.clearingHours, 1) })}</p>
      )}
      {(settings.cuttable?.hours ?? all) < least && (
        <p className={clsx(kit.note, kit.ochre)}>
          {cuttableWords('budget.short', {
            hours: decimal(settings.cuttable!.hours!, 2),
            least: decimal(least, 1),
          })}
        </p>
      )}
    </div>
  );
}

/** Where the curve is at so many hours. */
function at(curve: Curve, hours: number): Curve[number] {
  return curve.find((point) => point.hours <= hours) ?? curve[curve.length - 1];
}

/** The least hours at which the picture is as like as with all of them. */
function freeHours(curve: Curve): number {
  return curve.reduce(
    (least, point) => (point.likeness <= curve[0].likeness + FREE_DELTA_E ? Math.min(least, point.hours) : least),
    curve[0].hours,
  );
}

const WIDTH = 300,
  HEIGHT = 72,
  PAD = 5;

function CurveChart({ curve, hours }: { curve: Curve; hours: number }) {
  const all = curve[0].hours,
    least = curve[curve.length - 1].hours;
  const high = Math.max(...curve.map((point) => point.likeness)),
    low = Math.min(...curve.map((point) => point.likeness));
  const x = (h: number) => PAD + ((WIDTH - 2 * PAD) * (h - least)) / Math.max(1e-6, all - least),
    // far off the picture is high up; the first losses, that matter, are drawn larger
    y = (l: number) => HEIGHT - PAD - (HEIGHT - 2 * PAD) * Math.sqrt((l - low) / Math.max(1e-6, high - low));
  const d = curve.map((point, k) => `${k === 0 ? 'M' : 'L'}${x(point.hours)} ${y(point.likeness)}`).join('');
  return (
    <svg
      className={css.chart}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      preserveAspectRatio="none"
      role="img"
      aria-label={cuttableWords('budget.curve')}
    >
      <path className={css.curve} d={d} />
      <line className={css.here} x1={x(hours)} x2={x(hours)} y1={0} y2={HEIGHT} />
    </svg>
  );
}
