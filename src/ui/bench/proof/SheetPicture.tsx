'use client';
import { useCallback, useEffect, useMemo, useRef, useState, type Dispatch, type SetStateAction } from 'react';
import { inImage, NO_MOTION, type PatchReading, type SheetLayout, type RectMm } from '@/core/registration';
import type { ProofAnswer } from '@/workers';
import { BitmapView } from '@/ui/kit/BitmapView';
import { useRegisterWorker } from '@/ui/kit/useRegisterWorker';
import { usePrintDesk } from '../../kit/printContext';
import { LookThumb } from '../../kit/LookThumb';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './ProofView.module.css';
import { useSizePx } from '@/ui/kit/useSizePx';
import { proofWords } from '@/words/proof';

const EXAGGERATIONS = [1, 2, 5, 10, 20, 50, 100];

interface SheetPictureProps {
  readonly layout: SheetLayout;
  readonly read: ProofAnswer | undefined;
  readonly patches: readonly PatchReading[];
  readonly onPlace?: (xMm: number, yMm: number) => void;
  readonly picked?: number;
  readonly worker: ReturnType<typeof useRegisterWorker>;
}

/** The sheet as the print is seen, scanned or as planned, with an arrow at every place measured. */
export function SheetPicture({ layout, read, patches, onPlace, picked, worker }: SheetPictureProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [slivers, setSlivers] = useState(false);
  const { sheetMm } = layout,
    image = layout.images[0];
  useEffect(() => {
    if (!read || !canvas.current) return;
    canvas.current.width = read.picture.width;
    canvas.current.height = read.picture.height;
    canvas.current.getContext('2d')!.drawImage(read.picture, 0, 0);
  }, [read, slivers]);
  const paint = useSliverPaint(read, layout, worker, image, sheetMm);
  const longest = Math.max(0.01, ...patches.map((p) => Math.hypot(p.dxMm, p.dyMm)));
  const times = EXAGGERATIONS.findLast((k) => k * longest < sheetMm.widthMm * 0.09) ?? 1;
  const box = useRef<HTMLDivElement>(null);
  const { widthPx } = useSizePx(box);
  const size = sheetMm.widthMm / 90,
    pxMm = widthPx > 0 ? sheetMm.widthMm / widthPx : 0;
  return (
    <>
      <div className={css.proofSheet} ref={box} style={{ aspectRatio: `${sheetMm.widthMm} / ${sheetMm.heightMm}` }}>
        {read && slivers ? (
          <BitmapView
            aspect={sheetMm.heightMm / sheetMm.widthMm}
            label={proofWords('sheetPicture.theSheetDrawnWith')}
            paint={paint}
          />
        ) : read ? (
          <canvas ref={canvas} role="img" aria-label={proofWords('sheetPicture.theScanStraightened')} />
        ) : (
          <PlannedLook image={image} sheetMm={sheetMm} />
        )}
        <Arrows
          sheetMm={sheetMm}
          patches={patches}
          times={times}
          onPlace={onPlace}
          size={size}
          pxMm={pxMm}
          picked={picked}
        />
      </div>
      <PictureWords read={read} times={times} patches={patches} setSlivers={setSlivers} slivers={slivers} />
    </>
  );
}

/** The sheet drawn with the misfit found. */
function useSliverPaint(
  read: ProofAnswer | undefined,
  layout: SheetLayout,
  worker: ReturnType<typeof useRegisterWorker>,
  image: RectMm,
  sheetMm: { readonly widthMm: number; readonly heightMm: number },
) {
  const {
    plan,
    progress: { bench },
    sheet,
  } = usePrintDesk('plan', 'progress', 'sheet');
  const motions = useMemo(
    () => read?.reading.runs.map((r) => (r.ok ? inImage(r.value.onSheet, layout.images[0]) : undefined)),
    [read, layout],
  );
  const paint = useCallback(
    async (width: number, height: number) => {
      const all = plan.runs.map((_, k) => motions?.[k] ?? motions?.findLast((m) => m !== undefined) ?? NO_MOTION);
      const answer = await worker.ask('misprint', {
        plan: { ...plan, runs: plan.runs.slice(0, read?.reading.runs.length) },
        got: bench.coloursGot,
        sheet,
        motions: all.slice(0, read?.reading.runs.length),
        view: { xMm: -image.xMm, yMm: -image.yMm, mmPerPx: sheetMm.widthMm / width, width, height },
      });
      return answer.ok ? answer.value : undefined;
    },
    [worker, plan, bench.coloursGot, sheet, motions, image, sheetMm, read],
  );
  return paint;
}

