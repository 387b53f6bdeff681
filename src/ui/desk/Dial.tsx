'use client';
import Slider from '@mui/material/Slider';
import clsx from 'clsx';
import { useId } from 'react';
import { kit } from '@/ui/kit/styles';
import css from './Dial.module.css';

interface Props {
  readonly label: string;
  readonly value: number;
  readonly min: number;
  readonly max: number;
  readonly step: number;
  readonly shown: string;
  readonly onChange: (value: number) => void;
}

/** A value set by a slider, its name before it and what it is after it. */
export function Dial({ label, value, min, max, step, shown, onChange }: Props) {
  const id = useId();
  return (
    <div className={clsx(kit.gap12, css.setting)}>
      <span id={id} className={kit.quiet}>
        {label}
      </span>
      <Slider
        value={value}
        min={min}
        max={max}
        step={step}
        onChange={(_, v) => onChange(v as number)}
        aria-labelledby={id}
        getAriaValueText={() => shown}
      />
      <span className={clsx(kit.num, kit.atRight)}>{shown}</span>
    </div>
  );
}
