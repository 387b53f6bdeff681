'use client';
import { useEffect, useRef } from 'react';
import type { SheetLayout } from '@/core/registration';
import css from './OnSheet.module.css';

interface Props {
  readonly layout: SheetLayout;
  readonly label: string;
  /** Which of the images on the sheet, from 1. */
  readonly of?: number;
}

/** The image out of a picture of the whole sheet: all are shown at the same size and place. */
function cropOf({ images, sheetMm }: SheetLayout, of = 1) {
  const image = images[of - 1] ?? images[0];
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
export function ImageOnSheet({ src, layout, label, of }: Props & { readonly src: string }) {
  const { ratio, style } = cropOf(layout, of);
  return (
    <div className={css.crop} style={{ aspectRatio: String(ratio) }}>
      <img src={src} alt={label} style={style} loading="lazy" draggable={false} />
    </div>
  );
}

/** A photograph just read. */
export function PictureOnSheet({ picture, layout, label, of }: Props & { readonly picture: ImageBitmap }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { ratio, style } = cropOf(layout, of);
  useEffect(() => {
    canvas.current?.getContext('2d')?.drawImage(picture, 0, 0);
  }, [picture]);
  return (
    <div className={css.crop} style={{ aspectRatio: String(ratio) }}>
      <canvas ref={canvas} width={picture.width} height={picture.height} role="img" aria-label={label} style={style} />
    </div>
  );
}
