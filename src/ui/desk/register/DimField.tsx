'use client';
import { useEffect } from 'react';
import { parseLengthMm, type LengthRange, type LengthUnit } from '@/core/units';
import { formatLength } from '@/words/lengths';
import { useTyped } from '@/ui/kit/useTyped';
import css from './DimField.module.css';

interface Props {
  readonly label: string;
  readonly valueMm: number;
  readonly unit: LengthUnit;
  readonly range: LengthRange;
  /** Place on the drawing, in screen pixels of its box. */
  readonly x: number;
  readonly y: number;
  readonly onChange: (mm: number) => void;
  readonly onError: (message: string | undefined) => void;
  readonly disabled?: boolean;
}

/** A number on the drawing: it can be typed over. */
export function DimField({ label, valueMm, unit, range, x, y, onChange, onError, disabled }: Props) {
  const { value, error, handlers } = useTyped({
    shown: formatLength(valueMm, unit),
    value: valueMm,
    read: (text) => parseLengthMm(text, unit, range),
    onChange,
  });
  useEffect(() => onError(error), [error, onError]);
  return (
    <input
      className={css.numberOnDrawing}
      aria-label={label}
      aria-invalid={Boolean(error)}
      disabled={disabled}
      style={{ left: x, top: y }}
      size={9}
      onFocus={(e) => e.target.select()}
      value={value}
      {...handlers}
    />
  );
}
