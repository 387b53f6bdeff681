'use client';
import {
  flexRender,
  getCoreRowModel,
  getFilteredRowModel,
  getSortedRowModel,
  useReactTable,
  type ColumnDef,
  type Row,
  type SortingState,
} from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import clsx from 'clsx';
import { useRef, useState, type HTMLAttributes } from 'react';
import { frameWords } from '@/words/frame';
import { kit } from './styles';
import css from './VirtualTable.module.css';

interface Props<T> {
  readonly label: string;
  /** Should stay the same list while nothing of it changes. */
  readonly rows: readonly T[];
  readonly columns: readonly ColumnDef<T>[];
  readonly keyOf: (row: T) => string;
  /** Every row is as high, px. */
  readonly rowPx: number;
  /** Rows in whose columns this text stands, as they say it to be sought. */
  readonly sought?: string;
  /** Said when nothing is left. */
  readonly none: string;
  readonly rowProps?: (row: T) => HTMLAttributes<HTMLTableRowElement>;
  readonly onSorted?: (sorted: boolean) => void;
}

/** A table of any length: only the rows in sight are drawn; its heads sort it. */
export function VirtualTable<T>({ label, keyOf, rowPx, none, rowProps, ...asked }: Props<T>) {
  const box = useRef<HTMLDivElement>(null);
  const table = useTable(asked, keyOf);
  const { rows } = table.getRowModel();
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => box.current,
    estimateSize: () => rowPx,
    overscan: 8,
  });
  const items = virtual.getVirtualItems();
  const above = items[0]?.start ?? 0,
    below = virtual.getTotalSize() - (items.at(-1)?.end ?? 0);
  return (
    <div ref={box} className={css.box} role="region" aria-label={label} tabIndex={0}>
      <table className={css.table} aria-rowcount={rows.length + 1}>
        <thead>
          {table.getHeaderGroups().map((group) => (
            <tr key={group.id}>
              {group.headers.map(({ id, column, getContext }) => (
                <th
                  key={id}
                  scope="col"
                  aria-sort={ARIA_SORT[String(column.getIsSorted())]}
                  style={{ width: column.columnDef.size }}
                >
                  {column.getCanSort() ? (
                    <button type="button" className={css.sorts} onClick={column.getToggleSortingHandler()}>
                      {flexRender(column.columnDef.header, getContext())}
                      <i aria-hidden>{SORT_SIGN[String(column.getIsSorted())]}</i>
                    </button>
                  ) : (
                    flexRender(column.columnDef.header, getContext())
                  )}
                </th>
              ))}
            </tr>
          ))}
        </thead>
        <tbody>
          <Spacer px={above} />
          {items.map(({ index }) => (
            <DrawnRow key={rows[index].id} row={rows[index]} {...{ index, rowPx, rowProps }} />
          ))}
          <Spacer px={below} />
        </tbody>
      </table>
      {rows.length === 0 && <p className={clsx(kit.note, css.none)}>{none}</p>}
    </div>
  );
}

const ARIA_SORT: Readonly<Record<string, 'ascending' | 'descending' | undefined>> = {
  asc: 'ascending',
  desc: 'descending',
};
const SORT_SIGN: Readonly<Record<string, string>> = { asc: ' ↑', desc: ' ↓' };

function useTable<T>(
  { rows, columns, sought = '', onSorted }: Pick<Props<T>, 'rows' | 'columns' | 'sought' | 'onSorted'>,
  keyOf: (row: T) => string,
) {
  const [sorting, setSorting] = useState<SortingState>([]);
  return useReactTable({
    data: rows as T[],
    columns: columns as ColumnDef<T>[],
    state: { sorting, globalFilter: sought },
    onSortingChange: (change) => {
      const next = typeof change === 'function' ? change(sorting) : change;
      setSorting(next);
      onSorted?.(next.length > 0);
    },
    getRowId: keyOf,
    globalFilterFn: 'includesString',
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getFilteredRowModel: getFilteredRowModel(),
  });
}

interface DrawnRowProps<T> extends Pick<Props<T>, 'rowPx' | 'rowProps'> {
  readonly row: Row<T>;
  readonly index: number;
}

function DrawnRow<T>({ row, index, rowPx, rowProps }: DrawnRowProps<T>) {
  return (
    <tr aria-rowindex={index + 2} style={{ height: rowPx }} {...rowProps?.(row.original)}>
      {row.getVisibleCells().map((cell) => (
        <td key={cell.id}>{flexRender(cell.column.columnDef.cell, cell.getContext())}</td>
      ))}
    </tr>
  );
}

/** The rows that are not drawn, as high as they would be. */
function Spacer({ px }: { readonly px: number }) {
  return px > 0 ? <tr style={{ height: px }} aria-hidden /> : null;
}

/** Finds rows of a table by what stands in them. */
export function Sought({ value, onChange }: { readonly value: string; readonly onChange: (value: string) => void }) {
  return (
    <input
      type="search"
      className={css.sought}
      aria-label={frameWords('table.sought')}
      placeholder={frameWords('table.sought')}
      value={value}
      onChange={(e) => onChange(e.target.value)}
    />
  );
}
