'use client';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { TOKENS } from '../../theme/tokens';
import { useSizePx } from '../useSizePx';
import { drawnMm, drawPaper, drawType, imagePlace, type SheetDrawn } from './drawSheet';
import css from './LargeView.module.css';

/** How long a film takes to be laid, ms; none where motion is not wanted. */
const FADE_MS = 700;
const wantsMotion = () => !matchMedia('(prefers-reduced-motion: reduce)').matches;

interface Props {
  readonly drawn: Omit<SheetDrawn, 'scale' | 'left' | 'top'>;
  /** Pixels a millimetre; undefined: as large as there is room. */
  readonly pxPerMm: number | undefined;
  /** Hangs in a plain frame. */
  readonly framed: boolean;
  readonly main: (widthPx: number) => Promise<ImageBitmap | undefined>;
  readonly other: ((widthPx: number) => Promise<ImageBitmap | undefined>) | undefined;
  /** Share of the image that shows the other picture, where it is laid over; undefined: it stands beside. */
  readonly divider: number | undefined;
  readonly label: string;
}

/** A sheet, or two beside each other, drawn at the size of the screen; a new picture comes slowly over the old one. */
export function LargeSheet(props: Props) {
  const { label, divider, other } = props;
  const canvas = useRef<HTMLCanvasElement>(null),
    box = useRef<HTMLDivElement>(null);
  const size = useSizePx(box);
  const two = Boolean(other) && divider === undefined;
  usePainted(canvas, size, two, props);
  return (
    <div ref={box} className={css.wall}>
      <canvas ref={canvas} role="img" aria-label={label} data-testid="large-sheet" />
    </div>
  );
}

interface Pictures {
  readonly main: ImageBitmap | undefined;
  readonly before: ImageBitmap | undefined;
  readonly other: ImageBitmap | undefined;
}

function usePainted(
  canvas: React.RefObject<HTMLCanvasElement | null>,
  { widthPx, heightPx }: { readonly widthPx: number; readonly heightPx: number },
  two: boolean,
  { drawn, pxPerMm, framed, main, other, divider }: Props,
): void {
  const places = useMemo(
    () => placesOf(drawn, pxPerMm, framed, widthPx, heightPx, two),
    [drawn, framed, heightPx, pxPerMm, two, widthPx],
  );
  const ratio = typeof window === 'undefined' ? 1 : window.devicePixelRatio || 1;
  const imagePx = places.length > 0 ? Math.max(1, Math.round(imagePlace(places[0]).width * ratio)) : 0;
  const pictures = usePictures(main, other, imagePx);
  const draw = useCallback(
    (share: number) => {
      const context = canvas.current?.getContext('2d');
      if (!context) return;
      context.setTransform(ratio, 0, 0, ratio, 0, 0);
      context.clearRect(0, 0, widthPx, heightPx);
      places.forEach((place, i) => {
        if (framed) drawFrame(context, place);
        drawPaper(context, place);
        drawType(context, place);
        const shown = i === 1 ? { ...pictures, main: pictures.other, before: undefined } : pictures;
        drawImages(context, place, shown, share, i === 0 && !two && pictures.other ? divider : undefined);
      });
    },
    [canvas, divider, framed, heightPx, pictures, places, ratio, two, widthPx],
  );
  useEffect(() => {
    if (!canvas.current || widthPx === 0) return;
    canvas.current.width = Math.round(widthPx * ratio);
    canvas.current.height = Math.round(heightPx * ratio);
  }, [canvas, heightPx, ratio, widthPx]);
  useFade(pictures, draw);
}

