'use client';
import type { CellContext, ColumnDef } from '@tanstack/react-table';
import { createContext, useContext, useMemo, useState } from 'react';
import type { PrintStanding } from '@/model';
import { roleInWords } from '@/words/craft';
import { dayOf } from '@/words/dates';
import { whereWords } from '@/words/where';
import { kit } from '../styles';
import { Sought, VirtualTable } from '../VirtualTable';

/** A finished print, and which print on the shelf it is of. */
export interface WhereRow extends PrintStanding {
  readonly printId: string;
  readonly print: string;
}

export const rowKey = ({ printId, key }: Pick<WhereRow, 'printId' | 'key'>) => `${printId} ${key}`;

interface Props {
  readonly rows: readonly WhereRow[];
  readonly chosen: ReadonlySet<string>;
  readonly onChosen: (chosen: ReadonlySet<string>) => void;
  /** Whether prints of several names stand in it. */
  readonly named: boolean;
}

const ROW_PX = 34;
const Told = createContext<Pick<Props, 'rows' | 'chosen' | 'onChosen'> | undefined>(undefined);
type Cell = CellContext<WhereRow, unknown>;

/** Finished prints and where each is; those that are ticked are moved together. */
export function WhereTable({ rows, chosen, onChosen, named }: Props) {
  const [sought, setSought] = useState('');
  const columns = useMemo(() => columnsFor(named), [named]);
  return (
    <Told value={{ rows, chosen, onChosen }}>
      <Sought value={sought} onChange={setSought} />
      <VirtualTable
        label={whereWords('title')}
        keyOf={rowKey}
        rowPx={ROW_PX}
        none={whereWords('none')}
        {...{ rows, columns, sought }}
      />
    </Told>
  );
}

function columnsFor(named: boolean): ColumnDef<WhereRow>[] {
  const words = (key: 'print' | 'place' | 'note') => ({
    id: key,
    header: whereWords(key === 'print' ? 'print' : key),
    accessorKey: key,
  });
  return [
    { id: 'chosen', header: ChooseAll, cell: ChooseOne, enableSorting: false, size: 36 },
    ...(named ? [words('print')] : []),
    {
      id: 'mark',
      header: whereWords('mark'),
      accessorFn: ({ mark, name }) => mark || whereWords('sheet', { sheet: name }),
      sortingFn: 'alphanumeric',
      cell: ({ getValue }) => <b className={kit.num}>{getValue() as string}</b>,
    },
    { id: 'is', header: whereWords('is'), accessorFn: ({ role }) => roleInWords(role) },
    {
      id: 'where',
      header: whereWords('to'),
      accessorFn: ({ where }) => whereWords(`where.${where ?? 'unsaid'}`),
    },
    {
      id: 'on',
      header: whereWords('since'),
      accessorFn: ({ on }) => on ?? '',
      cell: ({ getValue }) => (
        <span className={kit.num}>{getValue() === '' ? '' : dayOf(getValue() as string, true)}</span>
      ),
    },
    words('place'),
    words('note'),
  ];
}

function ChooseAll({
  table,
}: {
  readonly table: { getRowModel: () => { readonly rows: readonly { original: WhereRow }[] } };
}) {
  const { chosen, onChosen } = useContext(Told)!;
  const shown = table.getRowModel().rows.map(({ original }) => rowKey(original));
  const all = shown.length > 0 && shown.every((key) => chosen.has(key));
  return (
    <input
      type="checkbox"
      aria-label={whereWords('chooseAll')}
      checked={all}
      onChange={() =>
        onChosen(new Set(all ? [...chosen].filter((key) => !shown.includes(key)) : [...chosen, ...shown]))
      }
    />
  );
}

function ChooseOne({ row: { original } }: Cell) {
  const { chosen, onChosen } = useContext(Told)!;
  const key = rowKey(original);
  return (
    <input
      type="checkbox"
      aria-label={whereWords('chooseOne', { print: original.mark || original.name })}
      checked={chosen.has(key)}
      onChange={({ target }) => {
        const next = new Set(chosen);
        if (target.checked) next.add(key);
        else next.delete(key);
        onChosen(next);
      }}
    />
  );
}
