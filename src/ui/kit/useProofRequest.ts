'use client';
import { useEffect, useRef } from 'react';
import { inColourway, sheetLayoutOf } from '@/derived';
import type { ProofQuestion } from '@/workers';
import { usePrintDesk } from './printContext';

/** Resolves once it is known what prints where: a moment after the page came. Before that nothing can be said of what a scan should show. */
function useSheetKnown(): () => Promise<void> {
  const known = usePrintDesk('coverage').coverage !== undefined;
  const now = useRef(known),
    waiting = useRef<(() => void)[]>([]);
  now.current = known;
  useEffect(() => {
    if (known) for (const go of waiting.current.splice(0)) go();
  }, [known]);
  return () => (now.current ? Promise.resolve() : new Promise((resolve) => waiting.current.push(resolve)));
}

type Asked = Pick<ProofQuestion, 'file' | 'dpi' | 'photograph'> & {
  /** Whose inks are expected; absent: those that are shown. */
  readonly ofSheet?: string;
};

/**
 * What the worker is asked to read a scan or a photograph by, as it is known when it is asked: where the sheet lies, and what is expected on it after
 * so many runs. Undefined where the print has no picture.
 */
export function useProofRequest(printed: number): (asked: Asked) => Promise<ProofQuestion | undefined> {
  const { plan, progress, sheet, seenColourway } = usePrintDesk('plan', 'progress', 'sheet', 'seenColourway');
  const sheetKnown = useSheetKnown();
  const now = useRef({ plan, progress, sheet, seenColourway });
  now.current = { plan, progress, sheet, seenColourway };
  return async ({ ofSheet, ...asked }) => {
    await sheetKnown();
    const seen = now.current,
      { bench } = seen.progress;
    const colourwayId = seen.seenColourway ?? (ofSheet === undefined ? undefined : bench.colourwaySheets.get(ofSheet));
    const layout = sheetLayoutOf(seen.plan);
    if (!layout) return undefined;
    const [image] = layout.images;
    return {
      ...asked,
      plan: seen.seenColourway === undefined ? inColourway(seen.plan, colourwayId) : seen.plan,
      // what was read is of the first set of inks
      got: colourwayId === undefined ? bench.coloursGot : [],
      ...{ sheet: seen.sheet, printed, sheetMm: layout.sheetMm },
      imageAtMm: { xMm: image.xMm, yMm: image.yMm },
    };
  };
}
