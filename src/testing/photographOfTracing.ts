import { randomStream } from '@/core/random/random';
import { CORNER_MARK_MM, cornerMarks, type ScanPicture } from '@/core/registration';

/** A tracing that was drawn on: what was printed pale, and the pen, pixel by pixel of the print as seen. */
export interface DrawnTracing {
  readonly frame: { readonly widthMm: number; readonly heightMm: number };
  readonly mmPerPx: number;
  readonly drawn: (x: number, y: number) => boolean;
  readonly stands: (x: number, y: number) => boolean;
}

/** How it is photographed. */
export interface Shot {
  readonly mirrored?: boolean;
  readonly turnDeg?: number;
  /** How much narrower the far edge is. */
  readonly slant?: number;
  readonly pxPerMm?: number;
  /** Light at the dark end of the sheet. */
  readonly dim?: number;
  readonly noise?: number;
  readonly pen?: readonly [number, number, number];
  /** A corner mark that is covered. */
  readonly hide?: number;
}

type Rgb = readonly [number, number, number];
const PAPER: Rgb = [246, 243, 236],
  STANDS: Rgb = [214, 208, 193],
  MARK: Rgb = [34, 36, 36],
  TABLE: Rgb = [96, 84, 70];
const MARGIN_MM = 16;

/** As a camera would see it on a table: each pixel followed back through a turn and a slant, four rays a pixel; then light and grain. */
export function photographOfTracing(tracing: DrawnTracing, shot: Shot = {}): ScanPicture {
  const { turnDeg = 0, slant = 0, pxPerMm = 4, dim = 1, noise = 0 } = shot;
  const { widthMm, heightMm } = tracing.frame;
  const random = randomStream(7);
  const side = Math.hypot(widthMm + 2 * MARGIN_MM, heightMm + 2 * MARGIN_MM);
  const size = Math.round(side * pxPerMm);
  const colourAt = sheetOf(tracing, shot);
  const data = new Uint8ClampedArray(size * size * 4);
  const [cos, sin] = [Math.cos((turnDeg * Math.PI) / 180), Math.sin((turnDeg * Math.PI) / 180)];
  for (let py = 0; py < size; py++)
    for (let px = 0; px < size; px++) {
      const sum = [0, 0, 0];
      for (const [ox, oy] of [
        [0.25, 0.25],
        [0.75, 0.25],
        [0.25, 0.75],
        [0.75, 0.75],
      ]) {
        const v = (py + oy) / size - 0.5;
        const near = (1 + slant * v) / side;
        const [a, b] = [((px + ox) / size - 0.5) / near, v / near];
        const rgb = colourAt(widthMm / 2 + a * cos + b * sin, heightMm / 2 - a * sin + b * cos);
        for (let i = 0; i < 3; i++) sum[i] += rgb[i] / 4;
      }
      const light = 1 - (1 - dim) * ((px + py) / (2 * size));
      const grain = noise * (random() - 0.5);
      const at = 4 * (py * size + px);
      for (let i = 0; i < 3; i++) data[at + i] = sum[i] * light + grain;
      data[at + 3] = 255;
    }
  return { width: size, height: size, data, dpi: 0 };
}

/** The colour of the sheet, or of the table round it, at a place in mm of the frame. */
function sheetOf(
  { frame, mmPerPx, drawn, stands }: DrawnTracing,
  { mirrored = false, pen = [40, 40, 46], hide }: Shot,
) {
  const { sideMm } = CORNER_MARK_MM;
  const marks = cornerMarks(frame, mirrored).filter((_, i) => i !== hide);
  const [across, down] = [Math.round(frame.widthMm / mmPerPx), Math.round(frame.heightMm / mmPerPx)];
  return (xMm: number, yMm: number): Rgb => {
    const off = [-xMm, -yMm, xMm - frame.widthMm, yMm - frame.heightMm];
    if (Math.max(...off) > MARGIN_MM) return TABLE;
    const mark = marks.find((m) => xMm >= m.xMm && yMm >= m.yMm && xMm < m.xMm + sideMm && yMm < m.yMm + sideMm);
    if (mark) {
      const far = Math.max(Math.abs(xMm - mark.xMm - sideMm / 2), Math.abs(yMm - mark.yMm - sideMm / 2));
      return mark.hollow && far < sideMm / 4 ? PAPER : MARK;
    }
    const x = Math.floor((mirrored ? frame.widthMm - xMm : xMm) / mmPerPx),
      y = Math.floor(yMm / mmPerPx);
    if (x < 0 || y < 0 || x >= across || y >= down) return PAPER;
    return drawn(x, y) ? pen : stands(x, y) ? STANDS : PAPER;
  };
}
