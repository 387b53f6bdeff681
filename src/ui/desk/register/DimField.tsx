'use client';
import { useState } from 'react';
import { formatLength, parseLengthMm, success, type LengthRange, type LengthUnit } from '@/core/units';
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
  const [text, setText] = useState<string>();
  const [wrong, setWrong] = useState(false);
  const shown = formatLength(valueMm, unit);
  const take = () => {
    if (text === undefined) return;
    const parsed = text === shown ? success(valueMm) : parseLengthMm(text, unit, range);
    setWrong(!parsed.ok);
    onError(parsed.ok ? undefined : parsed.message);
    if (!parsed.ok) return;
    setText(undefined);
    if (Math.abs(parsed.value - valueMm) > 1e-6) onChange(parsed.value);
  };
  return (
    <input
      className={css.numberOnDrawing}
      aria-label={label}
      aria-invalid={wrong}
      disabled={disabled}
      value={text ?? shown}
      style={{ left: x, top: y }}
      size={9}
      onFocus={(e) => e.target.select()}
      onChange={(e) => setText(e.target.value)}
      onBlur={take}
      onKeyDown={(e) => {
        if (e.key === 'Enter') take();
        if (e.key === 'Escape') {
          setText(undefined);
          setWrong(false);
          onError(undefined);
        }
      }}
    />
  );
}
