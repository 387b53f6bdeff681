import { circleArcsOf, eachCurveOf, ringsOf, type CurveMap } from '@/core/geometry';
import { roundTo } from '@/core/numeric';

export interface DxfLayer {
  readonly name: string;
  /** Colour number 1–255, as the form wants one. */
  readonly colour: number;
  /** Closed lines, mm: x, y, x, y … with y down, as everywhere else here. */
  readonly ringsMm: readonly ArrayLike<number>[];
  /** Its lines are not closed. */
  readonly open?: boolean;
  /** For each ring and each of its points the bulge of the line that leaves it, in the same coordinates: the tangent of a quarter of the arc's angle, 0 for a straight one. */
  readonly bulges?: readonly ArrayLike<number>[];
}

/**
 * Lines in millimetres for cutting machines, closed unless said otherwise: the plain ASCII form of release 12, which every program reads, one POLYLINE for each
 * ring, its curves as arcs of circles. DXF counts y upwards, so the drawing is turned over about its height; left and right stay as given.
 */
export function dxfDocument(heightMm: number, layers: readonly DxfLayer[]): string {
  const out: string[] = [];
  const put = (code: number, value: string | number) => out.push(String(code), String(value));
  put(0, 'SECTION');
  put(2, 'HEADER');
  put(9, '$ACADVER');
  put(1, 'AC1009');
  put(9, '$INSUNITS');
  put(70, 4);
  put(9, '$MEASUREMENT');
  put(70, 1);
  put(0, 'ENDSEC');
  put(0, 'SECTION');
  put(2, 'TABLES');
  put(0, 'TABLE');
  put(2, 'LAYER');
  put(70, layers.length);
  for (const layer of layers) {
    put(0, 'LAYER');
    put(2, layerName(layer.name));
    put(70, 0);
    put(62, layer.colour);
    put(6, 'CONTINUOUS');
  }
  put(0, 'ENDTAB');
  put(0, 'ENDSEC');
  put(0, 'SECTION');
  put(2, 'ENTITIES');
  for (const layer of layers) {
    const name = layerName(layer.name);
    for (const [r, ring] of layer.ringsMm.entries()) {
      put(0, 'POLYLINE');
      put(8, name);
      put(66, 1);
      put(70, layer.open ? 0 : 1);
      put(10, 0);
      put(20, 0);
      put(30, 0);
      for (let p = 0; p + 1 < ring.length; p += 2) {
        put(0, 'VERTEX');
        put(8, name);
        put(10, roundTo(ring[p], 3));
        put(20, roundTo(heightMm - ring[p + 1], 3));
        put(30, 0);
        // turned over, what bent to the one side bends to the other
        const bulge = -(layer.bulges?.[r][p / 2] ?? 0);
        if (bulge !== 0) put(42, roundTo(bulge, 5));
      }
      put(0, 'SEQEND');
      put(8, name);
    }
  }
  put(0, 'ENDSEC');
  put(0, 'EOF');
  return `${out.join('\r\n')}\r\n`;
}

/** Names of layers may hold capitals, digits, hyphen and underscore only, up to 31 of them. */
function layerName(name: string): string {
  return (
    name
      .normalize('NFD')
      .toUpperCase()
      .replace(/[^A-Z0-9]+/g, '_')
      .slice(0, 31) || '0'
  );
}

/** Arcs of a cutting machine's lines keep so near to the curves. */
const ARC_TOLERANCE_MM = 0.01;

/** Outlines of a set of labels as lines and arcs of circles. `atPx`: where a place of the map lies, mm. */
export function bulgedRings(
  curves: CurveMap,
  set: Uint8Array,
  atPx: (x: number, y: number) => readonly number[],
): Pick<DxfLayer, 'ringsMm' | 'bulges'> {
  const rings: number[][] = [],
    bulges: number[][] = [];
  for (const ring of ringsOf(curves, set)) {
    const points: number[] = [],
      bends: number[] = [];
    let from: readonly number[] = [];
    eachCurveOf(
      curves,
      ring,
      (x, y) => points.push(...(from = atPx(x, y))),
      (x1, y1, x2, y2, x, y) => {
        const to = atPx(x, y);
        for (const arc of circleArcsOf([...from, ...atPx(x1, y1), ...atPx(x2, y2), ...to], ARC_TOLERANCE_MM)) {
          bends.push(arc.bulge);
          points.push(arc.x, arc.y);
        }
        from = to;
      },
    );
    // the ring closes by itself: its first point is not said twice
    rings.push(points.slice(0, -2));
    bulges.push(bends);
  }
  return { ringsMm: rings, bulges };
}
