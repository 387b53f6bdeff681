import { failure, success, type Outcome } from '@/core/units';
import { SIZE_RANGE_MM, type PicturePlan, type Plan } from '@/model';
import { getBlob, putBlob, type Store } from '@/store';
import { allOrNothing } from './allOrNothing';
import { patienceOf, withPicture, type OpenPicture } from './decode';
import {
  inspectPicture,
  makeRaster,
  sourcePreview,
  wholePhotograph,
  type PictureFacts,
  type Placement,
} from './imageIn';
import { livingPrint } from './livingPrint';
import { editPrint } from './prints';
import { presentPlan } from './readPlan';

/** A new picture is first thought of as this wide or high, whichever is longer. */
const FIRST_SIZE_MM = 240;

/** Takes a picture in: checked, kept byte for byte, and its working raster made at a first printed size. */
export async function bringInPicture(
  db: Store,
  id: string,
  bytes: Buffer,
  fileName: string,
  now: string,
  gone?: AbortSignal,
): Promise<Outcome<undefined>> {
  const found = livingPrint(db, id);
  if (!found.ok) return found;
  const plan = presentPlan(db, found.value);
  const placed = await withPicture(bytes, patienceOf(gone), async (opened) => {
    const facts = await inspectPicture(opened, fileName);
    if (!facts.ok) return facts;
    const place = firstPlacement(facts.value);
    return place.ok ? placePicture(opened, facts.value, fileName, place.value, plan) : place;
  });
  if (!placed.ok) return placed;
  return allOrNothing(db, () => {
    const picture = placed.value(db, now);
    return editPrint(db, id, { kind: 'picture-placed', picture }, now);
  });
}

/** Crops, turns, mirrors and sizes the picture that is in; the flat colours begin anew. */
export async function placeAgain(db: Store, id: string, place: unknown, now: string): Promise<Outcome<undefined>> {
  const found = livingPrint(db, id);
  if (!found.ok) return found;
  const plan = presentPlan(db, found.value);
  if (!plan.picture) return failure('picture-missing.thereIsNoPicture');
  const checked = checkPlacement(place);
  if (!checked.ok) return checked;
  const original = getBlob(db, plan.picture.originalSha);
  if (!original) return failure('picture-missing.theOriginalPictureIs');
  const facts = {
    format: plan.picture.format,
    widthPx: plan.picture.sourceWidthPx,
    heightPx: plan.picture.sourceHeightPx,
  };
  const { fileName } = plan.picture;
  const placed = await withPicture(original.bytes, patienceOf(), (opened) =>
    placePicture(opened, facts, fileName, checked.value, plan),
  );
  if (!placed.ok) return placed;
  return allOrNothing(db, () => {
    const picture = placed.value(db, now);
    return editPrint(db, id, { kind: 'picture-placed', picture }, now);
  });
}

/** The picture decoded and placed; its bytes are kept when the answer is called, together with the plan that names them. */
async function placePicture(
  opened: OpenPicture,
  facts: PictureFacts,
  fileName: string,
  place: Placement,
  plan: Plan,
): Promise<Outcome<(db: Store, now: string) => PicturePlan>> {
  const raster = await makeRaster(opened, facts, fileName, place, plan.paper.labD50);
  if (!raster.ok) return raster;
  const { widthPx, heightPx, mmPerPx, png } = raster.value;
  return success((db: Store, now: string) => ({
    ...place,
    format: facts.format,
    fileName: Array.from(fileName).slice(0, 300).join(''),
    sourceWidthPx: facts.widthPx,
    sourceHeightPx: facts.heightPx,
    originalSha: putBlob(db, opened.bytes, `image/${facts.format === 'svg' ? 'svg+xml' : facts.format}`, now),
    raster: { sha: putBlob(db, png, 'image/png', now), widthPx, heightPx, mmPerPx },
  }));
}

