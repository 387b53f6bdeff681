'use client';
import { useState, type KeyboardEvent } from 'react';
import type { Fault } from '@/core/sheets';
import type { Impression } from '@/derived';
import { outsideDialogs, useKeys } from '@/ui/kit/keys';
import { usePrintDesk } from '@/ui/kit/printContext';
import { lookOverWords } from '@/words/lookOver';
import { usePrintActs } from './useLookOver';

/** The cross is moved by so much, as a share of the print; with Shift by more. */
const STEP = 0.01,
  LARGE_STEP = 0.05;

const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** Putting a fault where it is: a cross that follows arrows, or a click. */
export function usePlacing(print: Impression | undefined) {
  const { plan } = usePrintDesk('plan');
  const acts = usePrintActs();
  const [cross, setCross] = useState<{ readonly x: number; readonly y: number }>();
  const [chosenFault, setFault] = useState<Fault>();
  const fault = chosenFault ?? print?.faults[0] ?? 'weak';
  const begin = () => setCross((on) => (on || !print ? undefined : { x: 0.5, y: 0.5 }));
  useKeys('f', lookOverWords('key.fault'), begin, outsideDialogs);
  const putAt = (x: number, y: number) => {
    const size = plan.picture;
    if (!print || !size || x < 0 || y < 0 || x > 1 || y > 1) return;
    void acts.place(print, fault, x * size.widthMm, y * size.heightMm);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (!cross) return;
    const arrow = ARROWS[event.key];
    if (arrow) {
      const by = event.shiftKey ? LARGE_STEP : STEP;
      const within = (v: number) => Math.min(1, Math.max(0, v));
      setCross({ x: within(cross.x + by * arrow[0]), y: within(cross.y + by * arrow[1]) });
    } else if (event.key === 'Enter') putAt(cross.x, cross.y);
    else if (event.key === 'Escape') setCross(undefined);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return { cross, begin, fault, setFault, putAt, onKeyDown, takeBack: acts.takeBack };
}

export type Placing = ReturnType<typeof usePlacing>;
