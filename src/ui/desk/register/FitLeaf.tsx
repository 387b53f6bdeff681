'use client';
import { useCallback } from 'react';
import { type Motion, type SheetCase } from '@/core/registration';
import { formatLength } from '@/core/units';
import type { FitResult, RegisterWorker } from '@/workers';
import { usePrintDesk } from '../../kit/printContext';
import { BitmapView } from '@/ui/kit/BitmapView';
import { percent, type Fit, type FitPicture } from './useFit';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './FitLeaf.module.css';

/** How many times larger than the sheet picture the inset shows. */
const INSET_MM = 9;

function useMisprint(worker: RegisterWorker) {
  const {
    plan,
    progress: { bench },
    sheet,
  } = usePrintDesk('plan', 'progress', 'sheet');
  return useCallback(
    async (
      motions: readonly Motion[],
      view: { xMm: number; yMm: number; mmPerPx: number; width: number; height: number },
    ) => {
      const answer = await worker.ask('misprint', { plan, got: bench.coloursGot, sheet, motions, view });
      return answer.ok ? answer.value : undefined;
    },
    [worker, plan, bench.coloursGot, sheet],
  );
}

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
        <BitmapView aspect={heightMm / widthMm} label={`${name}: the sheet as it would come out`} paint={whole}>
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
      <BitmapView aspect={0.46} label={`${name}: its worst place, magnified`} paint={near} />
      <p className={clsx(kit.note, kit.num)}>
        {found.widestMm > 0
          ? `worst place magnified ${Math.round(widthMm / (2 * INSET_MM))} times: widest ${formatLength(found.widestMm, unit, 2)}, ${(found.faultMm2 / 100).toFixed(2)} cm² in all`
          : 'nothing to be seen'}
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
  if (!result) return <p className={kit.note}>Laying ten thousand sheets …</p>;
  if (show === 'sheets') {
    return (
      <div className={css.fitFigures}>
        <SheetFigure worker={worker} name="Typical sheet" words="half come out better" found={result.typical} />
        <SheetFigure worker={worker} name="Worst of ten" words="one in ten is worse" found={result.worstOfTen} />
      </div>
    );
  }
  return (
    <div className={css.fitSingle} style={{ maxWidth: `calc((100vh - 330px) * ${widthMm / heightMm})` }}>
      {show === 'hand' ? (
        <BitmapView
          aspect={(heightMm + 8) / (widthMm + 8)}
          label="The sheet with the runs as set by hand"
          paint={live}
        />
      ) : (
        <BitmapView
          aspect={heightMm / widthMm}
          label="Boundaries, the heavier the likelier they show a fault"
          paint={risk}
        />
      )}
      {show === 'where' && (
        <p className={kit.note}>
          Heavy lines show a fault on more than half of the sheets, middling ones on more than{' '}
          {percent(plan.register.wishShare)} %. A designer can loosen these: let the shapes overlap, leave a gap that is
          meant, or put a darker line between.
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
