'use client';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { Lab } from '@/core/colour';
import { formatLength, parseCount, parseLengthMm, parseNumber, type LengthRange, type LengthUnit } from '@/core/units';

interface LengthProps {
  readonly label: string;
  readonly valueMm: number;
  readonly unit: LengthUnit;
  readonly range: LengthRange;
  readonly onChange: (mm: number) => void;
  readonly disabled?: boolean;
}

/** A length typed in any unit. What cannot be read stays in the field with the reason; what can is taken on Enter or on leaving. */
export function LengthField({ label, valueMm, unit, range, onChange, disabled }: LengthProps) {
  const [text, setText] = useState<string>();
  const [error, setError] = useState<string>();
  const take = () => {
    if (text === undefined) return;
    const parsed = parseLengthMm(text, unit, range);
    setError(parsed.ok ? undefined : parsed.message);
    if (!parsed.ok) return;
    setText(undefined);
    if (Math.abs(parsed.value - valueMm) > 1e-6) onChange(parsed.value);
  };
  return <TextField label={label} value={text ?? formatLength(valueMm, unit)} disabled={disabled} error={Boolean(error)} helperText={error} onChange={(e) => setText(e.target.value)} onBlur={take} onKeyDown={(e) => e.key === 'Enter' && take()} fullWidth />;
}

interface CountProps {
  readonly label: string;
  readonly value: number;
  readonly range: { readonly min: number; readonly max: number; readonly what: string };
  readonly onChange: (value: number) => void;
  readonly disabled?: boolean;
}

export function CountField({ label, value, range, onChange, disabled }: CountProps) {
  const [text, setText] = useState<string>();
  const [error, setError] = useState<string>();
  const take = () => {
    if (text === undefined) return;
    const parsed = parseCount(text, range);
    setError(parsed.ok ? undefined : parsed.message);
    if (!parsed.ok) return;
    setText(undefined);
    if (parsed.value !== value) onChange(parsed.value);
  };
  return <TextField label={label} value={text ?? String(value)} disabled={disabled} error={Boolean(error)} helperText={error} slotProps={{ htmlInput: { inputMode: 'numeric' }, inputLabel: { shrink: true } }} onChange={(e) => setText(e.target.value)} onBlur={take} onKeyDown={(e) => e.key === 'Enter' && take()} fullWidth />;
}

interface NumberProps {
  readonly label: string;
  readonly value: number;
  readonly range: { readonly min: number; readonly max: number; readonly what: string };
  readonly digits?: number;
  readonly onChange: (value: number) => void;
  readonly disabled?: boolean;
}

export function NumberField({ label, value, range, digits = 1, onChange, disabled }: NumberProps) {
  const [text, setText] = useState<string>();
  const [error, setError] = useState<string>();
  const take = () => {
    if (text === undefined) return;
    const parsed = parseNumber(text, range);
    setError(parsed.ok ? undefined : parsed.message);
    if (!parsed.ok) return;
    setText(undefined);
    if (Math.abs(parsed.value - value) > 1e-9) onChange(parsed.value);
  };
  const shown = String(Math.round(value * 10 ** digits) / 10 ** digits);
  return <TextField label={label} value={text ?? shown} disabled={disabled} error={Boolean(error)} helperText={error} slotProps={{ htmlInput: { inputMode: 'decimal' }, inputLabel: { shrink: true } }} onChange={(e) => setText(e.target.value)} onBlur={take} onKeyDown={(e) => e.key === 'Enter' && take()} fullWidth />;
}

const LAB_AXES = [['L*', { min: 0, max: 100, what: 'L*' }], ['a*', { min: -130, max: 130, what: 'a*' }], ['b*', { min: -130, max: 130, what: 'b*' }]] as const;

/** A colour as L*, a*, b*; each is taken on its own. */
export function LabFields({ name, lab, onChange, disabled }: { name: string; lab: Lab; onChange: (lab: Lab) => void; disabled?: boolean }) {
  return (
    <div role="group" aria-label={name} style={{ display: 'grid', gridTemplateColumns: '1fr 1fr 1fr', gap: 8 }}>
      {LAB_AXES.map(([axis, range], i) => <NumberField key={axis} label={axis} value={lab[i]} range={range} disabled={disabled} onChange={(v) => onChange(lab.map((old, j) => (j === i ? v : old)) as unknown as Lab)} />)}
    </div>
  );
}
