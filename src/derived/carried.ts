import type { Anchor, PicturePlan, Place, Plan, Inking } from '@/model';
import { withInkings } from './lookups';
import { isType, typeBeside } from './typeLines';

type Placed = Pick<PicturePlan, 'turnDeg' | 'mirrored' | 'crop' | 'widthMm' | 'heightMm'>;

/** Quarter turns clockwise of a point of the unit square. */
function turned(x: number, y: number, deg: number): readonly [number, number] {
  return deg === 90 ? [1 - y, x] : deg === 180 ? [1 - x, 1 - y] : deg === 270 ? [y, 1 - x] : [x, y];
}

/**
 * Where a point of the print lies when the same picture is cropped, turned, mirrored or sized anew: by way of the picture itself. It may lie
 * outside the new print: then what it names is lost there.
 */
export function carriedPoint(before: Placed, after: Placed, xMm: number, yMm: number): readonly [number, number] {
  const cropX = before.crop.x + (xMm / before.widthMm) * before.crop.width,
    cropY = before.crop.y + (yMm / before.heightMm) * before.crop.height;
  const [sourceX, sourceY] = turned(before.mirrored ? 1 - cropX : cropX, cropY, (360 - before.turnDeg) % 360);
  const [turnedX, y] = turned(sourceX, sourceY, after.turnDeg);
  const x = after.mirrored ? 1 - turnedX : turnedX;
  return [
    ((x - after.crop.x) / after.crop.width) * after.widthMm,
    ((y - after.crop.y) / after.crop.height) * after.heightMm,
  ];
}

const MOST_MM = { low: -2000, high: 4000 };
const within = (mm: number) => Math.round(Math.min(MOST_MM.high, Math.max(MOST_MM.low, mm)) * 1000) / 1000;

/** The plan with its picture placed anew: lettering, masks and spots go along with what they name. */
export function withPicturePlaced(plan: Plan, picture: PicturePlan): Plan {
  const before = plan.picture;
  if (!before || before.originalSha !== picture.originalSha) return { ...plan, picture };
  const moved = (xMm: number, yMm: number) => carriedPoint(before, picture, xMm, yMm).map(within);
  const anchor = (old: Anchor): Anchor => {
    const [xMm, yMm] = moved(old.xMm, old.yMm);
    return { ...old, xMm, yMm };
  };
  const place = (old: Place): Place => ({
    anchors: old.anchors.map(anchor),
    outlinesMm: old.outlinesMm.map((ring) =>
      Array.from({ length: ring.length >> 1 }, (_, p) => moved(ring[2 * p], ring[2 * p + 1])).flat(),
    ),
  });
  const point = (old: { readonly xMm: number; readonly yMm: number }) => {
    const [xMm, yMm] = moved(old.xMm, old.yMm);
    return { xMm, yMm };
  };
  const faded = (fade: NonNullable<Inking['fade']>) => ({
    ...fade,
    fromMm: point(fade.fromMm),
    toMm: point(fade.toMm),
  });
  return {
    ...plan,
    picture,
    lettering: plan.lettering.map(anchor),
    masks: plan.masks.map((mask) => ({ ...mask, place: place(mask.place) })),
    blocks: plan.blocks.map((block) =>
      isType(block)
        ? typeBeside(block, before, picture)
        : {
            ...block,
            sides: block.sides.map((side) => ({
              ...side,
              saw: side.saw && { ...side.saw, heldIn: side.saw.heldIn.map(anchor) },
              cuts: side.cuts.map((cut) => (cut.within ? { ...cut, within: place(cut.within) } : cut)),
            })),
          },
    ),
    runs: plan.runs.map((run) =>
      withInkings(run, (inking) => ({ ...inking, fade: inking.fade && faded(inking.fade) })),
    ),
  };
}
