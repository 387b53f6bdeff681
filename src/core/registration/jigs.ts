import { roundTo } from '../numeric';
import { cornerStopLayout, type RectMm } from './cornerStops';
import type { SheetLayout } from './sheetLayout';
import type { RegistrationWayId } from './ways';

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
      readonly text: string;
      readonly align?: 'center';
    };

/** One true-size drawing. `side`: the bench with the block face up (right and left exchanged), or the print as seen. */
export interface JigDrawing {
  readonly name: string;
  readonly side: 'bench' | 'print';
  readonly note: string;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly marks: readonly JigMark[];
  /** Where outlines of the runs are to be laid in: the image's place, and whether mirrored. */
  readonly outlinesIn: RectMm | null;
}

export interface CutListItem {
  readonly what: string;
  readonly of: string;
  readonly count: number;
  readonly widthMm: number | null;
  readonly heightMm: number | null;
  readonly note: string;
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

const BENCH = 'the bench, block face up: right and left of the print change places',
  STOP_LONG = 16,
  STOP_DEEP = 6;
/** Start values, mm. */
const KENTO = { cornerArm: 18, side: 22, inlay: 24, inlayDeep: 6 } as const;
const PIN = { radius: 3, tabWide: 20, tabLong: 60, inset: 10 } as const;
const GRID_MM = 10,
  EASE_MM = 0.3,
  CURB_WIDE = 15;

/** The drawings and cut list of a way for this sheet and block. */
export function jigFor(way: RegistrationWayId, input: JigInput): Jig {
  return JIGS[way](input);
}

const JIGS: Record<RegistrationWayId, (input: JigInput) => Jig> = {
  'corner stops': (input) => {
    const { board, drawing, stops } = cornerBoard(input, 'Corner stops');
    return {
      drawings: [drawing],
      cutList: [
        piece('board', 'plywood or board, 6 mm or more', board),
        ...stops,
        paperPiece(input),
        blockPiece(input),
      ],
    };
  },
  'card window': (input) => {
    const { sheetMm } = input.layout,
      lying = onBench(input.block, sheetMm);
    const window = {
      xMm: lying.xMm - EASE_MM / 2,
      yMm: lying.yMm - EASE_MM / 2,
      widthMm: lying.widthMm + EASE_MM,
      heightMm: lying.heightMm + EASE_MM,
    };
    const at = moved(window, CURB_WIDE, 0),
      sheet = { xMm: CURB_WIDE, yMm: 0, ...sheetMm },
      width = sheetMm.widthMm + CURB_WIDE,
      height = sheetMm.heightMm + CURB_WIDE;
    const cardMm = Math.max(0.5, input.blockHeightMm - 0.3);
    const marks: JigMark[] = [
      rect('cut', { xMm: 0, yMm: 0, widthMm: width, heightMm: height }),
      rect('cut', at),
      rect('paper', sheet),
      rect('paper stop', { xMm: 0, yMm: 0, widthMm: CURB_WIDE, heightMm: height }),
      rect('paper stop', { xMm: CURB_WIDE, yMm: sheetMm.heightMm, widthMm: sheetMm.widthMm, heightMm: CURB_WIDE }),
      text('guide', at.xMm + 4, at.yMm + 4, 4, 'opening for the block'),
      text('paper stop', CURB_WIDE + 4, sheetMm.heightMm + 4, 4, 'curb'),
      ...origin(at),
    ];
    return {
      drawings: [
        {
          name: 'Card window and curb',
          side: 'bench',
          note: BENCH,
          widthMm: width,
          heightMm: height,
          marks,
          outlinesIn: null,
        },
      ],
      cutList: [
        { what: 'base', of: 'stiff board', count: 1, widthMm: width, heightMm: height, note: '' },
        {
          what: 'card window',
          of: `card, ${tenth(cardMm)} mm in layers`,
          count: 1,
          widthMm: width,
          heightMm: height,
          note: `opening ${size(at)}; 0.3 mm below the block’s face`,
        },
        { what: 'curb, long', of: 'card, 2 mm', count: 1, widthMm: sheetMm.widthMm, heightMm: CURB_WIDE, note: '' },
        { what: 'curb, short', of: 'card, 2 mm', count: 1, widthMm: CURB_WIDE, heightMm: height, note: '' },
        {
          what: 'floor sheet',
          of: 'thin card',
          count: 1,
          widthMm: at.widthMm,
          heightMm: at.heightMm,
          note: 'until the block’s face stands just above the card',
        },
        paperPiece(input),
        blockPiece(input),
      ],
    };
  },
  kento: (input) => {
    const { sheetMm } = input.layout,
      image = onBench(input.layout.images[0], sheetMm);
    // the block carries image, the margins at the origin corner, and the marks' own rim
    const rim = KENTO.inlayDeep + 8,
      left = image.xMm + rim,
      bottom = sheetMm.heightMm - image.yMm - image.heightMm + rim;
    const block = { xMm: 0, yMm: 0, widthMm: left + image.widthMm + 8, heightMm: image.heightMm + bottom + 8 };
    const at = { xMm: left, yMm: 8, widthMm: image.widthMm, heightMm: image.heightMm },
      edgeX = rim,
      edgeY = block.heightMm - rim,
      sideAt = edgeX + Math.max(KENTO.cornerArm + 25, 0.62 * sheetMm.widthMm);
    const sideX = Math.min(sideAt, block.widthMm - KENTO.side - 4);
    const depth = tenth(2 * input.paperThicknessMm);
    const marks: JigMark[] = [
      rect('cut', block),
      rect('block', at),
      ...origin(at),
      line('paper stop', [edgeX, edgeY], [edgeX + KENTO.cornerArm, edgeY]),
      line('paper stop', [edgeX, edgeY], [edgeX, edgeY - KENTO.cornerArm]),
      line('paper stop', [sideX, edgeY], [sideX + KENTO.side, edgeY]),
      text('paper stop', edgeX + 2, edgeY - 7, 3.4, `corner mark, ${depth} mm deep`),
      text('paper stop', sideX + 2, edgeY - 7, 3.4, 'side mark'),
      rect('guide', {
        xMm: edgeX - KENTO.inlayDeep,
        yMm: edgeY - KENTO.inlay,
        widthMm: KENTO.inlayDeep,
        heightMm: KENTO.inlay + KENTO.inlayDeep,
      }),
      text('guide', edgeX + 2, edgeY + 2, 2.8, 'inlay for a worn corner'),
      line('paper', [edgeX, edgeY], [edgeX, 0]),
      line('paper', [edgeX, edgeY], [block.widthMm, edgeY]),
      text('guide', at.xMm + 4, at.yMm + 4, 4, 'image, mirrored'),
    ];
    return {
      drawings: [
        {
          name: 'Kento marks on every block',
          side: 'bench',
          note: `the block face up; marks ${tenth(at.xMm - edgeX)} mm left of the image and ${tenth(edgeY - at.yMm - at.heightMm)} mm below it`,
          widthMm: block.widthMm,
          heightMm: block.heightMm,
          marks,
          outlinesIn: null,
        },
      ],
      cutList: [
        {
          what: 'block with rim',
          of: 'the block’s wood',
          count: 1,
          widthMm: block.widthMm,
          heightMm: block.heightMm,
          note: 'for each block',
        },
        {
          what: 'corner mark',
          of: 'cut in the block',
          count: 1,
          widthMm: KENTO.cornerArm,
          heightMm: KENTO.cornerArm,
          note: `${depth} mm deep, twice the paper`,
        },
        {
          what: 'side mark',
          of: 'cut in the block',
          count: 1,
          widthMm: KENTO.side,
          heightMm: null,
          note: `${depth} mm deep`,
        },
        {
          what: 'inlay',
          of: 'harder wood',
          count: 1,
          widthMm: KENTO.inlayDeep,
          heightMm: KENTO.inlay + KENTO.inlayDeep,
          note: 'when the corner is worn, or to move it',
        },
        paperPiece(input),
      ],
    };
  },
  'pins and tabs': (input) => {
    const { board, drawing, stops, paper } = cornerBoard(input, 'Pins and punched tabs', false);
    const xs = [paper.xMm + paper.widthMm * 0.2, paper.xMm + paper.widthMm * 0.8],
      y = paper.yMm + PIN.inset;
    const marks = [
      ...drawing.marks,
      ...xs.flatMap((x): JigMark[] => [
        { kind: 'circle', layer: 'cut', xMm: x, yMm: y, radiusMm: PIN.radius },
        line('guide', [x - 6, y], [x + 6, y]),
        line('guide', [x, y - 6], [x, y + 6]),
        rect('guide', {
          xMm: x - PIN.tabWide / 2,
          yMm: y - PIN.tabLong / 3,
          widthMm: PIN.tabWide,
          heightMm: PIN.tabLong,
        }),
        text('guide', x + 8, y - 4, 3, 'pin, 6 mm'),
      ]),
    ];
    return {
      drawings: [{ ...drawing, marks }],
      cutList: [
        piece('board', 'plywood, 9 mm or more', board),
        {
          what: 'pins',
          of: 'dowel or steel, 6 mm',
          count: 2,
          widthMm: null,
          heightMm: null,
          note: `${tenth(xs[1] - xs[0])} mm apart, ${PIN.inset} mm from the sheet’s top edge`,
        },
        {
          what: 'tabs',
          of: 'polyester film, punched 6 mm',
          count: 2,
          widthMm: PIN.tabWide,
          heightMm: PIN.tabLong,
          note: 'two for each sheet, or holes punched in the strip that is trimmed off',
        },
        ...stops.filter((s) => s.what.startsWith('block')),
        paperPiece(input),
        blockPiece(input),
      ],
    };
  },
  'hinged frame': (input) => {
    const { board, drawing, stops, paper, block } = cornerBoard(input, 'Hinged frame, base', false);
    const lines: JigMark[] = [];
    for (let x = 0; x <= paper.widthMm; x += GRID_MM)
      lines.push(line('guide', [paper.xMm + x, paper.yMm], [paper.xMm + x, paper.yMm + paper.heightMm]));
    for (let y = 0; y <= paper.heightMm; y += GRID_MM)
      lines.push(line('guide', [paper.xMm, paper.yMm + y], [paper.xMm + paper.widthMm, paper.yMm + y]));
    const midX = paper.xMm + paper.widthMm / 2,
      midY = paper.yMm + paper.heightMm / 2;
    const carried: JigMark[] = [
      line('paper', [midX, paper.yMm - 12], [midX, paper.yMm + paper.heightMm + 12]),
      line('paper', [paper.xMm - 12, midY], [paper.xMm + paper.widthMm + 12, midY]),
      text('paper', midX + 2, paper.yMm - 8, 3.4, 'carry both middle lines onto the paper’s back'),
    ];
    return {
      drawings: [{ ...drawing, marks: [...lines, ...drawing.marks, ...carried] }],
      cutList: [
        piece('base', 'board, 12 mm', board),
        {
          what: 'frame',
          of: 'wood, 40 mm wide',
          count: 1,
          widthMm: paper.widthMm + 100,
          heightMm: paper.heightMm + 100,
          note: `inside ${tenth(paper.widthMm + 20)} × ${tenth(paper.heightMm + 20)} mm`,
        },
        {
          what: 'hinges',
          of: 'without play, or strips of cloth',
          count: 2,
          widthMm: null,
          heightMm: null,
          note: `raised ${tenth(input.blockHeightMm)} mm, as high as the block`,
        },
        {
          what: 'clear sheet',
          of: 'film',
          count: 1,
          widthMm: paper.widthMm + 60,
          heightMm: paper.heightMm + 60,
          note: 'with the grid',
        },
        ...stops.filter((s) => s.what.startsWith('block')),
        paperPiece(input),
        {
          ...blockPiece(input),
          note: `its edges lie ${tenth(block.xMm - paper.xMm)} mm and ${tenth(paper.yMm + paper.heightMm - block.yMm - block.heightMm)} mm inside the paper at the origin corner`,
        },
      ],
    };
  },
  'outline sheet': (input) => {
    const { sheetMm } = input.layout,
      paper = { xMm: 15, yMm: 15, ...sheetMm },
      image = moved(onBench(input.layout.images[0], sheetMm), 15, 15);
    const marks: JigMark[] = [
      rect('paper', paper),
      text('paper', 18, 17, 4, 'paper, face down'),
      rect('block', image),
      ...origin(image),
    ];
    return {
      drawings: [
        {
          name: 'Outline sheet',
          side: 'bench',
          note: `${BENCH}; a line and a letter for each run`,
          widthMm: sheetMm.widthMm + 30,
          heightMm: sheetMm.heightMm + 30,
          marks,
          outlinesIn: image,
        },
      ],
      cutList: [
        {
          what: 'outline sheet',
          of: 'paper, this drawing',
          count: 1,
          widthMm: sheetMm.widthMm + 30,
          heightMm: sheetMm.heightMm + 30,
          note: '',
        },
        {
          what: 'cover',
          of: 'clear film',
          count: 1,
          widthMm: sheetMm.widthMm + 50,
          heightMm: sheetMm.heightMm + 50,
          note: 'taped on three sides',
        },
        paperPiece(input),
      ],
    };
  },
  ticks: (input) => {
    const { sheetMm, images } = input.layout,
      image = images[0],
      cx = image.xMm + image.widthMm / 2,
      cy = image.yMm + image.heightMm / 2;
    const [right, bottom] = [image.xMm + image.widthMm, image.yMm + image.heightMm];
    const tick = (x1: number, y1: number, x2: number, y2: number) => line('cut', [x1, y1], [x2, y2]);
    const marks: JigMark[] = [
      rect('paper', { xMm: 0, yMm: 0, ...sheetMm }),
      rect('guide', finishedRect(input.layout)),
      rect('block', image),
      tick(cx, 2, cx, Math.min(14, image.yMm - 1)),
      tick(cx, Math.max(sheetMm.heightMm - 14, bottom + 1), cx, sheetMm.heightMm - 2),
      tick(2, cy, Math.min(14, image.xMm - 1), cy),
      tick(Math.max(sheetMm.widthMm - 14, right + 1), cy, sheetMm.widthMm - 2, cy),
      text(
        'guide',
        finishedRect(input.layout).xMm + 3,
        finishedRect(input.layout).yMm + 2,
        3.4,
        'finished sheet: trim here',
      ),
    ];
    return {
      drawings: [
        {
          name: 'Ticks on four sides',
          side: 'print',
          note: 'the print as seen; the same from behind',
          widthMm: sheetMm.widthMm,
          heightMm: sheetMm.heightMm,
          marks,
          outlinesIn: null,
        },
      ],
      cutList: [
        paperPiece(input),
        {
          what: 'template',
          of: 'card',
          count: 1,
          widthMm: sheetMm.widthMm,
          heightMm: sheetMm.heightMm,
          note: 'with notches at the four ticks',
        },
        blockPiece(input),
      ],
    };
  },
  'tape guides': (input) => {
    const { drawing, stops, board } = cornerBoard(input, 'Tape guides');
    return {
      drawings: [drawing],
      cutList: [
        { ...piece('drawing under the work', 'paper', board), note: 'taped to the table' },
        ...stops.map((s) => ({ ...s, of: 'tape or card in layers' })),
        paperPiece(input),
        blockPiece(input),
      ],
    };
  },
  'block onto paper': (input) => {
    const { sheetMm } = input.layout,
      paper = { xMm: 15, yMm: 15, ...sheetMm },
      block = moved(input.block, 15, 15);
    const marks: JigMark[] = [
      rect('paper', paper),
      rect('block', block),
      text('paper', 18, 17, 4, 'paper, face up, as the print is seen'),
      text(
        'block',
        block.xMm + 3,
        block.yMm + 3,
        4,
        'the block comes here face down: what your left hand holds prints on the right of the block’s own picture',
      ),
      line(
        'block stop',
        [block.xMm, block.yMm + block.heightMm + 2],
        [block.xMm + block.widthMm, block.yMm + block.heightMm + 2],
      ),
      text('block stop', block.xMm + 3, block.yMm + block.heightMm + 4, 3.4, 'set down this edge first'),
    ];
    return {
      drawings: [
        {
          name: 'Place of paper and block',
          side: 'print',
          note: 'the print as seen',
          widthMm: sheetMm.widthMm + 30,
          heightMm: sheetMm.heightMm + 30,
          marks,
          outlinesIn: null,
        },
      ],
      cutList: [
        {
          what: 'sheet under the paper',
          of: 'paper, this drawing',
          count: 1,
          widthMm: sheetMm.widthMm + 30,
          heightMm: sheetMm.heightMm + 30,
          note: '',
        },
        paperPiece(input),
        blockPiece(input),
      ],
    };
  },
  'by eye': (input) => {
    const { sheetMm, images } = input.layout;
    return {
      drawings: [
        {
          name: 'The sheet',
          side: 'print',
          note: 'the print as seen; nothing is to be made',
          widthMm: sheetMm.widthMm,
          heightMm: sheetMm.heightMm,
          marks: [rect('paper', { xMm: 0, yMm: 0, ...sheetMm }), ...images.map((image) => rect('block', image))],
          outlinesIn: null,
        },
      ],
      cutList: [paperPiece(input), blockPiece(input)],
    };
  },
};

function cornerBoard({ layout, block: onPrint }: JigInput, name: string, paperStops = true) {
  const corners = cornerStopLayout(layout.sheetMm, onPrint);
  const { board, paper, block } = corners;
  const stop =
    (layer: JigLayer, label: string) =>
    ({ xMm, yMm, normal }: (typeof corners.blockContacts)[number]): JigMark[] =>
      normal === 'up'
        ? [
            rect(layer, { xMm: xMm - STOP_LONG / 2, yMm, widthMm: STOP_LONG, heightMm: STOP_DEEP }),
            text(layer, xMm, yMm + 1.6, 2.8, label, 'center'),
          ]
        : [
            rect(layer, { xMm: xMm - STOP_DEEP, yMm: yMm - STOP_LONG / 2, widthMm: STOP_DEEP, heightMm: STOP_LONG }),
            text(layer, xMm - STOP_DEEP - 1, yMm + STOP_LONG / 2 + 1, 2.8, label),
          ];
  const finished = finishedRect(layout),
    lying = moved(onBench(finished, layout.sheetMm), paper.xMm, paper.yMm);
  const images = layout.images.map((image) => moved(onBench(image, layout.sheetMm), paper.xMm, paper.yMm));
  const marks: JigMark[] = [
    rect('cut', board),
    rect('paper', paper),
    ...(lying.widthMm < paper.widthMm || lying.heightMm < paper.heightMm ? [rect('guide', lying)] : []),
    ...images.slice(1).map((image) => rect('guide', image)),
    rect('block', block),
    ...corners.blockContacts.flatMap(stop('block stop', 'block stop')),
    ...(paperStops ? corners.paperContacts.flatMap(stop('paper stop', 'paper stop')) : []),
    text('block', block.xMm + 10, block.yMm + 4, 4, `block, face up · ${size(block)}`),
    text('paper', paper.xMm + 4, paper.yMm + 3, 4, `paper, face down · ${size(paper)}`),
    text('cut', 4, 4, 3.4, `board ${size(board)}`),
    ...origin(block),
  ];
  const drawing: JigDrawing = {
    name,
    side: 'bench',
    note: BENCH,
    widthMm: board.widthMm,
    heightMm: board.heightMm,
    marks,
    outlinesIn: null,
  };
  const stops: CutListItem[] = [
    {
      what: 'block stops',
      of: 'strip, lower than the block',
      count: 3,
      widthMm: STOP_LONG,
      heightMm: STOP_DEEP,
      note: 'two on the long side, one on the short',
    },
    {
      what: 'paper stops',
      of: 'strip, higher than block and paper',
      count: 3,
      widthMm: STOP_LONG,
      heightMm: STOP_DEEP,
      note: 'two on the long side, one on the short',
    },
  ];
  return { board, paper, block, drawing, stops };
}

/** Where something on the print lies on the bench, paper face down: right and left change places within the sheet. */
export function onBench(rect: RectMm, sheet: { readonly widthMm: number }): RectMm {
  return { ...rect, xMm: sheet.widthMm - rect.xMm - rect.widthMm };
}

/** The finished sheet on the sheet as printed. */
export function finishedRect({ images, marginsMm, paperMm }: SheetLayout): RectMm {
  return { xMm: images[0].xMm - marginsMm.left, yMm: images[0].yMm - marginsMm.top, ...paperMm };
}

function moved(r: RectMm, dx: number, dy: number): RectMm {
  return { ...r, xMm: r.xMm + dx, yMm: r.yMm + dy };
}

function rect(layer: JigLayer, r: RectMm): JigMark {
  return { kind: 'rect', layer, rect: { xMm: r.xMm, yMm: r.yMm, widthMm: r.widthMm, heightMm: r.heightMm } };
}

function line(layer: JigLayer, from: readonly [number, number], to: readonly [number, number]): JigMark {
  return { kind: 'line', layer, from, to };
}

function text(layer: JigLayer, xMm: number, yMm: number, heightMm: number, words: string, align?: 'center'): JigMark {
  return { kind: 'text', layer, xMm, yMm, heightMm, text: words, ...(align ? { align } : {}) };
}

/** The origin corner: a corner drawn twice, and its name. */
function origin(r: RectMm): JigMark[] {
  const x = r.xMm,
    y = r.yMm + r.heightMm;
  return [
    line('block', [x, y - 7], [x + 7, y]),
    line('block', [x, y - 5], [x + 5, y]),
    text('block', x + 9, y - 5, 3, 'origin corner'),
  ];
}

function piece(what: string, of: string, r: { readonly widthMm: number; readonly heightMm: number }): CutListItem {
  return { what, of, count: 1, widthMm: r.widthMm, heightMm: r.heightMm, note: '' };
}

function paperPiece({ layout }: JigInput): CutListItem {
  const { sheetMm, paperMm } = layout;
  const trimmed = sheetMm.widthMm > paperMm.widthMm || sheetMm.heightMm > paperMm.heightMm;
  return {
    what: 'paper',
    of: 'each sheet',
    count: 1,
    ...sheetMm,
    note: trimmed ? `trimmed to ${size(paperMm)} at the end` : '',
  };
}

function blockPiece({ block }: JigInput): CutListItem {
  return { what: 'block', of: 'each block', count: 1, widthMm: block.widthMm, heightMm: block.heightMm, note: '' };
}

/** To a tenth of a millimetre: what a ruler and a saw can do. */
const tenth = (mm: number) => roundTo(mm, 1);

function size(r: { readonly widthMm: number; readonly heightMm: number }): string {
  return `${tenth(r.widthMm)} × ${tenth(r.heightMm)} mm`;
}
