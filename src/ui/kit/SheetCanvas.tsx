'use client';
import { select } from 'd3-selection';
import { zoom, zoomIdentity, type ZoomBehavior, type ZoomTransform } from 'd3-zoom';
import { useCallback, useEffect, useRef, useState, type KeyboardEvent, type ReactNode, type RefObject } from 'react';
import type { View } from '@/core/geometry';
import { formatLength, MM_PER_INCH, type LengthUnit } from '@/core/units';
import { NewestOnly } from '@/workers';
import { TOKENS } from '../theme/tokens';
import { useKeyNotes, type KeyNote } from './keys';
import { kit } from '@/ui/kit/styles';
import css from './SheetCanvas.module.css';

const CANVAS_KEYS: readonly KeyNote[] = [
  { keys: '+ −', what: 'zoom, with the picture in focus' },
  { keys: '0', what: 'show all, with the picture in focus' },
  { keys: 'Shift ← → ↑ ↓', what: 'pan' },
];
const CROSS_KEYS: readonly KeyNote[] = [
  ...CANVAS_KEYS,
  { keys: '← → ↑ ↓', what: 'point with the cross; Enter picks there' },
];

export type PaintView = (view: View, width: number, height: number) => Promise<ImageBitmap | undefined>;

interface Props {
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

interface Shown {
  bitmap: ImageBitmap | OffscreenCanvas;
  transform: ZoomTransform;
}

/**
 * The picture on its ground: zoom with wheel, pinch, + and −, pan by dragging or with the arrow keys held with Shift, 0
 * shows all; the arrow keys alone move a cross that points as the mouse does, Enter picks there. Painting happens in a
 * worker; until it answers the last picture is moved along.
 */
export function SheetCanvas(props: Props) {
  const { onHover, onPick, divider = 0, mirrored = false, mmPerPx, widthPx } = props;
  const canvas = useRef<HTMLCanvasElement>(null);
  const view = useCanvasView(props);
  const { box, size, transform, fit } = view;
  usePictures(props, view, canvas);
  const [cross, setCross] = useState<Cross>();
  const acts = useCanvasActs(props, view, cross, setCross);
  const ratio = typeof window === 'undefined' ? 1 : window.devicePixelRatio || 1;
  const screenPxPerMm = (fit * transform.k) / mmPerPx;
  return (
    <div
      ref={box}
      className={kit.sheetCanvas}
      data-testid="sheet"
      tabIndex={0}
      role="group"
      aria-label={`${props.label}. ${acts.points ? 'Arrow keys point, ' : ''}plus and minus zoom, Shift with arrows pans, 0 shows all.`}
      onKeyDown={acts.onKeyDown}
      onPointerMove={(e) => {
        if (cross) setCross(undefined);
        onHover?.(...acts.toMap(e.clientX, e.clientY));
      }}
      onPointerLeave={() => onHover?.(undefined, 0)}
      onClick={(e) => {
        if (!(e.target as Element).closest('[data-control]')) onPick?.(...acts.toMap(e.clientX, e.clientY));
      }}
    >
      <canvas
        ref={canvas}
        width={Math.round(size.width * ratio)}
        height={Math.round(size.height * ratio)}
        aria-hidden
      />
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
      {props.stamp}
      <ScaleBar screenPxPerMm={screenPxPerMm} unit={props.unit} />
      <Zoomers {...acts} />
    </div>
  );
}

interface Cross {
  readonly x: number;
  readonly y: number;
}

/** How the map lies in its box: the size of the box, the scale that shows all, and the zoom upon that. */
interface CanvasView {
  readonly box: RefObject<HTMLDivElement | null>;
  readonly size: { readonly width: number; readonly height: number };
  readonly transform: ZoomTransform;
  readonly fit: number;
  readonly behaviour: RefObject<ZoomBehavior<HTMLDivElement, unknown> | null>;
}

/** The size of the canvas and its zoom by wheel, pinch and drag. */
function useCanvasView({ widthPx, heightPx }: Props): CanvasView {
  const box = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [transform, setTransform] = useState<ZoomTransform>(zoomIdentity);
  const behaviour = useRef<ZoomBehavior<HTMLDivElement, unknown>>(null);
  const fit = size.width > 0 ? Math.min((size.width - 24) / widthPx, (size.height - 24) / heightPx) : 1;
  useEffect(() => {
    const element = box.current!;
    const observer = new ResizeObserver(() => setSize({ width: element.clientWidth, height: element.clientHeight }));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);

  useEffect(() => {
    if (size.width === 0) return;
    const element = select(box.current!);
    const z = zoom<HTMLDivElement, unknown>()
      .scaleExtent([0.5, 40])
      .filter((event: Event) => !(event.target as Element).closest('[data-control]') && !(event as MouseEvent).button)
      .on('zoom', (event: { transform: ZoomTransform }) => setTransform(event.transform));
    behaviour.current = z;
    element.call(z).on('dblclick.zoom', null);
    element.call(
      z.transform,
      zoomIdentity.translate((size.width - widthPx * fit) / 2, (size.height - heightPx * fit) / 2),
    );
    return () => {
      element.on('.zoom', null);
    };
  }, [size.width, size.height, widthPx, heightPx, fit]);
  return { box, size, transform, fit, behaviour };
}

/** The pictures shown, each painted in its worker for a zoom and moved along until the next comes. */
function usePictures(props: Props, { size, transform, fit }: CanvasView, canvas: RefObject<HTMLCanvasElement | null>) {
  const { widthPx, paint, paintLeft, divider = 0, mirrored = false, handle } = props;
  const shown = useRef<{ main?: Shown; left?: Shown }>({});
  const draw = useCallback(() => {
    const context = canvas.current?.getContext('2d');
    if (!context) return;
    const { width, height } = context.canvas;
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.fillStyle = TOKENS.paper;
    context.fillRect(0, 0, width, height);
    const put = (picture: Shown | undefined, from: number, to: number) =>
      picture && putPicture(context, picture, transform, from, to);
    const split = paintLeft ? Math.round(divider * width) : 0;
    put(shown.current.main, split, width);
    put(shown.current.left, 0, split);
  }, [canvas, transform, divider, paintLeft]);

  const drawRef = useRef(draw);
  useEffect(() => {
    drawRef.current = draw;
    draw();
  }, [draw]);
  const ask = useCallback(
    (painter: PaintView, which: 'main' | 'left') =>
      new NewestOnly<ZoomTransform, ImageBitmap | undefined>(
        (t) => {
          const ratio = window.devicePixelRatio || 1;
          const pxPerOut = 1 / (fit * t.k * ratio);
          return painter(
            { x: -t.x * ratio * pxPerOut, y: -t.y * ratio * pxPerOut, pxPerOut, mirrored },
            Math.round(size.width * ratio),
            Math.round(size.height * ratio),
          );
        },
        (bitmap, t) => {
          if (!bitmap) return;
          close(shown.current[which]?.bitmap);
          shown.current[which] = { bitmap, transform: t };
          drawRef.current();
        },
      ),
    [fit, mirrored, size.width, size.height],
  );

  useCanvasHandle(handle, shown, fit, mirrored, widthPx, paint, drawRef);
  const mainQueue = useRef<NewestOnly<ZoomTransform, ImageBitmap | undefined>>(null);
  const leftQueue = useRef<NewestOnly<ZoomTransform, ImageBitmap | undefined>>(null);
  useEffect(() => {
    if (size.width) {
      mainQueue.current = ask(paint, 'main');
      mainQueue.current.push(transform);
    }
  }, [ask, paint, transform, size.width]);
  useEffect(() => {
    if (size.width && paintLeft) {
      leftQueue.current = ask(paintLeft, 'left');
      leftQueue.current.push(transform);
    }
  }, [ask, paintLeft, transform, size.width]);
}

/** Draws one picture between two columns of the canvas, moved and scaled from the zoom it was painted for to the present one. */
function putPicture(
  context: CanvasRenderingContext2D,
  picture: Shown,
  transform: ZoomTransform,
  from: number,
  to: number,
): void {
  if (to <= from) return;
  const ratio = window.devicePixelRatio || 1;
  const k = transform.k / picture.transform.k;
  context.save();
  context.beginPath();
  context.rect(from, 0, to - from, context.canvas.height);
  context.clip();
  context.setTransform(
    k,
    0,
    0,
    k,
    (transform.x - picture.transform.x * k) * ratio,
    (transform.y - picture.transform.y * k) * ratio,
  );
  context.drawImage(picture.bitmap, 0, 0);
  context.restore();
}

interface ZoomersProps {
  readonly zoomBy: (factor: number) => unknown;
  readonly showAll: () => unknown;
}

function Zoomers({ zoomBy, showAll }: ZoomersProps) {
  return (
    <div className={css.zoomers} data-control>
      <button type="button" onClick={() => zoomBy(1 / 1.4)} aria-label="Zoom out">
        −
      </button>
      <button type="button" onClick={showAll} aria-label="Show all">
        ▢
      </button>
      <button type="button" onClick={() => zoomBy(1.4)} aria-label="Zoom in">
        +
      </button>
    </div>
  );
}

/** Zooming, the cross and its keys. */
function useCanvasActs(props: Props, view: CanvasView, cross: Cross | undefined, setCross: (cross: Cross) => void) {
  const { widthPx, heightPx, mmPerPx, mirrored = false, onHover, onPick } = props;
  const { box, size, transform, fit, behaviour } = view;
  const toMap = (clientX: number, clientY: number): [number, number] => {
    const bounds = box.current!.getBoundingClientRect();
    const x = (clientX - bounds.left - transform.x) / (fit * transform.k),
      y = (clientY - bounds.top - transform.y) / (fit * transform.k);
    return [Math.floor(mirrored ? widthPx - x : x), Math.floor(y)];
  };
  const zoomBy = (factor: number) => behaviour.current && select(box.current!).call(behaviour.current.scaleBy, factor);
  const panBy = (x: number, y: number) =>
    behaviour.current && select(box.current!).call(behaviour.current.translateBy, x / transform.k, y / transform.k);
  const showAll = () =>
    behaviour.current &&
    select(box.current!).call(
      behaviour.current.transform,
      zoomIdentity.translate((size.width - widthPx * fit) / 2, (size.height - heightPx * fit) / 2),
    );
  const moveCross = (dx: number, dy: number) => {
    const from = cross ?? { x: widthPx / 2, y: heightPx / 2 };
    const stepPx = Math.max(1, Math.round(Math.min(CROSS_STEP_MM / mmPerPx, 12 / (fit * transform.k))));
    const next = {
      x: Math.round(Math.min(widthPx - 1, Math.max(0, from.x + (mirrored ? -dx : dx) * stepPx))),
      y: Math.round(Math.min(heightPx - 1, Math.max(0, from.y + dy * stepPx))),
    };
    setCross(next);
    onHover?.(next.x, next.y);
  };
  const points = Boolean(onHover ?? onPick);
  useKeyNotes(points ? CROSS_KEYS : CANVAS_KEYS);
  const onKeyDown = (event: KeyboardEvent) => {
    const pan = 60;
    const acts: Record<string, () => void> = {
      '+': () => zoomBy(1.4),
      '=': () => zoomBy(1.4),
      '-': () => zoomBy(1 / 1.4),
      '0': showAll,
      ...(cross && onPick ? { Enter: () => onPick(cross.x, cross.y) } : {}),
      ...(points && !event.shiftKey && !event.altKey ? byArrows((x, y) => moveCross(x, y)) : {}),
      ...(event.shiftKey ? byArrows((x, y) => panBy(-pan * x, -pan * y)) : {}),
    };
    if (event.target === event.currentTarget && acts[event.key] && !event.ctrlKey && !event.metaKey) {
      event.preventDefault();
      event.stopPropagation();
      acts[event.key]();
    }
  };
  return { points, onKeyDown, toMap, zoomBy, showAll };
}

const byArrows = (act: (x: number, y: number) => void): Record<string, () => void> => ({
  ArrowLeft: () => act(-1, 0),
  ArrowRight: () => act(1, 0),
  ArrowUp: () => act(0, -1),
  ArrowDown: () => act(0, 1),
});

/** What a view can ask of the canvas: to paint a place anew, or to show one. */
function useCanvasHandle(
  handle: RefObject<SheetCanvasHandle | null> | undefined,
  shown: RefObject<{ main?: Shown; left?: Shown }>,
  fit: number,
  mirrored: boolean,
  widthPx: number,
  paint: PaintView,
  drawRef: RefObject<() => void>,
) {
  useEffect(() => {
    if (!handle) return;
    handle.current = {
      repaint: async ({ x0, y0, x1, y1 }) => {
        const now = shown.current.main;
        if (!now) return;
        const ratio = window.devicePixelRatio || 1;
        const pxPerOut = 1 / (fit * now.transform.k * ratio);
        const [from, to] = mirrored ? [widthPx - x1, widthPx - x0] : [x0, x1];
        const left = Math.max(0, Math.floor(from / pxPerOut + now.transform.x * ratio) - 2),
          top = Math.max(0, Math.floor(y0 / pxPerOut + now.transform.y * ratio) - 2);
        const right = Math.min(now.bitmap.width, Math.ceil(to / pxPerOut + now.transform.x * ratio) + 2),
          bottom = Math.min(now.bitmap.height, Math.ceil(y1 / pxPerOut + now.transform.y * ratio) + 2);
        if (right <= left || bottom <= top) return;
        const patch = await paint(
          {
            x: (left - now.transform.x * ratio) * pxPerOut,
            y: (top - now.transform.y * ratio) * pxPerOut,
            pxPerOut,
            mirrored,
          },
          right - left,
          bottom - top,
        );
        if (!patch || shown.current.main !== now) return;
        const whole =
          now.bitmap instanceof OffscreenCanvas ? now.bitmap : new OffscreenCanvas(now.bitmap.width, now.bitmap.height);
        const context = whole.getContext('2d')!;
        if (whole !== now.bitmap) {
          context.drawImage(now.bitmap, 0, 0);
          close(now.bitmap);
        }
        context.drawImage(patch, left, top);
        patch.close();
        shown.current.main = { bitmap: whole, transform: now.transform };
        drawRef.current();
      },
    };
    return () => {
      handle.current = null;
    };
  }, [handle, fit, mirrored, paint, widthPx, drawRef, shown]);
}

function close(picture: ImageBitmap | OffscreenCanvas | undefined): void {
  if (picture instanceof ImageBitmap) picture.close();
}

/** The arrow keys move the cross by this much, or by less when zoomed in. */
const CROSS_STEP_MM = 2;

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
      aria-label="Divider between picture and flat colours"
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