interface PictureWordsProps {
  readonly read: ProofAnswer | undefined;
  readonly times: number;
  readonly patches: readonly PatchReading[];
  readonly setSlivers: Dispatch<SetStateAction<boolean>>;
  readonly slivers: boolean;
}

function PictureWords({ read, times, patches, setSlivers, slivers }: PictureWordsProps) {
  return (
    <p className={clsx(css.arrowScale, kit.note)}>
      {proofWords('sheetPicture.stamp', {
        read: String(Boolean(read)),
        times,
        some: String(patches.some((p) => !p.kept)),
      })}
      {read && (
        <>
          {' '}
          ·{' '}
          <button type="button" className={kit.link} onClick={() => setSlivers((s) => !s)}>
            {slivers ? proofWords('sheetPicture.theScan') : proofWords('sheetPicture.whereItShows')}
          </button>
        </>
      )}
    </p>
  );
}

interface PlannedLookProps {
  readonly image: RectMm;
  readonly sheetMm: { readonly widthMm: number; readonly heightMm: number };
}

function PlannedLook({ image, sheetMm }: PlannedLookProps) {
  const { plan } = usePrintDesk('plan');
  return (
    <div
      className={css.planned}
      style={{
        left: `${(100 * image.xMm) / sheetMm.widthMm}%`,
        top: `${(100 * image.yMm) / sheetMm.heightMm}%`,
        width: `${(100 * image.widthMm) / sheetMm.widthMm}%`,
      }}
    >
      <LookThumb run={plan.runs.length} label={proofWords('sheetPicture.thePrintAsPlanned')} />
    </div>
  );
}

interface ArrowsProps {
  readonly sheetMm: { readonly widthMm: number; readonly heightMm: number };
  readonly patches: readonly PatchReading[];
  readonly times: number;
  readonly onPlace: ((xMm: number, yMm: number) => void) | undefined;
  readonly size: number;
  readonly pxMm: number;
  readonly picked: number | undefined;
}

function Arrows({ sheetMm, patches, times, onPlace, size, pxMm, picked }: ArrowsProps) {
  return (
    <svg
      viewBox={`0 0 ${sheetMm.widthMm} ${sheetMm.heightMm}`}
      role="img"
      aria-label={proofWords('sheetPicture.placesMeasuredArrowsTimes', { patches: patches.length, times })}
      className={clsx(onPlace && css.placing)}
      onClick={(e) => {
        if (!onPlace) return;
        const box = e.currentTarget.getBoundingClientRect();
        onPlace(
          ((e.clientX - box.left) / box.width) * sheetMm.widthMm,
          ((e.clientY - box.top) / box.height) * sheetMm.heightMm,
        );
      }}
    >
      {patches.map((p, i) => (
        <Arrow
          key={i}
          patch={p}
          times={times}
          size={size}
          pxMm={pxMm}
          on={picked === i}
          name={picked !== undefined ? String(i + 1) : undefined}
        />
      ))}
    </svg>
  );
}

/** Numbers on the picture are never smaller than this on the screen. */
const LEAST_TEXT_PX = 14;

interface ArrowProps {
  readonly patch: PatchReading;
  readonly times: number;
  readonly size: number;
  /** How much a pixel of the screen is. */
  readonly pxMm: number;
  readonly on: boolean;
  readonly name?: string;
}

function Arrow({ patch: { xMm, yMm, dxMm, dyMm, kept }, times, size, pxMm, on, name }: ArrowProps) {
  const x = xMm + dxMm * times,
    y = yMm + dyMm * times,
    long = Math.hypot(x - xMm, y - yMm);
  const angle = Math.atan2(y - yMm, x - xMm);
  const head = (turn: number) => `${x - size * Math.cos(angle + turn)} ${y - size * Math.sin(angle + turn)}`;
  return (
    <g className={clsx(css.misfitArrow, !kept && css.leftOut, on && css.on)}>
      <circle cx={xMm} cy={yMm} r={size * (name ? 0.7 : 0.35)} />
      {long > size * 0.3 && <path d={`M${xMm} ${yMm}L${x} ${y}M${head(0.5)}L${x} ${y}L${head(-0.5)}`} />}
      {name && (
        <text x={xMm + size} y={yMm - size} fontSize={Math.max(size * 2.6, LEAST_TEXT_PX * pxMm)}>
          {name}
        </text>
      )}
    </g>
  );
}
