'use client';
import { useEffect, useRef } from 'react';
import { paintCoverage, type Fill, type LabelCoverage } from '@/core/geometry';
import { PaintQueue } from './paintQueue';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';

const queue = new PaintQueue<HTMLCanvasElement>(
  (run) => {
    requestAnimationFrame(run);
  },
  () => performance.now(),
);

interface Props {
  readonly coverage: LabelCoverage;
  /** What each label is painted with. */
  readonly fills: readonly Fill[];
  readonly strokes?: readonly Fill[];
  readonly mirrored?: boolean;
  readonly label: string;
}

/** A small picture of the sheet or the block, painted from shares: follows every change within a frame. */
export function Thumb({ coverage, fills, strokes, mirrored, label }: Props) {
  const ref = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const canvas = ref.current;
    if (!canvas || fills.length !== coverage.labelCount) return;
    const { width, height } = coverage;
    queue.add(canvas, () => {
      const words = paintCoverage(coverage, fills, strokes);
      canvas
        .getContext('2d')!
        .putImageData(new ImageData(new Uint8ClampedArray(words.buffer as ArrayBuffer), width, height), 0, 0);
    });
    return () => queue.drop(canvas);
  }, [coverage, fills, strokes]);
  return (
    <canvas
      ref={ref}
      width={coverage.width}
      height={coverage.height}
      role="img"
      aria-label={label}
      className={clsx(kit.fullWidth, mirrored && kit.mirror)}
      style={{ aspectRatio: `${coverage.width} / ${coverage.height}` }}
    />
  );
}
