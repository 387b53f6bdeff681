import { randomStream, type RandomStream } from '@/core/random/random';

export type Point = readonly [number, number];

/** A hand that draws SVG shapes with the small unevenness of a cut edge; seeded, so that a picture is the same each time. */
export class Hand {
  readonly random: RandomStream;
  private readonly parts: string[] = [];

  constructor(
    readonly width: number,
    readonly height: number,
    readonly widthMm: number,
    seed: number,
  ) {
    this.random = randomStream(seed);
  }

  between(low: number, high: number): number {
    return low + (high - low) * this.random();
  }

  rect(x: number, y: number, w: number, h: number, fill: string): void {
    this.parts.push(`<rect x="${f(x)}" y="${f(y)}" width="${f(w)}" height="${f(h)}" fill="${fill}"/>`);
  }

  circle(x: number, y: number, r: number, fill: string): void {
    this.parts.push(`<circle cx="${f(x)}" cy="${f(y)}" r="${f(r)}" fill="${fill}"/>`);
  }

  ellipse(x: number, y: number, rx: number, ry: number, fill: string, turnDeg = 0): void {
    this.parts.push(
      `<ellipse cx="${f(x)}" cy="${f(y)}" rx="${f(rx)}" ry="${f(ry)}" fill="${fill}"${turnDeg ? ` transform="rotate(${f(turnDeg)} ${f(x)} ${f(y)})"` : ''}/>`,
    );
  }

  /** A polygon whose long edges waver a little, as a gouge leaves them. */
  shape(points: readonly Point[], fill: string, waver = 2): void {
    const out: string[] = [];
    points.forEach(([x0, y0], i) => {
      const [x1, y1] = points[(i + 1) % points.length];
      const steps = Math.max(1, Math.round(Math.hypot(x1 - x0, y1 - y0) / 26));
      for (let s = 0; s < steps; s++) {
        const j = s === 0 ? 0 : waver;
        out.push(
          `${f(x0 + ((x1 - x0) * s) / steps + this.between(-j, j))},${f(y0 + ((y1 - y0) * s) / steps + this.between(-j, j))}`,
        );
      }
    });
    this.parts.push(`<polygon points="${out.join(' ')}" fill="${fill}"/>`);
  }

  /** A smooth curve through points, closed down to `floor` when given: hills, banks, folds. */
  hill(points: readonly Point[], fill: string, floor: number): void {
    this.parts.push(
      `<path d="${smooth(points)} L${f(points[points.length - 1][0])} ${f(floor)} L${f(points[0][0])} ${f(floor)}Z" fill="${fill}"/>`,
    );
  }

  blob(points: readonly Point[], fill: string): void {
    const ring = [...points, points[0], points[1]];
    this.parts.push(`<path d="${smooth(ring.slice(0, -1))}Z" fill="${fill}"/>`);
  }

  stroke(points: readonly Point[], width: number, colour: string): void {
    this.parts.push(
      `<path d="${smooth(points)}" fill="none" stroke="${colour}" stroke-width="${f(width)}" stroke-linecap="round" stroke-linejoin="round"/>`,
    );
  }

  /** The straight sides of a shape, drawn; `open`: not from its last corner back to its first. */
  outline(points: readonly Point[], width: number, colour: string, open = false): void {
    const d = points.map(([x, y]) => `${f(x)} ${f(y)}`).join('L');
    this.parts.push(
      `<path d="M${d}${open ? '' : 'Z'}" fill="none" stroke="${colour}" stroke-width="${f(width)}" stroke-linejoin="round"/>`,
    );
  }

  line(a: Point, b: Point, width: number, colour: string): void {
    this.parts.push(
      `<path d="M${f(a[0])} ${f(a[1])}L${f(b[0])} ${f(b[1])}" stroke="${colour}" stroke-width="${f(width)}"/>`,
    );
  }

  /** One gouge stroke: pointed at both ends, thickest past its middle. */
  gouge(x: number, y: number, length: number, width: number, colour: string, angleDeg = 0): void {
    const a = (angleDeg * Math.PI) / 180,
      c = Math.cos(a),
      s = Math.sin(a);
    const at = (u: number, v: number) => `${f(x + u * c - v * s)} ${f(y + u * s + v * c)}`;
    this.parts.push(
      `<path d="M${at(0, 0)}Q${at(length * 0.55, -width)} ${at(length, 0)}Q${at(length * 0.6, width * 0.7)} ${at(0, 0)}Z" fill="${colour}"/>`,
    );
  }

  raw(svg: string): void {
    this.parts.push(svg);
  }

  svg(): string {
    const heightMm = (this.widthMm * this.height) / this.width;
    return `<svg xmlns="http://www.w3.org/2000/svg" width="${this.widthMm}mm" height="${f(heightMm)}mm" viewBox="0 0 ${this.width} ${this.height}">\n${this.parts.join('\n')}\n</svg>\n`;
  }
}

/** Catmull–Rom through the points, as cubic Béziers. */
function smooth(points: readonly Point[]): string {
  let d = `M${f(points[0][0])} ${f(points[0][1])}`;
  for (let i = 0; i < points.length - 1; i++) {
    const p0 = points[Math.max(0, i - 1)],
      p1 = points[i],
      p2 = points[i + 1],
      p3 = points[Math.min(points.length - 1, i + 2)];
    d += `C${f(p1[0] + (p2[0] - p0[0]) / 6)} ${f(p1[1] + (p2[1] - p0[1]) / 6)} ${f(p2[0] - (p3[0] - p1[0]) / 6)} ${f(p2[1] - (p3[1] - p1[1]) / 6)} ${f(p2[0])} ${f(p2[1])}`;
  }
  return d;
}

function f(v: number): string {
  return (Math.round(v * 10) / 10).toString();
}
