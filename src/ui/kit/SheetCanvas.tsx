'use client';
import { useRef, useState, type ReactNode, type RefObject } from 'react';
import type { View } from '@/core/geometry';
import { MM_PER_INCH, type LengthUnit } from '@/core/units';
import { formatLength } from '@/words/lengths';
import { TOKENS } from '../theme/tokens';
import { kit } from '@/ui/kit/styles';
import css from './SheetCanvas.module.css';
import { type Cross, useCanvasView, usePictures, useCanvasActs } from './canvasView';
import { SheetHandles, type SheetHandle } from './SheetHandles';
import { frameWords } from '@/words/frame';

export type PaintView = (view: View, width: number, height: number) => Promise<ImageBitmap | undefined>;

export interface Props {
  readonly widthPx: number;
  readonly heightPx: number;
  readonly mmPerPx: number;
  /** What is painted; a new function means a new picture. */
  readonly paint: PaintView;
  /** Painted left of the divider, over `paint`. */
  readonly paintLeft?: PaintView;
  /** 0–1 of the canvas; 0 shows only `paint`, 1 only `paintLeft`. */
  readonly divider?: number;
  readonly onDivider?: (share: number) => void;
  readonly mirrored?: boolean;
  readonly unit: LengthUnit;
  readonly label: string;
  readonly stamp?: ReactNode;
  /** Drawn over the picture in millimetres of the unmirrored print; `px` is the size of a screen pixel in mm. */
  readonly overlay?: (mmPerScreenPx: number) => ReactNode;
  /** A point of the unmirrored picture in map pixels, or undefined when the pointer leaves. */
  readonly onHover?: (x: number | undefined, y: number) => void;
  readonly onPick?: (x: number, y: number) => void;
  /** While it is given, dragging paints over the picture instead of moving it; `begins` where the pointer is set down. */
  readonly onBrush?: (x: number, y: number, begins: boolean) => void;
  /** Points of the print to be taken hold of. */
  readonly handles?: readonly SheetHandle[];
  readonly handle?: RefObject<SheetCanvasHandle | null>;
}

/** What a view may ask of its canvas. */
export interface SheetCanvasHandle {
  /** Paints a box of the map (map pixels) anew in the picture shown, without waiting for the whole. Resolves when it is on screen. */
  readonly repaint: (box: {
    readonly x0: number;
    readonly y0: number;
    readonly x1: number;
    readonly y1: number;
  }) => Promise<void>;
}

/**
 * The picture on its ground: zoom with wheel, pinch, + and −, pan by dragging or with the arrow keys held with Shift, 0
 * shows all; the arrow keys alone move a cross that points as the mouse does, Enter picks there. Painting happens in a
 * worker; until it answers the last picture is moved along.
 */
export function SheetCanvas(props: Props) {
  const { onHover, onPick, onBrush, divider = 0, mirrored = false, mmPerPx, widthPx } = props;
  const canvas = useRef<HTMLCanvasElement>(null);
  const view = useCanvasView(props),
    { box, size, transform, fit } = view;
  usePictures(props, view, canvas);
  const [cross, setCross] = useState<Cross>();
  const acts = useCanvasActs(props, view, cross, setCross);
  const screenPxPerMm = (fit * transform.k) / mmPerPx;
  return (
    <div
      ref={box}
      className={kit.sheetCanvas}
      data-testid="sheet"
      tabIndex={0}
      role="group"
      aria-label={frameWords(acts.points ? 'sheet.labelPoints' : 'sheet.label', { what: props.label })}
      onKeyDown={acts.onKeyDown}
      onPointerMove={(e) => {
        if (cross) setCross(undefined);
        if (onBrush && e.buttons & 1) onBrush(...acts.toMap(e.clientX, e.clientY), false);
        onHover?.(...acts.toMap(e.clientX, e.clientY));
      }}
      onPointerDown={(e) => {
        if (onBrush && !(e.target as Element).closest('[data-control]'))
          onBrush(...acts.toMap(e.clientX, e.clientY), true);
      }}
      onPointerLeave={() => onHover?.(undefined, 0)}
      onClick={(e) => {
        if (!(e.target as Element).closest('[data-control]') && !onBrush) onPick?.(...acts.toMap(e.clientX, e.clientY));
      }}
    >
      <canvas ref={canvas} width={onDevice(size.width)} height={onDevice(size.height)} aria-hidden />
      {(props.overlay || cross) && size.width > 0 && (
        <svg className={kit.overSheet} aria-hidden>
          <g
            transform={`translate(${transform.x},${transform.y}) scale(${screenPxPerMm})${mirrored ? ` translate(${widthPx * mmPerPx},0) scale(-1,1)` : ''}`}
          >
            {props.overlay?.(1 / screenPxPerMm)}
            {cross && (
              <CrossLines xMm={(cross.x + 0.5) * mmPerPx} yMm={(cross.y + 0.5) * mmPerPx} mm={1 / screenPxPerMm} />
            )}
          </g>
        </svg>
      )}
      {props.paintLeft && props.onDivider && divider > 0.001 && divider < 0.999 && (
        <Divider share={divider} width={size.width} onMove={props.onDivider} />
      )}
      {props.handles && size.width > 0 && <SheetHandles handles={props.handles} {...placing(props, view, acts)} />}
      {props.stamp}
      <ScaleBar screenPxPerMm={screenPxPerMm} unit={props.unit} />
      <Zoomers {...acts} />
    </div>
  );
}

