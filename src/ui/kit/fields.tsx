'use client';
import TextField from '@mui/material/TextField';
import { memo } from 'react';
import type { Lab } from '@/core/colour';
import { roundTo } from '@/core/numeric';
import { parseCount, parseLengthMm, parseNumber, type LengthRange, type LengthUnit, type Outcome } from '@/core/units';
import { formatLength, written } from '@/words/lengths';
import { kit } from '@/ui/kit/styles';
import clsx from 'clsx';
import css from './fields.module.css';
import { useTyped } from './useTyped';
import type { Told } from '@/core/units';

interface TypedProps {
  readonly label: string;
  readonly shown: string;
  readonly read: (text: string) => Outcome<number>;
  readonly value: number;
  readonly onChange: (value: number) => void;
  readonly disabled?: boolean;
  readonly inputMode?: 'numeric' | 'decimal';
}

/** A value typed as text, with the reason below where it cannot be read. */
function TypedField({ label, disabled, inputMode, ...typing }: TypedProps) {
  const { value, error, handlers } = useTyped(typing);
  return <DrawnField {...{ label, disabled, inputMode, value, error, handlers }} />;
}

interface DrawnProps extends Pick<TypedProps, 'label' | 'disabled' | 'inputMode'> {
  readonly value: string;
  readonly error: string | undefined;
  readonly handlers: ReturnType<typeof useTyped>['handlers'];
}

/** Drawn again only when what it shows is otherwise: a view holds dozens, and an edit changes few. */
const DrawnField = memo(function DrawnField({ label, disabled, inputMode, value, error, handlers }: DrawnProps) {
  return (
    <TextField
      {...{ label, disabled, value }}
      error={Boolean(error)}
      helperText={error}
      fullWidth
      slotProps={{ htmlInput: { inputMode }, inputLabel: { shrink: true } }}
      {...handlers}
    />
  );
});

interface FieldProps<Range> {
  readonly label: string;
  readonly range: Range;
  readonly disabled?: boolean;
}
interface NumberRange {
  readonly min: number;
  readonly max: number;
  readonly what: Told;
}

/** A length typed in any unit. */
export function LengthField({
  valueMm,
  unit,
  range,
  ...rest
}: FieldProps<LengthRange> & {
  readonly valueMm: number;
  readonly unit: LengthUnit;
  readonly onChange: (mm: number) => void;
}) {
  return (
    <TypedField
      {...rest}
      value={valueMm}
      shown={formatLength(valueMm, unit)}
      read={(text) => parseLengthMm(text, unit, range)}
    />
  );
}

/** A whole number. */
export function CountField({
  value,
  range,
  ...rest
}: FieldProps<NumberRange> & { readonly value: number; readonly onChange: (value: number) => void }) {
  return (
    <TypedField
      {...rest}
      value={value}
      shown={String(value)}
      read={(text) => parseCount(text, range)}
      inputMode="numeric"
    />
  );
}

/** Any number, shown with so many digits after the point; empty while it is not known. */
export function NumberField({
  value,
  range,
  digits = 1,
  ...rest
}: FieldProps<NumberRange> & {
  readonly value: number | undefined;
  readonly digits?: number;
  readonly onChange: (value: number) => void;
}) {
  return (
    <TypedField
      {...rest}
      value={value ?? NaN}
      shown={value === undefined ? '' : written(String(roundTo(value, digits)))}
      read={(text) => parseNumber(text, range)}
      inputMode="decimal"
    />
  );
}

const LAB_AXES = [
  ['L*', { min: 0, max: 100, what: 'L*' }],
  ['a*', { min: -130, max: 130, what: 'a*' }],
  ['b*', { min: -130, max: 130, what: 'b*' }],
] as const;

interface LabFieldsProps {
  readonly name: string;
  readonly lab: Lab;
  readonly onChange: (lab: Lab) => void;
  readonly disabled?: boolean;
}

/** A colour as L*, a*, b*; each is taken on its own. */
export function LabFields({ name, lab, onChange, disabled }: LabFieldsProps) {
  return (
    <div role="group" aria-label={name} className={clsx(kit.gap8, css.labFields)}>
      {LAB_AXES.map(([axis, range], i) => (
        <NumberField
          key={axis}
          label={axis}
          value={lab[i]}
          range={range}
          disabled={disabled}
          onChange={(v) => onChange(lab.map((old, j) => (j === i ? v : old)) as unknown as Lab)}
        />
      ))}
    </div>
  );
}
