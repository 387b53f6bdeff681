'use client';
import { perLanguage } from '@/words/language';
import type { CellContext, ColumnDef } from '@tanstack/react-table';
import { createContext, useContext, useMemo, useState } from 'react';
import { SHEET_ROLES, type SheetRole } from '@/core/sheets';
import type { NumberingLine } from '@/derived';
import { EDITION_ROUND } from '@/model';
import { kit } from '@/ui/kit/styles';
import { craftWords, roleInWords } from '@/words/craft';
import { drawerWords } from '@/words/drawer';
import { lookOverWords } from '@/words/lookOver';
import { Pick } from '../kit/Pick';
import { usePrintDesk } from '../kit/printContext';
import { Sought, VirtualTable } from '../kit/VirtualTable';
import { PrintPicture } from './look/PrintPicture';
import css from './NumberingView.module.css';
import type { Numbering } from './useNumbering';

const ROW_PX = 50;

/** What cells ask of the numbering: the columns stay the same ones while it changes. */
const Told = createContext<(Numbering & { readonly sorted: boolean }) | undefined>(undefined);
const useTold = () => useContext(Told)!;

const roles = perLanguage(() => SHEET_ROLES.map((role) => [role, roleInWords(role)] as const));
/** A proof is not of the edition. */
const proofRoles = perLanguage(() => roles().filter(([role]) => role !== 'numbered' && role !== 'progressive'));

type Cell = CellContext<NumberingLine, unknown>;

/** The prints in the order of their numbers; sorted or filtered otherwise to look at, which changes no number. */
export function NumberTable(numbering: Numbering) {
  const { lines, chosenKey, choose, markOf } = numbering;
  const { plan } = usePrintDesk('plan');
  const [sought, setSought] = useState('');
  const [sorted, setSorted] = useState(false);
  const columns = useMemo(() => columnsFor(plan.colourways.length > 0, markOf), [plan.colourways, markOf]);
  return (
    <Told value={{ ...numbering, sorted }}>
      <Sought value={sought} onChange={setSought} />
      <VirtualTable
        label={drawerWords(numbering.given ? 'numbering.given' : 'numbering.give')}
        rows={lines}
        columns={columns}
        keyOf={({ key }) => key}
        rowPx={ROW_PX}
        sought={sought}
        none={drawerWords('numbering.noneFound')}
        onSorted={setSorted}
        rowProps={({ key }) => ({
          onFocus: () => choose(key),
          className: key === chosenKey ? css.taken : undefined,
        })}
      />
    </Told>
  );
}

function columnsFor(inColourways: boolean, markOf: ReadonlyMap<string, string>): ColumnDef<NumberingLine>[] {
  const faults = (line: NumberingLine) => line.faults.map((fault) => craftWords(`fault.${fault}`)).join(', ');
  return [
    {
      id: 'mark',
      header: drawerWords('numbering.mark'),
      accessorFn: ({ key }) => markOf.get(key) ?? '',
      cell: ({ getValue }) => <span className={css.number}>{(getValue() as string) || '—'}</span>,
      sortingFn: 'alphanumeric',
      size: 120,
    },
    { id: 'picture', header: drawerWords('numbering.picture'), cell: OnePicture, enableSorting: false, size: 64 },
    {
      id: 'print',
      header: drawerWords('numbering.sheet'),
      accessorFn: (line) =>
        line.roundId === EDITION_ROUND ? line.name : drawerWords('numbering.proof', { sheet: line.name }),
      sortingFn: 'alphanumeric',
      cell: ({ getValue }) => <span className={kit.num}>{getValue() as string}</span>,
    },
    ...(inColourways
      ? [
          {
            id: 'inks',
            header: drawerWords('numbering.inks'),
            accessorFn: ({ colourwayId }: NumberingLine) => colourwayId ?? '',
            cell: OneColourway,
          },
        ]
      : []),
    { id: 'is', header: drawerWords('numbering.is'), accessorFn: ({ role }) => roleInWords(role), cell: OneRole },
    {
      id: 'graded',
      header: drawerWords('numbering.looked'),
      accessorFn: ({ graded }) => (graded ? lookOverWords(`grade.${graded.grade}`) : ''),
      cell: ({ getValue }) => (getValue() as string) || <span className={kit.quiet}>—</span>,
    },
    {
      id: 'faults',
      header: drawerWords('numbering.faults'),
      accessorFn: faults,
      cell: ({ getValue }) =>
        (getValue() as string) || <span className={kit.quiet}>{drawerWords('numbering.noFaults')}</span>,
    },
    {
      id: 'varies',
      header: drawerWords('numbering.varies'),
      accessorKey: 'varies',
      cell: ({ row }) => row.original.varies,
    },
    { id: 'order', header: drawerWords('numbering.order'), cell: OneOrder, enableSorting: false },
  ];
}

const OnePicture = ({ row }: Cell) => (
  <div className={css.thumb}>
    <PrintPicture print={row.original} />
  </div>
);

function OneColourway({ row }: Cell) {
  const { plan } = usePrintDesk('plan');
  return plan.colourways.find(({ id }) => id === row.original.colourwayId)?.name ?? drawerWords('numbering.firstInks');
}

function OneRole({ row: { original } }: Cell) {
  const { setRole } = useTold();
  const options: readonly (readonly [SheetRole, string])[] =
    original.roundId === EDITION_ROUND ? roles() : proofRoles();
  return (
    <Pick
      className={css.role}
      label={drawerWords('numbering.whatIs', { sheet: original.name })}
      value={original.role}
      options={options}
      onChange={(role) => setRole(original.key, role)}
    />
  );
}

function OneOrder({ row: { original } }: Cell) {
  const { lines, move, sorted } = useTold();
  const at = lines.findIndex(({ key }) => key === original.key);
  const hint = sorted ? drawerWords('numbering.onlyInOrder') : undefined;
  return (
    <>
      {([-1, 1] as const).map((by) => (
        <button
          key={by}
          type="button"
          className={kit.grip}
          title={hint}
          aria-label={drawerWords(by < 0 ? 'numbering.earlier' : 'numbering.later', { sheet: original.name })}
          disabled={sorted || at + by < 0 || at + by >= lines.length}
          onClick={() => move(original.key, by)}
        >
          {by < 0 ? '↑' : '↓'}
        </button>
      ))}
    </>
  );
}
