'use client';
import { useEffect, useRef } from 'react';
import type { SheetLayout } from '@/core/registration';
import css from './beside.module.css';

interface Props {
  readonly layout: SheetLayout;
  readonly label: string;
}

/** The image out of a picture of the whole sheet: all are shown at the same size and place. */
function cropOf({ images: [image], sheetMm }: SheetLayout) {
  return {
    ratio: image.widthMm / image.heightMm,
    style: {
      width: `${(100 * sheetMm.widthMm) / image.widthMm}%`,
      left: `${(-100 * image.xMm) / image.widthMm}%`,
      top: `${(-100 * image.yMm) / image.heightMm}%`,
    },
  };
}

/** A photograph as it was kept. */
export function ImageOnSheet({ src, layout, label }: Props & { readonly src: string }) {
  const { ratio, style } = cropOf(layout);
  return (
    <div className={css.crop} style={{ aspectRatio: String(ratio) }}>
      <img src={src} alt={label} style={style} />
    </div>
  );
}

/** A photograph just read. */
export function PictureOnSheet({ picture, layout, label }: Props & { readonly picture: ImageBitmap }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { ratio, style } = cropOf(layout);
  useEffect(() => {
    canvas.current?.getContext('2d')?.drawImage(picture, 0, 0);
  }, [picture]);
  return (
    <div className={css.crop} style={{ aspectRatio: String(ratio) }}>
      <canvas ref={canvas} width={picture.width} height={picture.height} role="img" aria-label={label} style={style} />
    </div>
  );
}
