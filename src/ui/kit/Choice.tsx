'use client';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { memo, useMemo, useRef, type ReactNode } from 'react';

type Value = string | number;

export interface ChoiceProps<V extends Value> {
  readonly label: string;
  readonly value: V;
  /** Each value with what is said for it. */
  readonly options: readonly (readonly [value: V, words: ReactNode])[];
  readonly onChange: (value: V) => void;
  readonly disabled?: boolean;
  readonly className?: string;
}

/** One of a list, chosen. It is drawn again only when what it shows is otherwise; `options` should stay the same list, or hold plain words. */
export function Choice<V extends Value>({ options, onChange, ...shown }: ChoiceProps<V>) {
  const now = useRef(onChange);
  now.current = onChange;
  const take = useMemo(() => (value: Value) => now.current(value as V), []);
  // plain words are the same when they read the same
  const plain = options.every(([, words]) => typeof words === 'string');
  const key = plain ? JSON.stringify(options) : options;
  const kept = useRef({ key, options });
  if (kept.current.key !== key) kept.current = { key, options };
  return <Drawn {...shown} options={kept.current.options} onTake={take} />;
}

interface DrawnProps extends Omit<ChoiceProps<Value>, 'onChange'> {
  readonly onTake: (value: Value) => void;
}

const Drawn = memo(function Drawn({ label, value, options, onTake, disabled, className }: DrawnProps) {
  return (
    <TextField
      select
      fullWidth
      {...{ label, value, disabled, className }}
      onChange={(e) => onTake(options.find(([option]) => String(option) === e.target.value)?.[0] ?? e.target.value)}
    >
      {options.map(([option, words]) => (
        <MenuItem key={option} value={option}>
          {words}
        </MenuItem>
      ))}
    </TextField>
  );
});
