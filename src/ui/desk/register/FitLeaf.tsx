'use client';
import { useCallback } from 'react';
import { type Motion, type SheetCase } from '@/core/registration';
import { formatLength } from '@/words/lengths';
import type { FitResult, RegisterWorker } from '@/workers';
import { usePrintDesk } from '../../kit/printContext';
import { BitmapView } from '@/ui/kit/BitmapView';
import { percent, useMisprint, type Fit, type FitPicture } from '@/ui/kit/useFit';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './FitLeaf.module.css';
import { registerWords } from '@/words/register';

/** How many times larger than the sheet picture the inset shows. */
const INSET_MM = 9;

interface SheetFigureProps {
  readonly worker: RegisterWorker;
  readonly name: string;
  readonly words: string;
  readonly found: SheetCase;
}

/** A sheet as it would come out, and its widest fault magnified. */
function SheetFigure({ worker, name, words, found }: SheetFigureProps) {
  const { plan, unit } = usePrintDesk('plan', 'unit');
  const paintAt = useMisprint(worker);
  const { widthMm, heightMm } = plan.picture!;
  const { motions, at } = found;
  const whole = useCallback(
    (width: number, height: number) => paintAt(motions, { xMm: 0, yMm: 0, mmPerPx: widthMm / width, width, height }),
    [paintAt, motions, widthMm],
  );
  const near = useCallback(
    (width: number, height: number) =>
      paintAt(motions, {
        xMm: at.xMm - INSET_MM,
        yMm: at.yMm - INSET_MM * 0.46,
        mmPerPx: (2 * INSET_MM) / width,
        width,
        height,
      }),
    [paintAt, motions, at],
  );
  return (
    <figure className={css.fitFigure}>
      <figcaption>
        <strong>{name}</strong> <span className={kit.quiet}>{words}</span>
      </figcaption>
      <div className={css.wholeSheet} style={{ maxWidth: `calc((100vh - 500px) * ${widthMm / heightMm})` }}>
        <BitmapView aspect={heightMm / widthMm} label={registerWords('fitLeaf.theSheetAsIt', { name })} paint={whole}>
          <svg viewBox={`0 0 ${widthMm} ${heightMm}`} aria-hidden>
            <rect
              className={css.lens}
              x={at.xMm - INSET_MM}
              y={at.yMm - INSET_MM * 0.46}
              width={2 * INSET_MM}
              height={INSET_MM * 0.92}
            />
          </svg>
        </BitmapView>
      </div>
      <BitmapView aspect={0.46} label={registerWords('fitLeaf.itsWorstPlaceMagnified', { name })} paint={near} />
      <p className={clsx(kit.note, kit.num)}>
        {found.widestMm > 0
          ? registerWords('fitLeaf.worstPlaceMagnifiedTimes', {
              times: Math.round(widthMm / (2 * INSET_MM)),
              widest: formatLength(found.widestMm, unit, 2),
              areaCm2: found.faultMm2 / 100,
            })
          : registerWords('fitLeaf.nothingToBeSeen')}
      </p>
    </figure>
  );
}

interface FitStageProps {
  readonly worker: RegisterWorker;
  readonly fit: Fit;
  readonly show: FitPicture;
  readonly hand: readonly Motion[];
}

export function FitStage({ worker, fit, show, hand }: FitStageProps) {
  const { plan } = usePrintDesk('plan');
  const paintAt = useMisprint(worker);
  const { widthMm, heightMm } = plan.picture!;
  const { result } = fit;
  const { live, risk } = useFitPaints(paintAt, hand, widthMm, result, worker);
  if (fit.problem) return <p className={clsx(kit.say, kit.bad)}>{fit.problem}</p>;
  if (!result) return <p className={kit.note}>{registerWords('fitLeaf.layingTenThousandSheets')}</p>;
  if (show === 'sheets') {
    return (
      <div className={css.fitFigures}>
        <SheetFigure
          worker={worker}
          name={registerWords('fitLeaf.typicalSheet')}
          words={registerWords('fitLeaf.halfComeOutBetter')}
          found={result.typical}
        />
        <SheetFigure
          worker={worker}
          name={registerWords('fitLeaf.worstOfTen')}
          words={registerWords('fitLeaf.oneInTenIs')}
          found={result.worstOfTen}
        />
      </div>
    );
  }
  return (
    <div className={css.fitSingle} style={{ maxWidth: `calc((100vh - 330px) * ${widthMm / heightMm})` }}>
      {show === 'hand' ? (
        <BitmapView
          aspect={(heightMm + 8) / (widthMm + 8)}
          label={registerWords('fitLeaf.theSheetWithThe')}
          paint={live}
        />
      ) : (
        <BitmapView aspect={heightMm / widthMm} label={registerWords('fitLeaf.boundariesTheHeavierThe')} paint={risk} />
      )}
      {show === 'where' && (
        <p className={kit.note}>
          {registerWords('fitLeaf.heavyLinesShowA', { percent: percent(plan.register.wishShare) })}
        </p>
      )}
    </div>
  );
}

/** The sheet as set by hand, and the map of where it moves, as pictures. */
function useFitPaints(
  paintAt: (
    motions: readonly Motion[],
    view: { xMm: number; yMm: number; mmPerPx: number; width: number; height: number },
  ) => Promise<ImageBitmap | undefined>,
  hand: readonly Motion[],
  widthMm: number,
  result: FitResult | undefined,
  worker: RegisterWorker,
) {
  const { plan } = usePrintDesk('plan');
  const live = useCallback(
    (width: number, height: number) =>
      paintAt(hand, { xMm: -4, yMm: -4, mmPerPx: (widthMm + 8) / width, width, height }),
    [paintAt, hand, widthMm],
  );
  const risk = useCallback(
    async (width: number, height: number) => {
      void result;
      const answer = await worker.ask('risk', { width, height, wishShare: plan.register.wishShare });
      return answer.ok ? answer.value : undefined;
    },
    [worker, result, plan.register.wishShare],
  );
  return { live, risk };
}
