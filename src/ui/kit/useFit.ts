'use client';
import { useCallback, useMemo } from 'react';
import type { Light } from '@/core/colour';
import { FIT_SHEETS, inImage, motionAbout, type Motion, type SheetLayout, type Spread } from '@/core/registration';
import { fixedMotions, ownSpread } from '@/derived';
import type { FitQuestion, FitResult, RegisterWorker } from '@/workers';
import { usePrintDesk } from './printContext';
import { useWorkerAnswer } from '@/ui/kit/useWorkerAnswer';

/** Which picture of the fit is shown: the sheets, one laid by hand, or where it fails. */
export type FitPicture = 'sheets' | 'hand' | 'where';

/** A share of 0 to 1 in percent; what is nearly none or nearly all never reads 0 or 100. */
export const percent = (share: number) =>
  share > 0 && share < 0.01 ? '< 1' : share > 0.99 && share < 1 ? '> 99' : String(Math.round(100 * share));

export interface Fit {
  readonly question: FitQuestion;
  readonly spread: Spread;
  readonly layings: number;
  readonly result: FitResult | undefined;
  readonly problem: string | undefined;
}

/** What thousands of sheets would look like, worked out anew whenever what it depends on changes; nothing without a layout. */
export function useFit(worker: RegisterWorker, layout: SheetLayout | undefined, withProofs: boolean): Fit | undefined {
  const {
    plan,
    progress: { bench },
  } = usePrintDesk('plan', 'progress');
  const { spread, layings } = useMemo(() => ownSpread(plan, bench), [plan, bench]);
  const question = useMemo((): FitQuestion | undefined => {
    if (!layout) return undefined;
    const image = layout.images[0];
    const fixed = fixedMotions(plan, layout, withProofs ? bench : undefined).map((m) => inImage(m, image));
    return {
      plan,
      got: bench.coloursGot,
      fixed,
      spread,
      about: { xMm: layout.sheetMm.widthMm / 2 - image.xMm, yMm: layout.sheetMm.heightMm / 2 - image.yMm },
      sheets: FIT_SHEETS,
    };
  }, [plan, bench, layout, spread, withProofs]);
  const ask = useMemo(() => question && (() => worker.ask('fit', question)), [worker, question]);
  const { value, problem } = useWorkerAnswer(ask);
  return question && { question, spread, layings, result: value, problem };
}

/** All runs told about one point, ready for a hand to turn. */
export function centred(motions: readonly Motion[], widthMm: number, heightMm: number): Motion[] {
  return motions.map((m) => motionAbout(m, widthMm / 2, heightMm / 2));
}

/** Paints the sheet as these movements of its runs leave it, as many runs as there are movements, in daylight or another light. */
export function useMisprint(worker: RegisterWorker) {
  const {
    plan,
    progress: { bench },
    sheet,
  } = usePrintDesk('plan', 'progress', 'sheet');
  return useCallback(
    async (
      motions: readonly Motion[],
      view: { xMm: number; yMm: number; mmPerPx: number; width: number; height: number },
      light?: Light,
    ) => {
      const answer = await worker.ask('misprint', { plan, got: bench.coloursGot, sheet, motions, view, light });
      return answer.ok ? answer.value : undefined;
    },
    [worker, plan, bench.coloursGot, sheet],
  );
}
