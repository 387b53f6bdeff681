'use client';
import { perLanguage } from '@/words/language';
import { select } from 'd3-selection';
import { zoom, zoomIdentity, type ZoomBehavior, type ZoomTransform } from 'd3-zoom';
import { useCallback, useEffect, useRef, useState, type KeyboardEvent, type RefObject } from 'react';
import { NewestOnly } from '@/workers';
import { TOKENS } from '../theme/tokens';
import { useKeyNotes, type KeyNote } from './keys';
import { type PaintView, type Props, type SheetCanvasHandle } from './SheetCanvas';
import { frameWords } from '@/words/frame';

const canvasKeys = perLanguage((): readonly KeyNote[] => [
  { keys: '+ −', what: frameWords('keys.zoom') },
  { keys: '0', what: frameWords('keys.showAll') },
  { keys: `${frameWords('keys.name.shift')} ← → ↑ ↓`, what: frameWords('keys.pan') },
]);

const crossKeys = perLanguage((): readonly KeyNote[] => [
  ...canvasKeys(),
  { keys: '← → ↑ ↓', what: frameWords('keys.cross') },
]);

interface Shown {
  bitmap: ImageBitmap | OffscreenCanvas;
  transform: ZoomTransform;
}

export interface Cross {
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
export function useCanvasView({ widthPx, heightPx, onBrush }: Props): CanvasView {
  const brushes = useRef(false);
  brushes.current = Boolean(onBrush);
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
      .filter(
        (event: Event) =>
          !(event.target as Element).closest('[data-control]') &&
          !(event as MouseEvent).button &&
          (event.type === 'wheel' || !brushes.current),
      )
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
export function usePictures(
  props: Props,
  { size, transform, fit }: CanvasView,
  canvas: RefObject<HTMLCanvasElement | null>,
) {
  const { widthPx, paint, paintLeft, divider = 0, mirrored = false, handle } = props;
  const shown = useRef<{ main?: Shown; left?: Shown }>({});
  const draw = useCallback(() => {
    const context = canvas.current?.getContext('2d');
    if (!context) return;
    const { width, height } = context.canvas;
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.fillStyle = TOKENS.paper;
    context.fillRect(0, 0, width, height);
    const split = paintLeft ? Math.round(divider * width) : 0;
    putPicture(context, shown.current.main, transform, split, width);
    putPicture(context, shown.current.left, transform, 0, split);
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
  picture: Shown | undefined,
  transform: ZoomTransform,
  from: number,
  to: number,
): void {
  if (!picture || to <= from) return;
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

/** Zooming, the cross and its keys. */
export function useCanvasActs(
  props: Props,
  view: CanvasView,
  cross: Cross | undefined,
  setCross: (cross: Cross) => void,
) {
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
  useKeyNotes(points ? crossKeys() : canvasKeys());
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
