'use client';
import { useEffect, useRef, useState } from 'react';
import { NewestOnly } from '@/workers';
import css from './BitmapView.module.css';
import { useSizePx } from './useSizePx';

interface Props {
  /** Height by width. */
  readonly aspect: number;
  readonly label: string;
  /** Paints at the size of the screen; a new function means a new picture, of which only the newest is waited for. */
  readonly paint: (width: number, height: number) => Promise<ImageBitmap | undefined>;
  readonly children?: React.ReactNode;
}

/** A picture made in a worker, as wide as its place. Until a new one comes the last one stays. */
export function BitmapView({ aspect, label, paint, children }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { widthPx: width } = useSizePx(canvas);
  const [newest] = useState(
    () =>
      new NewestOnly<{ work: Props['paint']; width: number; height: number }, ImageBitmap | undefined>(
        ({ work, width: w, height: h }) => work(w, h),
        (bitmap) => {
          if (!bitmap || !canvas.current) return;
          canvas.current.width = bitmap.width;
          canvas.current.height = bitmap.height;
          canvas.current.getContext('2d')!.drawImage(bitmap, 0, 0);
          bitmap.close();
          canvas.current.dataset.painted = String(Number(canvas.current.dataset.painted ?? 0) + 1);
        },
      ),
  );
  useEffect(() => {
    if (width > 0) newest.push({ work: paint, width, height: Math.max(1, Math.round(width * aspect)) });
  }, [newest, paint, width, aspect]);
  return (
    <div className={css.bitmapView} style={{ aspectRatio: `${1 / aspect}` }}>
      <canvas ref={canvas} role="img" aria-label={label} />
      {children}
    </div>
  );
}
