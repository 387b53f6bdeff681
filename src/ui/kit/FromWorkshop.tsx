'use client';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { usedOf } from '@/derived';
import type { ItemKind, WorkshopItem } from '@/model';
import { usePrintDesk } from './printContext';
import { Swatch } from './Swatch';

interface Props {
  readonly kind: ItemKind;
  readonly label: string;
  /** Several can be used together. */
  readonly several?: boolean;
  /** What stands there while nothing of the workshop is used. */
  readonly none: string;
  readonly className?: string;
}

/** Things of the workshop a print is made with, chosen from what is there; one that has left it stays in the list while it is used. */
export function FromWorkshop({ kind, label, several, none, className }: Props) {
  const {
    workshop: { items, problem },
    state: { plan },
    change,
  } = usePrintDesk();
  const used: readonly WorkshopItem[] = usedOf(plan, kind);
  const there = (items ?? []).map(({ item }) => item).filter((item) => item.kind === kind);
  const options = [...there, ...used.filter((one) => !there.some((item) => item.id === one.id))];
  const choose = (ids: readonly string[]) =>
    void change({
      kind: 'workshop-used',
      of: kind,
      // what is kept from the gate on is kept as it was
      items: ids.flatMap((id) => [...used, ...there].find((item) => item.id === id) ?? []),
    });
  return (
    <TextField
      select
      fullWidth
      label={label}
      className={className}
      helperText={problem}
      value={several ? used.map((item) => item.id) : (used[0]?.id ?? '')}
      onChange={(e) => {
        const value: unknown = e.target.value;
        choose(Array.isArray(value) ? (value as string[]) : value === '' ? [] : [String(value)]);
      }}
      slotProps={{
        inputLabel: { shrink: true },
        select: {
          multiple: several,
          displayEmpty: true,
          renderValue: () => (used.length === 0 ? none : used.map((item) => item.name).join(', ')),
        },
      }}
    >
      {!several && <MenuItem value="">{none}</MenuItem>}
      {options.map((item) => (
        <MenuItem key={item.id} value={item.id}>
          {item.kind === 'paper' && (
            <>
              <Swatch lab={item.labD50} />
              &ensp;
            </>
          )}
          {item.name}
        </MenuItem>
      ))}
      {several && options.length === 0 && <MenuItem disabled>the workshop has none</MenuItem>}
    </TextField>
  );
}
