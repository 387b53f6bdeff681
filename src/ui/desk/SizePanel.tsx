'use client';
import Button from '@mui/material/Button';
import dynamic from 'next/dynamic';
import { fetched } from '@/ui/kit/fetched';
import { useState } from 'react';
import { formatSize } from '@/words/lengths';
import type { PicturePlan } from '@/model';
import { usePrintDesk } from '../kit/printContext';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import { pictureWords } from '@/words/picture';

const SizeDialog = dynamic(
  fetched(() => import('./SizeDialog').then((m) => m.SizeDialog)),
  { ssr: false },
);

/** The printed size, and the way to change it. */
export function SizePanel({ closed }: { closed: boolean }) {
  const { plan, unit } = usePrintDesk('plan', 'unit');
  const picture = plan.picture!;
  const [open, setOpen] = useState(false);
  return (
    <section>
      <div className={clsx(kit.row, kit.between)}>
        <h2>{pictureWords('sizeOf.printedSize')}</h2>
        <Button onClick={() => setOpen(true)} disabled={closed}>
          {pictureWords('sizeOf.cropTurnSize')}
        </Button>
      </div>
      <p className={clsx(kit.num, kit.readable)}>{formatSize(picture.widthMm, picture.heightMm, unit)}</p>
      <p className={kit.note}>
        {pictureWords('sizeOf.workedOnAtMm', {
          mmPerPx: picture.raster.mmPerPx,
          widthPx: picture.raster.widthPx,
          heightPx: picture.raster.heightPx,
          sharpness: sharpness(picture),
        })}
      </p>
      {open && <SizeDialog picture={picture} onClose={() => setOpen(false)} />}
    </section>
  );
}

/** Says when the source is coarser than what will be cut from it. */
function sharpness(picture: PicturePlan): string {
  const sideways = picture.turnDeg % 180 !== 0;
  const sourcePx = (sideways ? picture.sourceHeightPx : picture.sourceWidthPx) * picture.crop.width;
  const mm = picture.widthMm / sourcePx;
  return mm > 0.3 ? pictureWords('sizeOf.theSourceHasOne', { mm }) : '';
}
