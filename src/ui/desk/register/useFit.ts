'use client';
import { useEffect, useMemo, useState } from 'react';
import { FIT_SHEETS, inImage, motionAbout, type Motion, type SheetLayout, type Spread } from '@/core/registration';
import { fixedMotions, ownSpread } from '@/records';
import type { FitQuestion, FitResult, RegisterWorker } from '@/workers';
import { usePrintDesk } from '../../kit/printContext';

export interface Fit {
  readonly question: FitQuestion;
  readonly spread: Spread;
  readonly layings: number;
  readonly result: FitResult | undefined;
  readonly problem: string | undefined;
}

/** What thousands of sheets would look like, worked out anew whenever what it depends on changes. */
export function useFit(worker: RegisterWorker, layout: SheetLayout, withProofs: boolean): Fit {
  const {
    state: { plan },
    progress: { bench },
  } = usePrintDesk();
  const { spread, layings } = useMemo(() => ownSpread(plan, bench), [plan, bench]);
  const question = useMemo((): FitQuestion => {
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
  const [result, setResult] = useState<FitResult>();
  const [problem, setProblem] = useState<string>();
  useEffect(() => {
    let current = true;
    void worker.ask('fit', question).then((answer) => {
      if (!current) return;
      if (answer.ok) setResult(answer.value);
      setProblem(answer.ok || answer.code === 'stopped' ? undefined : answer.message);
    });
    return () => {
      current = false;
    };
  }, [worker, question]);
  return { question, spread, layings, result, problem };
}

/** All runs told about one point, ready for a hand to turn. */
export function centred(motions: readonly Motion[], widthMm: number, heightMm: number): Motion[] {
  return motions.map((m) => motionAbout(m, widthMm / 2, heightMm / 2));
}
