'use client';
import { perLanguage } from '@/words/language';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { CountField } from '../fields';
import { kit } from '../styles';
import { usePrintDesk } from '../printContext';
import { largeWords } from '@/words/large';
import { drawnMm, drawPaper, drawType, imagePlace, type SheetDrawn } from './drawSheet';
import css from './LargeView.module.css';
import type { Beside } from './useLargePictures';

const widthPxSaid = perLanguage(() => ({ min: 200, max: 10_000, what: largeWords('picture.what') }) as const);
const USUAL_PX = 2400;

interface Props {
  readonly drawn: Omit<SheetDrawn, 'scale' | 'left' | 'top' | 'withMargins'>;
  readonly run: number;
  /** The picture that is shown, as wide as it is asked for. */
  readonly picture: (widthPx: number) => Promise<ImageBitmap | undefined>;
  /** What stands beside it or lies over it. */
  readonly other: (widthPx: number) => Promise<ImageBitmap | undefined>;
  readonly beside: Beside;
}

/** What is shown as an sRGB picture, to show to others. */
export function SavePicture({ drawn, run, picture, other, beside }: Props) {
  const { name, tell } = usePrintDesk('name', 'tell');
  const [longPx, setLongPx] = useState(USUAL_PX);
  const [withMargins, setWithMargins] = useState(true);
  const [wantsOther, setWantsOther] = useState(false);
  const [open, setOpen] = useState(false);
  const [busy, setBusy] = useState(false);
  const save = async () => {
    setBusy(true);
    const saved = wantsOther ? beside : 'none';
    // a block lies on no sheet
    const as = { ...drawn, withMargins: withMargins && saved !== 'block' };
    const file = await pngOf(as, longPx, saved === 'none' ? picture : other).catch(() => undefined);
    setBusy(false);
    if (!file) return tell(largeWords('picture.failed'));
    const link = document.createElement('a');
    link.href = URL.createObjectURL(file);
    link.download = largeWords('picture.name', { print: name, run, saved, what: largeWords(`besides.${saved}`) });
    link.click();
    setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
  };
  if (!open) return <Button onClick={() => setOpen(true)}>{largeWords('picture.open')}</Button>;
  return (
    <div className={css.group} role="group" aria-label={largeWords('picture.title')}>
      <div className={css.count}>
        <CountField label={largeWords('picture.width')} value={longPx} range={widthPxSaid()} onChange={setLongPx} />
      </div>
      <label className={kit.tick}>
        <input type="checkbox" checked={withMargins} onChange={(e) => setWithMargins(e.target.checked)} />{' '}
        {largeWords('picture.margins')}
      </label>
      {beside !== 'none' && (
        <label className={kit.tick}>
          <input type="checkbox" checked={wantsOther} onChange={(e) => setWantsOther(e.target.checked)} />{' '}
          {largeWords('picture.other', { what: largeWords(`besides.${beside}`) })}
        </label>
      )}
      <Button disabled={busy} onClick={() => void save()}>
        {largeWords('picture.save')}
      </Button>
    </div>
  );
}

/** The sheet, or the image alone, with its longer side so many pixels, as PNG in sRGB. Undefined where the browser cannot. */
async function pngOf(
  drawn: Omit<SheetDrawn, 'scale' | 'left' | 'top'>,
  longPx: number,
  picture: Props['picture'],
): Promise<Blob | undefined> {
  const { widthMm, heightMm } = drawnMm(drawn);
  const scale = longPx / Math.max(widthMm, heightMm);
  const canvas = new OffscreenCanvas(Math.round(widthMm * scale), Math.round(heightMm * scale));
  const context = canvas.getContext('2d', { colorSpace: 'srgb' });
  const place = { ...drawn, scale, left: 0, top: 0 };
  const made = await picture(Math.max(1, Math.round(imagePlace(place).width)));
  if (!context || !made) return undefined;
  drawPaper(context, place);
  drawType(context, place);
  for (const image of drawn.withMargins ? drawn.layout.images : drawn.layout.images.slice(0, 1)) {
    const { x, y, width, height } = imagePlace(place, image);
    context.drawImage(made, x, y, width, height);
  }
  return canvas.convertToBlob({ type: 'image/png' });
}
