import { eachCurveOf, eachPointOf, ringsOf, type ArcMap, type CurveMap } from '@/core/geometry';

/** A length in a drawing's own text, to the micron: plain ASCII, no zeros at the end. */
export function svgNumber(mm: number): string {
  return String(Number(mm.toFixed(3)));
}

/** Mm to a pixel across and down, where a drawing is stretched. */
export interface Stretched {
  readonly xMm: number;
  readonly yMm: number;
}

/** Path data of the outlines of the labels in `set`, in hundredths of a millimetre, whole numbers, relative moves: curves, and lines where they are straight. */
export function pathOfSet(
  arcs: ArcMap | CurveMap,
  set: Uint8Array,
  mmPerPx: number | Stretched,
  mirrored = false,
): string {
  const pen = new PathPen(arcs.width, mmPerPx, mirrored);
  for (const ring of ringsOf(arcs, set)) {
    if ('segments' in arcs)
      eachCurveOf(
        arcs,
        ring,
        (x, y) => pen.begin(x, y),
        (...curve) => pen.curve(...curve),
      );
    else {
      let started = false;
      eachPointOf(arcs, ring, (x, y) => {
        if (started) pen.line(x, y);
        else pen.begin(x, y);
        started = true;
      });
    }
    pen.close();
  }
  return pen.path();
}

/** Path data of all edges, each once. */
export function pathOfEdges(arcs: CurveMap, mmPerPx: number | Stretched, mirrored = false): string {
  const pen = new PathPen(arcs.width, mmPerPx, mirrored);
  for (let arc = 0; arc < arcs.count; arc++) {
    eachCurveOf(
      arcs,
      { arcs: [arc], reversed: [false] },
      (x, y) => pen.begin(x, y),
      (...curve) => pen.curve(...curve),
    );
    pen.leave();
  }
  return pen.path();
}

/** Writes path data in hundredths of a millimetre from points in pixels. */
class PathPen {
  private readonly parts: string[] = [];
  private readonly scaleX: number;
  private readonly scaleY: number;
  private readonly across: number;
  private firstX = 0;
  private firstY = 0;
  private lastX = 0;
  private lastY = 0;
  /** A straight line that may still go on: edges end at every node, so one may come in pieces. */
  private dx = 0;
  private dy = 0;

  constructor(
    widthPx: number,
    mmPerPx: number | Stretched,
    private readonly mirrored: boolean,
  ) {
    const { xMm, yMm } = typeof mmPerPx === 'number' ? { xMm: mmPerPx, yMm: mmPerPx } : mmPerPx;
    this.scaleX = xMm * 100;
    this.scaleY = yMm * 100;
    this.across = widthPx * this.scaleX;
  }

  private x(px: number): number {
    return Math.round(this.mirrored ? this.across - px * this.scaleX : px * this.scaleX);
  }

  private y(px: number): number {
    return Math.round(px * this.scaleY);
  }

  begin(px: number, py: number): void {
    this.lastX = this.firstX = this.x(px);
    this.lastY = this.firstY = this.y(py);
    this.parts.push(`M${this.lastX} ${this.lastY}`);
  }

  line(px: number, py: number): void {
    const x = this.x(px),
      y = this.y(py);
    this.go(x - this.lastX, y - this.lastY);
    this.lastX = x;
    this.lastY = y;
  }

  private go(dx: number, dy: number): void {
    if (this.dx * dy === this.dy * dx && this.dx * dx + this.dy * dy > 0) {
      this.dx += dx;
      this.dy += dy;
      return;
    }
    this.flush();
    this.dx = dx;
    this.dy = dy;
  }

  private flush(): void {
    if (this.dx !== 0 || this.dy !== 0) this.parts.push(`l${this.dx} ${this.dy}`);
    this.dx = this.dy = 0;
  }

  curve(px1: number, py1: number, px2: number, py2: number, px: number, py: number): void {
    const x0 = this.lastX,
      y0 = this.lastY,
      [dx1, dy1, dx2, dy2] = [this.x(px1) - x0, this.y(py1) - y0, this.x(px2) - x0, this.y(py2) - y0],
      dx = this.x(px) - x0,
      dy = this.y(py) - y0;
    const length = Math.hypot(dx, dy),
      off = (x: number, y: number) => Math.abs(x * dy - y * dx);
    // handles that lie on the chord, to half a hundredth: a straight line
    if (off(dx1, dy1) <= length && off(dx2, dy2) <= length) this.go(dx, dy);
    else {
      this.flush();
      this.parts.push(`c${dx1} ${dy1} ${dx2} ${dy2} ${dx} ${dy}`);
    }
    this.lastX += dx;
    this.lastY += dy;
  }

  close(): void {
    // a straight line back to the beginning is drawn by closing
    if (this.lastX === this.firstX && this.lastY === this.firstY) this.dx = this.dy = 0;
    this.flush();
    this.parts.push('z');
  }

  leave(): void {
    this.flush();
  }

  path(): string {
    return this.parts.join('');
  }
}

/** Path data of rings in mm, in hundredths of a millimetre. */
export function pathOfRings(ringsMm: readonly ArrayLike<number>[]): string {
  return ringsMm
    .map((ring) => {
      const points: string[] = [];
      for (let p = 0; p + 1 < ring.length; p += 2)
        points.push(`${Math.round(ring[p] * 100)} ${Math.round(ring[p + 1] * 100)}`);
      return `M${points.join('L')}z`;
    })
    .join('');
}

/** Path data of lines in mm that are not closed, in hundredths of a millimetre. */
export function pathOfLines(linesMm: readonly ArrayLike<number>[]): string {
  return pathOfRings(linesMm).replaceAll('z', '');
}

export interface SvgLayer {
  readonly name: string;
  readonly path: string;
  readonly fill: string;
  readonly stroke?: string;
}

const NO_ROOM = { leftMm: 0, rightMm: 0, belowMm: 0 } as const;

/** An SVG document true to size, with room beside it for what lies outside: width and height in mm, user unit 1 mm, outlines in groups scaled by 0.01. */
export function svgDocument(
  widthMm: number,
  heightMm: number,
  title: string,
  layers: readonly SvgLayer[],
  room: { readonly leftMm: number; readonly rightMm: number; readonly belowMm: number } = NO_ROOM,
): string {
  const [width, height] = [svgNumber(widthMm + room.leftMm + room.rightMm), svgNumber(heightMm + room.belowMm)];
  const groups = layers.map(
    (layer) =>
      `  <g id="${escapeXml(layer.name)}" transform="scale(0.01)" fill="${layer.fill}" fill-rule="evenodd"${layer.stroke ? ` stroke="${layer.stroke}" stroke-width="10"` : ''}><path d="${layer.path}"/></g>`,
  );
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="${svgNumber(-room.leftMm || 0)} 0 ${width} ${height}">`,
    `  <title>${escapeXml(title)}</title>`,
    ...groups,
    '</svg>',
    '',
  ].join('\n');
}

export function escapeXml(text: string): string {
  return text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);
}
