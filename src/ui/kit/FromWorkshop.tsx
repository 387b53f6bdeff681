'use client';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { memo, useMemo, useRef } from 'react';
import { usedOf } from '@/derived';
import type { ItemKind, WorkshopItem } from '@/model';
import { usePrintDesk } from './printContext';
import { Swatch } from './Swatch';
import { frameWords } from '@/words/frame';

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
export function FromWorkshop({ kind, ...shown }: Props) {
  const {
    workshop: { items, problem },
    plan: { uses },
    change,
  } = usePrintDesk('workshop', 'plan', 'change');
  const used: readonly WorkshopItem[] = useMemo(() => usedOf({ uses }, kind), [uses, kind]);
  const options = useMemo(() => {
    const there = (items ?? []).map(({ item }) => item).filter((item) => item.kind === kind);
    return [...there, ...used.filter((one) => !there.some((item) => item.id === one.id))];
  }, [items, kind, used]);
  const choose = (ids: readonly string[]) =>
    void change({
      kind: 'workshop-used',
      of: kind,
      // what is kept from the gate on is kept as it was
      items: ids.flatMap((id) => [...used, ...options].find((item) => item.id === id) ?? []),
    });
  const now = useRef(choose);
  now.current = choose;
  const take = useMemo(() => (ids: readonly string[]) => now.current(ids), []);
  return <Drawn {...shown} {...{ used, options, problem }} onTake={take} />;
}

interface DrawnProps extends Omit<Props, 'kind'> {
  readonly used: readonly WorkshopItem[];
  readonly options: readonly WorkshopItem[];
  readonly problem: string | undefined;
  readonly onTake: (ids: readonly string[]) => void;
}

/** Drawn again only when what it shows is otherwise. */
const Drawn = memo(function Drawn({ label, several, none, className, used, options, problem, onTake }: DrawnProps) {
  return (
    <TextField
      select
      fullWidth
      {...{ label, className }}
      helperText={problem}
      value={several ? used.map((item) => item.id) : (used[0]?.id ?? '')}
      onChange={(e) => {
        const value: unknown = e.target.value;
        onTake(Array.isArray(value) ? (value as string[]) : value === '' ? [] : [String(value)]);
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
      {several && options.length === 0 && <MenuItem disabled>{frameWords('workshopHasNone')}</MenuItem>}
    </TextField>
  );
});