/** The pictures at the size they are shown; the one before stays until the next has come over it. */
function usePictures(main: Props['main'], other: Props['other'], imagePx: number): Pictures {
  const [pictures, setPictures] = useState<Pictures>({ main: undefined, before: undefined, other: undefined });
  useEffect(() => {
    if (imagePx === 0) return;
    let current = true;
    void main(imagePx).then((made) => {
      if (current && made)
        setPictures((old) => ({ ...old, before: old.main === made ? old.before : old.main, main: made }));
    });
    return () => {
      current = false;
    };
  }, [imagePx, main]);
  useEffect(() => {
    let current = true;
    const asked = other && imagePx > 0 ? other(imagePx) : Promise.resolve(undefined);
    void asked.then((made) => current && setPictures((old) => ({ ...old, other: made })));
    return () => {
      current = false;
    };
  }, [imagePx, other]);
  return pictures;
}

/** Draws at once what is otherwise; a new picture of the sheet comes slowly. */
function useFade(pictures: Pictures, draw: (share: number) => void): void {
  const last = useRef(pictures.main);
  useEffect(() => {
    const isNew = last.current !== pictures.main && pictures.before !== undefined;
    last.current = pictures.main;
    if (!isNew || !wantsMotion()) {
      draw(1);
      return;
    }
    const from = performance.now();
    let frame = requestAnimationFrame(function step(now) {
      const share = Math.min(1, Math.max(0, (now - from) / FADE_MS));
      draw(share);
      if (share < 1) frame = requestAnimationFrame(step);
    });
    return () => cancelAnimationFrame(frame);
  }, [draw, pictures]);
}

const ROOM_PX = 28,
  FRAME_MM = 22;

/** Where the sheets lie: in the middle of the wall, or of each half of it. */
function placesOf(
  drawn: Props['drawn'],
  pxPerMm: number | undefined,
  framed: boolean,
  widthPx: number,
  heightPx: number,
  two: boolean,
): SheetDrawn[] {
  if (widthPx === 0 || heightPx === 0) return [];
  const { widthMm, heightMm } = drawnMm(drawn);
  const room = two ? widthPx / 2 : widthPx;
  const around = framed ? 2 * FRAME_MM : 0;
  const fits = Math.min((room - 2 * ROOM_PX) / (widthMm + around), (heightPx - 2 * ROOM_PX) / (heightMm + around));
  const scale = Math.max(0.02, pxPerMm ?? fits);
  return Array.from({ length: two ? 2 : 1 }, (_, i) => ({
    ...drawn,
    scale,
    left: room * i + (room - widthMm * scale) / 2,
    top: (heightPx - heightMm * scale) / 2,
  }));
}

function drawFrame(context: CanvasRenderingContext2D, place: SheetDrawn): void {
  const { widthMm, heightMm } = drawnMm(place);
  const by = FRAME_MM * place.scale;
  const bar = Math.max(2, by * 0.45);
  context.fillStyle = TOKENS.sheet;
  context.fillRect(place.left - by, place.top - by, widthMm * place.scale + 2 * by, heightMm * place.scale + 2 * by);
  context.strokeStyle = TOKENS.ink;
  context.lineWidth = bar;
  context.strokeRect(
    place.left - by - bar / 2,
    place.top - by - bar / 2,
    widthMm * place.scale + 2 * by + bar,
    heightMm * place.scale + 2 * by + bar,
  );
}

function drawImages(
  context: CanvasRenderingContext2D,
  place: SheetDrawn,
  { main, before, other }: Pictures,
  share: number,
  divider: number | undefined,
): void {
  for (const image of place.layout.images) {
    const { x, y, width, height } = imagePlace(place, image);
    const put = (picture: ImageBitmap | undefined, alpha: number) => {
      if (!picture) return;
      context.globalAlpha = alpha;
      context.drawImage(picture, x, y, width, height);
      context.globalAlpha = 1;
    };
    if (share < 1) put(before, 1);
    put(main, share);
    if (divider !== undefined && divider > 0) {
      context.save();
      context.beginPath();
      context.rect(x, y, width * divider, height);
      context.clip();
      put(other, 1);
      context.restore();
    }
    if (!place.withMargins) break;
  }
}