/** Pixels of the device to so many of the page. */
function onDevice(px: number): number {
  return Math.round(px * (typeof window === 'undefined' ? 1 : window.devicePixelRatio || 1));
}

/** From millimetres of the print to the box and back, for what is taken hold of there. */
function placing(
  { widthPx, mmPerPx, mirrored = false }: Props,
  { transform, fit }: ReturnType<typeof useCanvasView>,
  { toMap }: ReturnType<typeof useCanvasActs>,
) {
  const perMm = (fit * transform.k) / mmPerPx;
  return {
    mirrored,
    toBox: (xMm: number, yMm: number) =>
      [transform.x + perMm * (mirrored ? widthPx * mmPerPx - xMm : xMm), transform.y + perMm * yMm] as const,
    fromPointer: (clientX: number, clientY: number) => {
      const [x, y] = toMap(clientX, clientY);
      return [(x + 0.5) * mmPerPx, (y + 0.5) * mmPerPx] as const;
    },
  };
}

interface ZoomersProps {
  readonly zoomBy: (factor: number) => unknown;
  readonly showAll: () => unknown;
}

function Zoomers({ zoomBy, showAll }: ZoomersProps) {
  return (
    <div className={css.zoomers} data-control>
      <button type="button" onClick={() => zoomBy(1 / 1.4)} aria-label={frameWords('sheet.out')}>
        −
      </button>
      <button type="button" onClick={showAll} aria-label={frameWords('sheet.all')}>
        ▢
      </button>
      <button type="button" onClick={() => zoomBy(1.4)} aria-label={frameWords('sheet.in')}>
        +
      </button>
    </div>
  );
}

function CrossLines({ xMm, yMm, mm }: { xMm: number; yMm: number; mm: number }) {
  const d = `M${xMm - 10 * mm} ${yMm}h${20 * mm}M${xMm} ${yMm - 10 * mm}v${20 * mm}`;
  return (
    <>
      <path d={d} stroke={TOKENS.sheet} strokeWidth={4 * mm} fill="none" />
      <path d={d} stroke={TOKENS.ink} strokeWidth={1.6 * mm} fill="none" />
    </>
  );
}

function Divider({ share, width, onMove }: { share: number; width: number; onMove: (share: number) => void }) {
  const clamp = (value: number) => Math.min(0.98, Math.max(0.02, value));
  return (
    <div
      className={css.divider}
      data-control
      role="slider"
      tabIndex={0}
      aria-label={frameWords('sheet.divider')}
      aria-valuemin={0}
      aria-valuemax={100}
      aria-valuenow={Math.round(share * 100)}
      style={{ left: share * width }}
      onPointerDown={(e) => {
        e.stopPropagation();
        e.currentTarget.setPointerCapture(e.pointerId);
      }}
      onPointerMove={(e) => {
        if (e.currentTarget.hasPointerCapture(e.pointerId))
          onMove(clamp((e.clientX - e.currentTarget.parentElement!.getBoundingClientRect().left) / width));
      }}
      onKeyDown={(e) => {
        const by = e.key === 'ArrowLeft' ? -0.02 : e.key === 'ArrowRight' ? 0.02 : 0;
        if (by) {
          e.preventDefault();
          e.stopPropagation();
          onMove(clamp(share + by));
        }
      }}
    />
  );
}

/** A bar of a round length, between 60 and 150 screen pixels. */
function ScaleBar({ screenPxPerMm, unit }: { screenPxPerMm: number; unit: LengthUnit }) {
  if (!Number.isFinite(screenPxPerMm) || screenPxPerMm <= 0) return null;
  const steps =
    unit === 'mm'
      ? [0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500]
      : [1 / 16, 1 / 8, 1 / 4, 1 / 2, 1, 2, 4, 8, 16].map((v) => v * MM_PER_INCH);
  const mm = steps.find((s) => s * screenPxPerMm >= 60) ?? steps[steps.length - 1];
  return (
    <div className={kit.scale} aria-hidden>
      {formatLength(mm, unit)}
      <i style={{ width: mm * screenPxPerMm }} />
    </div>
  );
}
