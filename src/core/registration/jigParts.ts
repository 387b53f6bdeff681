import { phrase, type Phrase, type Told } from '../units';
import { roundTo } from '../numeric';
import type { RectMm } from './cornerStops';
import type { SheetLayout } from './sheetLayout';

/** What a mark of a drawing is for: it decides its line, and its layer in a DXF. */
export type JigLayer = 'cut' | 'paper' | 'block' | 'block stop' | 'paper stop' | 'guide';

export type JigMark =
  | { readonly kind: 'rect'; readonly layer: JigLayer; readonly rect: RectMm }
  | {
      readonly kind: 'line';
      readonly layer: JigLayer;
      readonly from: readonly [number, number];
      readonly to: readonly [number, number];
    }
  | {
      readonly kind: 'circle';
      readonly layer: JigLayer;
      readonly xMm: number;
      readonly yMm: number;
      readonly radiusMm: number;
    }
  | {
      readonly kind: 'text';
      readonly layer: JigLayer;
      readonly xMm: number;
      readonly yMm: number;
      readonly heightMm: number;
      readonly text: Told;
      readonly align?: 'center';
    };

/** One true-size drawing. `side`: the bench with the block face up (right and left exchanged), or the print as seen. */
export interface JigDrawing {
  readonly name: Told;
  readonly side: 'bench' | 'print';
  readonly note: Told;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly marks: readonly JigMark[];
  /** Where outlines of the runs are to be laid in: the image's place, and whether mirrored. */
  readonly outlinesIn: RectMm | null;
}

export interface CutListItem {
  readonly what: Told;
  readonly of: Told;
  readonly count: number;
  readonly widthMm: number | null;
  readonly heightMm: number | null;
  readonly note: Told;
}

export interface Jig {
  readonly drawings: readonly JigDrawing[];
  readonly cutList: readonly CutListItem[];
}

export interface JigInput {
  readonly layout: SheetLayout;
  readonly block: RectMm;
  readonly blockHeightMm: number;
  readonly paperThicknessMm: number;
}

/** Where something on the print lies on the bench, paper face down: right and left change places within the sheet. */
export function onBench(rect: RectMm, sheet: { readonly widthMm: number }): RectMm {
  return { ...rect, xMm: sheet.widthMm - rect.xMm - rect.widthMm };
}

/** The finished sheet on the sheet as printed. */
export function finishedRect({ images, marginsMm, paperMm }: SheetLayout): RectMm {
  return { xMm: images[0].xMm - marginsMm.left, yMm: images[0].yMm - marginsMm.top, ...paperMm };
}

export function moved(r: RectMm, dx: number, dy: number): RectMm {
  return { ...r, xMm: r.xMm + dx, yMm: r.yMm + dy };
}

export function rect(layer: JigLayer, r: RectMm): JigMark {
  return { kind: 'rect', layer, rect: { xMm: r.xMm, yMm: r.yMm, widthMm: r.widthMm, heightMm: r.heightMm } };
}

export function line(layer: JigLayer, from: readonly [number, number], to: readonly [number, number]): JigMark {
  return { kind: 'line', layer, from, to };
}

export function text(
  layer: JigLayer,
  xMm: number,
  yMm: number,
  heightMm: number,
  words: Told,
  align?: 'center',
): JigMark {
  return { kind: 'text', layer, xMm, yMm, heightMm, text: words, ...(align ? { align } : {}) };
}

/** The origin corner: a corner drawn twice, and its name. */
export function origin(r: RectMm): JigMark[] {
  const x = r.xMm,
    y = r.yMm + r.heightMm;
  return [
    line('block', [x, y - 7], [x + 7, y]),
    line('block', [x, y - 5], [x + 5, y]),
    text('block', x + 9, y - 5, 3, phrase('jigs.originCorner')),
  ];
}

export function piece(what: Told, of: Told, r: { readonly widthMm: number; readonly heightMm: number }): CutListItem {
  return { what, of, count: 1, widthMm: r.widthMm, heightMm: r.heightMm, note: '' };
}

export function paperPiece({ layout }: JigInput): CutListItem {
  const { sheetMm, paperMm } = layout;
  const trimmed = sheetMm.widthMm > paperMm.widthMm || sheetMm.heightMm > paperMm.heightMm;
  return {
    what: phrase('jigs.paper'),
    of: phrase('jigs.eachSheet'),
    count: 1,
    ...sheetMm,
    note: trimmed ? phrase('jigs.trimmedToAtThe', { size: size(paperMm) }) : '',
  };
}

export function blockPiece({ block }: JigInput): CutListItem {
  return {
    what: phrase('jigs.block'),
    of: phrase('jigs.eachBlock'),
    count: 1,
    widthMm: block.widthMm,
    heightMm: block.heightMm,
    note: '',
  };
}

/** To a tenth of a millimetre: what a ruler and a saw can do. */
export const tenth = (mm: number) => roundTo(mm, 1);

/** Width by height, in words. */
export function size(r: { readonly widthMm: number; readonly heightMm: number }): Phrase {
  return phrase('jigs.size', { width: tenth(r.widthMm), height: tenth(r.heightMm) });
}