function firstPlacement({ widthPx, heightPx }: PictureFacts): Outcome<Placement> {
  const scale = FIRST_SIZE_MM / Math.max(widthPx, heightPx);
  const [widthMm, heightMm] = [widthPx * scale, heightPx * scale].map((mm) => Math.round(mm * 2) / 2);
  if (Math.min(widthMm, heightMm) < SIZE_RANGE_MM.minMm) return failure('picture-narrow', { widthPx, heightPx });
  return success({ turnDeg: 0, mirrored: false, crop: { x: 0, y: 0, width: 1, height: 1 }, widthMm, heightMm });
}

function checkPlacement(value: unknown): Outcome<Placement> {
  const place = (typeof value === 'object' && value !== null ? value : {}) as Placement;
  const { widthMm, heightMm, crop, turnDeg } = place;
  const bad = [widthMm, heightMm].find((mm) => !(mm >= SIZE_RANGE_MM.minMm && mm <= SIZE_RANGE_MM.maxMm));
  if (bad !== undefined) return failure('size', { badMm: bad, minMm: SIZE_RANGE_MM.minMm, maxMm: SIZE_RANGE_MM.maxMm });
  const inside =
    crop &&
    [crop.x, crop.y, crop.width, crop.height].every((v) => v >= 0 && v <= 1) &&
    crop.width > 0.001 &&
    crop.height > 0.001 &&
    crop.x + crop.width <= 1.0001 &&
    crop.y + crop.height <= 1.0001;
  if (!inside) return failure('crop');
  if (![0, 90, 180, 270].includes(turnDeg)) return failure('turn', { turnDeg: String(turnDeg) });
  return success({
    turnDeg,
    mirrored: place.mirrored === true,
    crop: { x: crop.x, y: crop.y, width: Math.min(crop.width, 1 - crop.x), height: Math.min(crop.height, 1 - crop.y) },
    widthMm,
    heightMm,
  });
}

const SOURCE_PREVIEW_PX = 1000;

/** The original, upright, turned and mirrored, small: for drawing the crop on. */
export async function sourcePng(
  db: Store,
  id: string,
  turnDeg: number,
  mirrored: boolean,
): Promise<Outcome<{ bytes: Buffer }>> {
  const found = livingPrint(db, id);
  if (!found.ok) return found;
  const plan = presentPlan(db, found.value);
  const original = plan.picture && getBlob(db, plan.picture.originalSha);
  if (!plan.picture || !original || ![0, 90, 180, 270].includes(turnDeg))
    return failure('picture-missing.thereIsNoPictureTo');
  const { format } = plan.picture;
  return withPicture(original.bytes, patienceOf(), (opened) =>
    sourcePreview(opened, format, turnDeg, mirrored, plan.paper.labD50, SOURCE_PREVIEW_PX),
  );
}

/** Longer side of a photograph as it is kept, px. */
const PHOTOGRAPH_PX = 1600;

/** A photograph of a sheet or a block, upright and as large as a screen, or `whole` as it was taken: kept until an entry of the log names it, or the day is over. */
export async function bringInPhotograph(
  db: Store,
  id: string,
  bytes: Buffer,
  fileName: string,
  now: string,
  gone?: AbortSignal,
  whole = false,
): Promise<Outcome<{ readonly sha: string }>> {
  const found = livingPrint(db, id);
  if (!found.ok) return found;
  const { labD50 } = presentPlan(db, found.value).paper;
  const kept = await withPicture(bytes, patienceOf(gone), async (opened) => {
    const facts = await inspectPicture(opened, fileName);
    if (!facts.ok) return facts;
    const { format } = facts.value;
    return whole
      ? wholePhotograph(opened, format, labD50)
      : sourcePreview(opened, format, 0, false, labD50, PHOTOGRAPH_PX);
  });
  if (!kept.ok) return kept;
  return success({ sha: putBlob(db, kept.value.bytes, whole ? 'image/jpeg' : 'image/png', now) });
}
