'use client';
import MenuItem from '@mui/material/MenuItem';
import Select from '@mui/material/Select';
import clsx from 'clsx';
import css from './Pick.module.css';

interface Props<V extends string> {
  /** Read out: nothing of it stands beside the list. */
  readonly label: string;
  readonly value: V;
  readonly options: readonly (readonly [value: V, words: string])[];
  readonly onChange: (value: V) => void;
  readonly className?: string;
  readonly disabled?: boolean;
}

/** One of a list, chosen in a line of text or a row of a table. */
export function Pick<V extends string>({ label, value, options, onChange, className, disabled }: Props<V>) {
  return (
    <Select
      size="small"
      displayEmpty
      className={clsx(css.pick, className)}
      {...{ value, disabled }}
      onChange={(e) => onChange(e.target.value as V)}
      SelectDisplayProps={{ 'aria-label': label }}
    >
      {options.map(([option, words]) => (
        <MenuItem key={option} value={option} dense>
          {words}
        </MenuItem>
      ))}
    </Select>
  );
}
