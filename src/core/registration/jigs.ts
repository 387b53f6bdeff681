import { KENTO, sideMarkAt } from './kento';
import { phrase, type Phrase } from '../units';
import { cornerStopLayout } from './cornerStops';
import {
  finishedRect,
  moved,
  rect,
  line,
  text,
  origin,
  piece,
  paperPiece,
  blockPiece,
  size,
  onBench,
  tenth,
  type JigLayer,
  type JigMark,
  type JigDrawing,
  type CutListItem,
  type Jig,
  type JigInput,
} from './jigParts';
import type { RegistrationWayId } from './ways';

const BLOCK_STOPS = phrase('jigs.blockStops'),
  BENCH = phrase('jigs.theBenchBlockFace'),
  STOP_LONG = 16,
  STOP_DEEP = 6;
/** Start values, mm. */
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
    const { board, drawing, stops } = cornerBoard(input, phrase('jigs.cornerStops'));
    return {
      drawings: [drawing],
      cutList: [
        piece(phrase('jigs.boardPiece'), phrase('jigs.plywoodOrBoardMm'), board),
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
      text('guide', at.xMm + 4, at.yMm + 4, 4, phrase('jigs.openingForTheBlock')),
      text('paper stop', CURB_WIDE + 4, sheetMm.heightMm + 4, 4, phrase('jigs.curb')),
      ...origin(at),
    ];
    return {
      drawings: [
        {
          name: phrase('jigs.cardWindowAndCurb'),
          side: 'bench',
          note: BENCH,
          widthMm: width,
          heightMm: height,
          marks,
          outlinesIn: null,
        },
      ],
      cutList: [
        {
          what: phrase('jigs.base'),
          of: phrase('jigs.stiffBoard'),
          count: 1,
          widthMm: width,
          heightMm: height,
          note: '',
        },
        {
          what: phrase('jigs.cardWindow'),
          of: phrase('jigs.cardMmInLayers', { first: tenth(cardMm) }),
          count: 1,
          widthMm: width,
          heightMm: height,
          note: phrase('jigs.openingMmBelowThe', { size: size(at) }),
        },
        {
          what: phrase('jigs.curbLong'),
          of: phrase('jigs.cardMm'),
          count: 1,
          widthMm: sheetMm.widthMm,
          heightMm: CURB_WIDE,
          note: '',
        },
        {
          what: phrase('jigs.curbShort'),
          of: phrase('jigs.cardMm'),
          count: 1,
          widthMm: CURB_WIDE,
          heightMm: height,
          note: '',
        },
        {
          what: phrase('jigs.floorSheet'),
          of: phrase('jigs.thinCard'),
          count: 1,
          widthMm: at.widthMm,
          heightMm: at.heightMm,
          note: phrase('jigs.untilTheBlocksFace'),
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
      sideAt = edgeX + sideMarkAt(sheetMm.widthMm);
    const sideX = Math.min(sideAt, block.widthMm - KENTO.side - 4);
    const depth = tenth(2 * input.paperThicknessMm);
    const marks: JigMark[] = [
      rect('cut', block),
      rect('block', at),
      ...origin(at),
      line('paper stop', [edgeX, edgeY], [edgeX + KENTO.cornerArm, edgeY]),
      line('paper stop', [edgeX, edgeY], [edgeX, edgeY - KENTO.cornerArm]),
      line('paper stop', [sideX, edgeY], [sideX + KENTO.side, edgeY]),
      text('paper stop', edgeX + 2, edgeY - 7, 3.4, phrase('jigs.cornerMarkMmDeep', { depth })),
      text('paper stop', sideX + 2, edgeY - 7, 3.4, phrase('jigs.sideMark')),
      rect('guide', {
        xMm: edgeX - KENTO.inlayDeep,
        yMm: edgeY - KENTO.inlay,
        widthMm: KENTO.inlayDeep,
        heightMm: KENTO.inlay + KENTO.inlayDeep,
      }),
      text('guide', edgeX + 2, edgeY + 2, 2.8, phrase('jigs.inlayForAWorn')),
      line('paper', [edgeX, edgeY], [edgeX, 0]),
      line('paper', [edgeX, edgeY], [block.widthMm, edgeY]),
      text('guide', at.xMm + 4, at.yMm + 4, 4, phrase('jigs.imageMirrored')),
    ];
    return {
      drawings: [
        {
          name: phrase('jigs.kentoMarksOnEvery'),
          side: 'bench',
          note: phrase('jigs.theBlockFaceUp', {
            first: tenth(at.xMm - edgeX),
            second: tenth(edgeY - at.yMm - at.heightMm),
          }),
          widthMm: block.widthMm,
          heightMm: block.heightMm,
          marks,
          outlinesIn: null,
        },
      ],
      cutList: [
        {
          what: phrase('jigs.blockWithRim'),
          of: phrase('jigs.theBlocksWood'),
          count: 1,
          widthMm: block.widthMm,
          heightMm: block.heightMm,
          note: phrase('jigs.forEachBlock'),
        },
        {
          what: phrase('jigs.cornerMark'),
          of: phrase('jigs.cutInTheBlock'),
          count: 1,
          widthMm: KENTO.cornerArm,
          heightMm: KENTO.cornerArm,
          note: phrase('jigs.mmDeepTwiceThe', { depth }),
        },
        {
          what: phrase('jigs.sideMark'),
          of: phrase('jigs.cutInTheBlock'),
          count: 1,
          widthMm: KENTO.side,
          heightMm: null,
          note: phrase('jigs.mmDeep', { depth }),
        },
        {
          what: phrase('jigs.inlay'),
          of: phrase('jigs.harderWood'),
          count: 1,
          widthMm: KENTO.inlayDeep,
          heightMm: KENTO.inlay + KENTO.inlayDeep,
          note: phrase('jigs.whenTheCornerIs'),
        },
        paperPiece(input),
      ],
    };
  },
  'pins and tabs': (input) => {
    const { board, drawing, stops, paper } = cornerBoard(input, phrase('jigs.pinsAndPunchedTabs'), false);
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
        text('guide', x + 8, y - 4, 3, phrase('jigs.pinMm')),
      ]),
    ];
    return {
      drawings: [{ ...drawing, marks }],
      cutList: [
        piece(phrase('jigs.boardPiece'), phrase('jigs.plywoodMmOrMore'), board),
        {
          what: phrase('jigs.pins'),
          of: phrase('jigs.dowelOrSteelMm'),
          count: 2,
          widthMm: null,
          heightMm: null,
          note: phrase('jigs.mmApartMmFrom', { first: tenth(xs[1] - xs[0]), inset: PIN.inset }),
        },
        {
          what: phrase('jigs.tabs'),
          of: phrase('jigs.polyesterFilmPunchedMm'),
          count: 2,
          widthMm: PIN.tabWide,
          heightMm: PIN.tabLong,
          note: phrase('jigs.twoForEachSheet'),
        },
        ...stops.filter((s) => s.what === BLOCK_STOPS),
        paperPiece(input),
        blockPiece(input),
      ],
    };
  },
  'hinged frame': (input) => {
    const { board, drawing, stops, paper, block } = cornerBoard(input, phrase('jigs.hingedFrameBase'), false);
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
      text('paper', midX + 2, paper.yMm - 8, 3.4, phrase('jigs.carryBothMiddleLines')),
    ];
    return {
      drawings: [{ ...drawing, marks: [...lines, ...drawing.marks, ...carried] }],
      cutList: [
        piece(phrase('jigs.base'), phrase('jigs.boardMm'), board),
        {
          what: phrase('jigs.frame'),
          of: phrase('jigs.woodMmWide'),
          count: 1,
          widthMm: paper.widthMm + 100,
          heightMm: paper.heightMm + 100,
          note: phrase('jigs.insideMm', { first: tenth(paper.widthMm + 20), second: tenth(paper.heightMm + 20) }),
        },
        {
          what: phrase('jigs.hinges'),
          of: phrase('jigs.withoutPlayOrStrips'),
          count: 2,
          widthMm: null,
          heightMm: null,
          note: phrase('jigs.raisedMmAsHigh', { first: tenth(input.blockHeightMm) }),
        },
        {
          what: phrase('jigs.clearSheet'),
          of: phrase('jigs.film'),
          count: 1,
          widthMm: paper.widthMm + 60,
          heightMm: paper.heightMm + 60,
          note: phrase('jigs.withTheGrid'),
        },
        ...stops.filter((s) => s.what === BLOCK_STOPS),
        paperPiece(input),
        {
          ...blockPiece(input),
          note: phrase('jigs.itsEdgesLieMm', {
            first: tenth(block.xMm - paper.xMm),
            second: tenth(paper.yMm + paper.heightMm - block.yMm - block.heightMm),
          }),
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
      text('paper', 18, 17, 4, phrase('jigs.paperFaceDown')),
      rect('block', image),
      ...origin(image),
    ];
    return {
      drawings: [
        {
          name: phrase('jigs.outlineSheet'),
          side: 'bench',
          note: phrase('jigs.aLineAndA', { bench: BENCH }),
          widthMm: sheetMm.widthMm + 30,
          heightMm: sheetMm.heightMm + 30,
          marks,
          outlinesIn: image,
        },
      ],
      cutList: [
        {
          what: phrase('jigs.outlineSheetPiece'),
          of: phrase('jigs.paperThisDrawing'),
          count: 1,
          widthMm: sheetMm.widthMm + 30,
          heightMm: sheetMm.heightMm + 30,
          note: '',
        },
        {
          what: phrase('jigs.cover'),
          of: phrase('jigs.clearFilm'),
          count: 1,
          widthMm: sheetMm.widthMm + 50,
          heightMm: sheetMm.heightMm + 50,
          note: phrase('jigs.tapedOnThreeSides'),
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
        phrase('jigs.finishedSheetTrimHere'),
      ),
    ];
    return {
      drawings: [
        {
          name: phrase('jigs.ticksOnFourSides'),
          side: 'print',
          note: phrase('jigs.thePrintAsSeen'),
          widthMm: sheetMm.widthMm,
          heightMm: sheetMm.heightMm,
          marks,
          outlinesIn: null,
        },
      ],
      cutList: [
        paperPiece(input),
        {
          what: phrase('jigs.template'),
          of: phrase('jigs.card'),
          count: 1,
          widthMm: sheetMm.widthMm,
          heightMm: sheetMm.heightMm,
          note: phrase('jigs.withNotchesAtThe'),
        },
        blockPiece(input),
      ],
    };
  },
  'tape guides': (input) => {
    const { drawing, stops, board } = cornerBoard(input, phrase('jigs.tapeGuides'));
    return {
      drawings: [drawing],
      cutList: [
        {
          ...piece(phrase('jigs.drawingUnderTheWork'), phrase('jigs.paper'), board),
          note: phrase('jigs.tapedToTheTable'),
        },
        ...stops.map((s) => ({ ...s, of: phrase('jigs.tapeOrCardIn') })),
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
      text('paper', 18, 17, 4, phrase('jigs.paperFaceUpAs')),
      text('block', block.xMm + 3, block.yMm + 3, 4, phrase('jigs.theBlockComesHere')),
      line(
        'block stop',
        [block.xMm, block.yMm + block.heightMm + 2],
        [block.xMm + block.widthMm, block.yMm + block.heightMm + 2],
      ),
      text('block stop', block.xMm + 3, block.yMm + block.heightMm + 4, 3.4, phrase('jigs.setDownThisEdge')),
    ];
    return {
      drawings: [
        {
          name: phrase('jigs.placeOfPaperAnd'),
          side: 'print',
          note: phrase('jigs.thePrintAsSeen2'),
          widthMm: sheetMm.widthMm + 30,
          heightMm: sheetMm.heightMm + 30,
          marks,
          outlinesIn: null,
        },
      ],
      cutList: [
        {
          what: phrase('jigs.sheetUnderThePaper'),
          of: phrase('jigs.paperThisDrawing'),
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
          name: phrase('jigs.theSheet'),
          side: 'print',
          note: phrase('jigs.thePrintAsSeenNothing'),
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

function cornerBoard({ layout, block: onPrint }: JigInput, name: Phrase, paperStops = true) {
  const corners = cornerStopLayout(layout.sheetMm, onPrint);
  const { board, paper, block } = corners;
  const stop =
    (layer: JigLayer, label: Phrase) =>
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
    ...corners.blockContacts.flatMap(stop('block stop', phrase('jigs.blockStop'))),
    ...(paperStops ? corners.paperContacts.flatMap(stop('paper stop', phrase('jigs.paperStop'))) : []),
    text('block', block.xMm + 10, block.yMm + 4, 4, phrase('jigs.blockFaceUp', { size: size(block) })),
    text('paper', paper.xMm + 4, paper.yMm + 3, 4, phrase('jigs.paperFaceDown2', { size: size(paper) })),
    text('cut', 4, 4, 3.4, phrase('jigs.board', { size: size(board) })),
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
      what: BLOCK_STOPS,
      of: phrase('jigs.stripLowerThanThe'),
      count: 3,
      widthMm: STOP_LONG,
      heightMm: STOP_DEEP,
      note: phrase('jigs.twoOnTheLong'),
    },
    {
      what: phrase('jigs.paperStops'),
      of: phrase('jigs.stripHigherThanBlock'),
      count: 3,
      widthMm: STOP_LONG,
      heightMm: STOP_DEEP,
      note: phrase('jigs.twoOnTheLong'),
    },
  ];
  return { board, paper, block, drawing, stops };
}
