import { eachPointOf, ringsOf, type ArcMap } from '@/core/geometry';

/** A length in a drawing's own text, to the micron: plain ASCII, no zeros at the end. */
export function svgNumber(mm: number): string {
  return String(Number(mm.toFixed(3)));
}

/** Path data of the outlines of the labels in `set`, in hundredths of a millimetre, whole numbers, relative moves. */
export function pathOfSet(arcs: ArcMap, set: Uint8Array, mmPerPx: number, mirrored = false): string {
  const scale = mmPerPx * 100;
  const across = arcs.width * scale;
  const parts: string[] = [];
  for (const ring of ringsOf(arcs, set)) {
    let lastX = 0,
      lastY = 0,
      started = false,
      dx = 0,
      dy = 0;
    eachPointOf(arcs, ring, (px, py) => {
      const x = Math.round(mirrored ? across - px * scale : px * scale),
        y = Math.round(py * scale);
      if (!started) parts.push(`M${x} ${y}`);
      else {
        const nextX = x - lastX,
          nextY = y - lastY;
        // arcs end at every node, so one straight edge may come in pieces: written as one
        if (dx * nextY === dy * nextX && dx * nextX + dy * nextY > 0) {
          dx += nextX;
          dy += nextY;
        } else {
          if (dx !== 0 || dy !== 0) parts.push(`l${dx} ${dy}`);
          dx = nextX;
          dy = nextY;
        }
      }
      started = true;
      lastX = x;
      lastY = y;
    });
    parts.push(dx !== 0 || dy !== 0 ? `l${dx} ${dy}z` : 'z');
  }
  return parts.join('');
}

/** Path data of rings in mm, in hundredths of a millimetre; mirrored about a width. */
export function pathOfRings(ringsMm: readonly ArrayLike<number>[], widthMm: number, mirrored = false): string {
  return ringsMm
    .map((ring) => {
      const points: string[] = [];
      for (let p = 0; p + 1 < ring.length; p += 2)
        points.push(`${Math.round((mirrored ? widthMm - ring[p] : ring[p]) * 100)} ${Math.round(ring[p + 1] * 100)}`);
      return `M${points.join('L')}z`;
    })
    .join('');
}

export interface SvgLayer {
  readonly name: string;
  readonly path: string;
  readonly fill: string;
  readonly stroke?: string;
}

/** An SVG document true to size: width and height in mm, user unit 1 mm, outlines in groups scaled by 0.01. */
export function svgDocument(widthMm: number, heightMm: number, title: string, layers: readonly SvgLayer[]): string {
  const [width, height] = [svgNumber(widthMm), svgNumber(heightMm)];
  const groups = layers.map(
    (layer) =>
      `  <g id="${escapeXml(layer.name)}" transform="scale(0.01)" fill="${layer.fill}" fill-rule="evenodd"${layer.stroke ? ` stroke="${layer.stroke}" stroke-width="10"` : ''}><path d="${layer.path}"/></g>`,
  );
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ${height}">`,
    `  <title>${escapeXml(title)}</title>`,
    ...groups,
    '</svg>',
    '',
  ].join('\n');
}

export function escapeXml(text: string): string {
  return text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);
}
