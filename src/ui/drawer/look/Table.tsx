'use client';
import { defaultRangeExtractor, useVirtualizer, type Range } from '@tanstack/react-virtual';
import clsx from 'clsx';
import { useEffect, useRef, type KeyboardEvent } from 'react';
import { sheetLayoutOf, type Impression } from '@/derived';
import { usePrintDesk } from '@/ui/kit/printContext';
import { useSizePx } from '@/ui/kit/useSizePx';
import { craftWords } from '@/words/craft';
import { lookOverWords } from '@/words/lookOver';
import { GRADE_CSS } from './grades';
import css from './lookOver.module.css';
import { PrintPicture } from './PrintPicture';
import type { LookingOver } from './useLookOver';

/** A print on the table is about so wide, and its words below it so high, as letters are large. */
const WIDE_REM = 7,
  WORDS_REM = 1.625,
  GAP_PX = 14;

/** All prints laid out side by side; only the rows in sight are drawn, and that of the chosen print, which is named to screen readers. */
export function Table(looking: LookingOver) {
  const { shown, chosen } = looking;
  const { plan } = usePrintDesk('plan');
  const box = useRef<HTMLDivElement>(null);
  const { widthPx } = useSizePx(box);
  const remPx = widthPx > 0 ? parseFloat(getComputedStyle(document.documentElement).fontSize) : 16;
  const columns = Math.max(2, Math.floor((widthPx + GAP_PX) / (WIDE_REM * remPx + GAP_PX)));
  const image = sheetLayoutOf(plan)?.images[0];
  const ratio = image ? image.widthMm / image.heightMm : 1;
  const rowPx = (widthPx - GAP_PX * (columns - 1)) / columns / ratio + WORDS_REM * remPx + GAP_PX;
  const at = shown.findIndex(({ name }) => name === chosen?.name);
  const rows = useVirtualizer({
    count: Math.ceil(shown.length / columns),
    getScrollElement: () => box.current,
    estimateSize: () => rowPx,
    overscan: 2,
    rangeExtractor: (range) => withRow(range, at < 0 ? undefined : Math.floor(at / columns)),
  });
  useEffect(() => rows.measure(), [rows, rowPx]);
  useEffect(() => {
    if (at >= 0) rows.scrollToIndex(Math.floor(at / columns), { align: 'auto' });
  }, [rows, at, columns]);
  useEffect(() => box.current?.focus({ preventScroll: true }), []);
  const onKeyDown = useTableKeys(looking, at, columns);
  return (
    <div
      ref={box}
      className={css.table}
      role="listbox"
      tabIndex={0}
      aria-label={lookOverWords('table')}
      aria-activedescendant={widthPx > 0 && chosen && at >= 0 ? `print-${chosen.name}` : undefined}
      onKeyDown={onKeyDown}
    >
      <div style={{ height: rows.getTotalSize() }} className={css.rows}>
        {widthPx > 0 &&
          rows.getVirtualItems().map((row) => (
            <div
              key={row.key}
              className={css.tableRow}
              role="presentation"
              style={{
                transform: `translateY(${row.start}px)`,
                gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))`,
              }}
            >
              {shown.slice(row.index * columns, (row.index + 1) * columns).map((print, i) => (
                <OnTable key={print.key} looking={looking} print={print} place={row.index * columns + i} />
              ))}
            </div>
          ))}
      </div>
    </div>
  );
}

/** The rows of the range and one more, in their order. */
function withRow(range: Range, row: number | undefined): number[] {
  const drawn = defaultRangeExtractor(range);
  return row === undefined || drawn.includes(row) ? drawn : [...drawn, row].sort((a, b) => a - b);
}

/** Arrows go from print to print, Enter lays the chosen one beside. */
function useTableKeys({ shown, choose, layBeside }: LookingOver, at: number, columns: number) {
  return (e: KeyboardEvent) => {
    const step = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -columns, ArrowDown: columns }[e.key];
    const to = step !== undefined ? at + step : e.key === 'Home' ? 0 : e.key === 'End' ? shown.length - 1 : undefined;
    if (e.key === 'Enter') layBeside();
    else if (to === undefined || e.shiftKey) return;
    else if (shown[to]) choose(shown[to].name);
    e.preventDefault();
    e.stopPropagation();
  };
}

interface OnTableProps {
  readonly looking: LookingOver;
  readonly print: Impression;
  readonly place: number;
}

function OnTable({ looking, print, place }: OnTableProps) {
  const { chosen, beside, choose, apart, all } = looking;
  const grade = print.graded?.grade;
  const isChosen = print.name === chosen?.name;
  return (
    <div
      id={`print-${print.name}`}
      role="option"
      aria-selected={isChosen}
      aria-setsize={all.length}
      aria-posinset={place + 1}
      className={clsx(css.print, isChosen && css.leantIn, print.key === beside?.key && css.isBeside)}
      onClick={() => choose(print.name)}
    >
      <PrintPicture print={print} />
      <p className={css.under}>
        <b>{print.mark || print.name}</b>
        {grade && <span className={GRADE_CSS[grade]}>{lookOverWords(`grade.${grade}`)}</span>}
        {apart.has(print.name) && <span className={css.apart}>{lookOverWords('apart')}</span>}
        {!grade && print.faults.length > 0 && (
          <span className={css.faults}>{print.faults.map((fault) => craftWords(`fault.${fault}`)).join(', ')}</span>
        )}
      </p>
    </div>
  );
}
