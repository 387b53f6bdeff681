import sharp, { type Sharp } from 'sharp';
import { failed, failure, success, type Outcome } from '@/core/units';
import { sheetLayoutOf, type Impression } from '@/derived';
import type { Plan } from '@/model';
import { getBlob, type Store } from '@/store';
import { laidLooks, type LaidLooks } from './exports';

/** A picture with its size. */
export interface Picture {
  readonly bytes: Buffer;
  readonly widthPx: number;
  readonly heightPx: number;
}

const LOOK_PX = 1200;

type Shown = Pick<Impression, 'photograph' | 'image' | 'printed' | 'colourwayId'>;

/** Pictures of the prints of one print. */
export interface PrintPictures {
  /** The image of a print: cut out of its photograph where there is one, else as it is predicted; no larger than so many pixels. */
  readonly of: (print: Shown, mostPx: number) => Promise<Outcome<Picture>>;
}

/** Looks are laid out once for each set of inks, however many pictures are asked for. */
export function picturesOf(db: Store, id: string, plan: Plan): PrintPictures {
  const layout = sheetLayoutOf(plan),
    looks = new Map<string | undefined, Outcome<LaidLooks>>();
  const looksIn = (colourwayId: string | undefined) => {
    const laid = looks.get(colourwayId) ?? laidLooks(db, id, colourwayId);
    looks.set(colourwayId, laid);
    return laid;
  };
  return {
    of: async (print, mostPx) => {
      const blob = print.photograph && getBlob(db, print.photograph.pictureSha);
      if (blob && layout) return success(await imageOutOf(Buffer.from(blob.bytes), layout, print.image ?? 1, mostPx));
      const laid = looksIn(print.colourwayId);
      if (!laid.ok) return failed(laid);
      return success(await sized(sharp(await laid.value.paint(print.printed, Math.min(LOOK_PX, mostPx))), mostPx));
    },
  };
}

type Layout = NonNullable<ReturnType<typeof sheetLayoutOf>>;

/** The image where it lies on the straightened picture of its sheet. */
async function imageOutOf(
  photograph: Buffer,
  { sheetMm, images }: Layout,
  image: number,
  mostPx: number,
): Promise<Picture> {
  const { width, height } = await sharp(photograph).metadata();
  const place = images[image - 1] ?? images[0];
  const within = (mm: number, allMm: number, px: number) =>
    Math.min(px - 1, Math.max(0, Math.round((mm / allMm) * px)));
  const left = within(place.xMm, sheetMm.widthMm, width),
    top = within(place.yMm, sheetMm.heightMm, height);
  const cut = sharp(photograph).extract({
    ...{ left, top },
    width: Math.max(1, within(place.xMm + place.widthMm, sheetMm.widthMm, width) - left),
    height: Math.max(1, within(place.yMm + place.heightMm, sheetMm.heightMm, height) - top),
  });
  // what is cut out is made larger or smaller only afterwards
  return sized(sharp(await cut.png().toBuffer()), mostPx);
}

async function sized(picture: Sharp, mostPx: number): Promise<Picture> {
  const { data, info } = await picture
    .resize(mostPx, mostPx, { fit: 'inside', withoutEnlargement: true })
    .removeAlpha()
    .png()
    .toBuffer({ resolveWithObject: true });
  return { bytes: data, widthPx: info.width, heightPx: info.height };
}

/** The print that is named by its key, among those there are. */
export function printByKey(prints: readonly Impression[], key: string): Outcome<Impression> {
  const print = prints.find((one) => one.key === key);
  return print ? success(print) : failure('run-missing.thereIsNoPrint', { print: key.slice(0, 60) });
}
