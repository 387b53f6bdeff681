import { hexFromLabD50, type Lab } from '@/core/colour';
import type { TypeOnSheet } from '@/derived';
import { finishedRect, type SheetEdge, type SheetLayout } from '@/core/registration';
import { randomStream } from '@/core/random/random';
import { FONT_HEAD, TOKENS } from '../../theme/tokens';

/** What is drawn, and where its top left corner comes to lie in pixels. */
export interface SheetDrawn {
  readonly layout: SheetLayout;
  readonly paperLabD50: Lab;
  readonly tornEdges: readonly SheetEdge[];
  readonly edition: number;
  readonly title: string;
  readonly withMargins: boolean;
  /** Lines of type that are on the sheet: seen beside the image; within it the picture has them. */
  readonly type?: readonly Pick<TypeOnSheet, 'outlinesMm' | 'labD50'>[];
  readonly scale: number;
  readonly left: number;
  readonly top: number;
}

/** The image alone, or the whole finished sheet: its size in mm. */
export function drawnMm({ layout, withMargins }: Pick<SheetDrawn, 'layout' | 'withMargins'>) {
  const { widthMm, heightMm } = withMargins ? finishedRect(layout) : layout.images[0];
  return { widthMm, heightMm };
}

/** Where the first image lies in the drawing, px. */
export function imagePlace({ layout, withMargins, scale, left, top }: SheetDrawn, image = layout.images[0]) {
  const from = withMargins ? finishedRect(layout) : layout.images[0];
  return {
    x: left + (image.xMm - from.xMm) * scale,
    y: top + (image.yMm - from.yMm) * scale,
    width: image.widthMm * scale,
    height: image.heightMm * scale,
  };
}

type Context = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D;

/** The bare sheet on its paper: edges true or torn, number and title in pencil under the image. */
export function drawPaper(context: Context, drawn: SheetDrawn): void {
  const { layout, paperLabD50, scale, left, withMargins } = drawn;
  const { widthMm, heightMm } = drawnMm(drawn);
  context.fillStyle = hexFromLabD50(paperLabD50);
  outline(context, drawn, widthMm * scale, heightMm * scale);
  context.fill();
  if (!withMargins) return;
  context.strokeStyle = TOKENS.edge;
  context.lineWidth = 0.75;
  context.stroke();
  const image = imagePlace(drawn, layout.images[0]);
  const size = Math.min(4.2 * scale, layout.marginsMm.bottom * scale * 0.34);
  if (size < 5) return;
  const typeMm = (drawn.type ?? []).flatMap(({ outlinesMm }) => outlinesMm.map(lowestOf));
  const lowest = Math.max(
    ...layout.images.map((one) => imagePlace(drawn, one).y + Math.max(image.height, ...typeMm.map((mm) => mm * scale))),
  );
  context.fillStyle = paperLabD50[0] < 50 ? TOKENS.sheet : TOKENS.pencil;
  context.font = `italic ${size}px ${FONT_HEAD}`;
  context.textBaseline = 'top';
  const y = lowest + size * 0.7;
  context.textAlign = 'left';
  context.fillText(`1/${drawn.edition}`, image.x, y);
  // what is set in type is not written once more
  if (typeMm.length > 0) return;
  context.textAlign = 'center';
  context.fillText(drawn.title, left + (widthMm * scale) / 2, y, image.width * 0.6);
}

/** Lines of type beside each image, where there are margins to see them on. */
export function drawType(context: Context, drawn: SheetDrawn): void {
  const { type = [], layout, withMargins, scale } = drawn;
  if (!withMargins || type.length === 0) return;
  for (const one of layout.images) {
    const image = imagePlace(drawn, one);
    context.save();
    context.beginPath();
    context.rect(image.x - 1e4, image.y - 1e4, 2e4 + image.width, 2e4 + image.height);
    context.rect(image.x, image.y, image.width, image.height);
    context.clip('evenodd');
    for (const { outlinesMm, labD50 } of type) {
      context.fillStyle = hexFromLabD50(labD50);
      context.beginPath();
      for (const ring of outlinesMm) {
        for (let p = 0; p + 1 < ring.length; p += 2) {
          const [x, y] = [image.x + ring[p] * scale, image.y + ring[p + 1] * scale];
          if (p === 0) context.moveTo(x, y);
          else context.lineTo(x, y);
        }
        context.closePath();
      }
      context.fill('evenodd');
    }
    context.restore();
  }
}

const lowestOf = (ring: readonly number[]) => Math.max(...ring.filter((_, i) => i % 2 === 1));

/** Along a torn edge the paper ends raggedly, by up to this much. */
const TORN_MM = 1.6,
  TORN_STEP_MM = 1.1;

function outline(
  context: Context,
  { tornEdges, withMargins, scale, left, top }: SheetDrawn,
  w: number,
  h: number,
): void {
  const random = randomStream(11);
  const torn = (edge: SheetEdge) => withMargins && tornEdges.includes(edge);
  const sides: readonly [SheetEdge, number, number, number, number, number, number][] = [
    ['top', 0, 0, w, 0, 0, 1],
    ['right', w, 0, w, h, -1, 0],
    ['bottom', w, h, 0, h, 0, -1],
    ['left', 0, h, 0, 0, 1, 0],
  ];
  context.beginPath();
  context.moveTo(left, top);
  for (const [edge, x0, y0, x1, y1, inX, inY] of sides) {
    const steps = torn(edge) ? Math.max(2, Math.round(Math.hypot(x1 - x0, y1 - y0) / (TORN_STEP_MM * scale))) : 1;
    let depth = 0;
    for (let i = 1; i <= steps; i++) {
      depth = i === steps ? 0 : Math.min(1, Math.max(0, depth + (random() - 0.5) * 0.7));
      const by = depth * TORN_MM * scale;
      context.lineTo(left + x0 + ((x1 - x0) * i) / steps + inX * by, top + y0 + ((y1 - y0) * i) / steps + inY * by);
    }
  }
  context.closePath();
}
