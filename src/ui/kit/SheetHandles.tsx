'use client';
import { useState, type KeyboardEvent, type PointerEvent } from 'react';
import clsx from 'clsx';
import css from './SheetCanvas.module.css';

/** A point on the sheet that is taken hold of: dragged, or moved by the arrow keys. */
export interface SheetHandle {
  readonly id: string;
  /** What it is and where, said by screen readers. */
  readonly label: string;
  /** On the unmirrored print. */
  readonly xMm: number;
  readonly yMm: number;
  readonly hollow?: boolean;
  /** `done`: it was let go. */
  readonly onMove: (xMm: number, yMm: number, done: boolean) => void;
}

interface HandlesProps {
  readonly handles: readonly SheetHandle[];
  /** From mm on the print to pixels of the box, and from the pointer back. */
  readonly toBox: (xMm: number, yMm: number) => readonly [number, number];
  readonly fromPointer: (clientX: number, clientY: number) => readonly [number, number];
  readonly mirrored: boolean;
}

const STEP_MM = 1,
  LARGE_STEP_MM = 10;

export function SheetHandles({ handles, ...of }: HandlesProps) {
  return handles.map((handle) => <Handle key={handle.id} handle={handle} {...of} />);
}

function Handle({
  handle: { label, xMm, yMm, hollow, onMove },
  toBox,
  fromPointer,
  mirrored,
}: Omit<HandlesProps, 'handles'> & { readonly handle: SheetHandle }) {
  const [held, setHeld] = useState(false);
  const [left, top] = toBox(xMm, yMm);
  const drag = (event: PointerEvent, done: boolean) => onMove(...fromPointer(event.clientX, event.clientY), done);
  const onKeyDown = (event: KeyboardEvent) => {
    const [dx, dy] = ARROWS[event.key] ?? [0, 0];
    if (dx === 0 && dy === 0) return;
    event.preventDefault();
    event.stopPropagation();
    const step = event.shiftKey ? LARGE_STEP_MM : STEP_MM;
    onMove(xMm + step * (mirrored ? -dx : dx), yMm + step * dy, true);
  };
  return (
    <button
      type="button"
      data-control
      className={clsx(css.handle, hollow && css.hollow)}
      aria-label={label}
      title={label}
      style={{ left, top }}
      onKeyDown={onKeyDown}
      onPointerDown={(event) => {
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        setHeld(true);
      }}
      onPointerMove={(event) => held && drag(event, false)}
      onPointerUp={(event) => {
        if (held) drag(event, true);
        setHeld(false);
      }}
    />
  );
}

const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
