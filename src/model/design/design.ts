import { phrase, type Phrase } from '@/core/units';
import { boolean, number, string, type InferType } from 'yup';
import { CUTTABLE_LIMITS } from '@/core/cuttable/settings';
import { FLATTEN_LIMITS, TONE_GROUPS } from '@/core/picture';
import { between, id, labD50, list, mm, named, oneOf, record, sha, type Frozen, whole } from '../fields';
import { KEY_WIDTH_MM, SIZE_RANGE_MM } from '../ranges';

const printed = (what: Phrase) => mm({ ...SIZE_RANGE_MM, what });
const fraction = () => between(phrase('measure.crop'), 0, 1);

const crop = record({
  x: fraction(),
  y: fraction(),
  width: between(phrase('measure.crop'), 0.001, 1),
  height: between(phrase('measure.crop'), 0.001, 1),
});
export const picture = record({
  originalSha: sha(),
  fileName: named(300),
  format: oneOf(['png', 'jpeg', 'webp', 'tiff', 'svg'] as const),
  /** Upright, before turning. */
  sourceWidthPx: between(phrase('measure.picturesWidth'), 2, 100_000),
  sourceHeightPx: between(phrase('measure.picturesHeight'), 2, 100_000),
  turnDeg: oneOf([0, 90, 180, 270] as const),
  mirrored: boolean().required(),
  /** Part kept, as fractions of the turned and mirrored picture. */
  crop,
  widthMm: printed(phrase('measure.printedWidth')),
  heightMm: printed(phrase('measure.printedHeight')),
  raster: record({
    sha: sha(),
    widthPx: between(phrase('measure.raster'), 1, 20_000),
    heightPx: between(phrase('measure.raster'), 1, 20_000),
    mmPerPx: between(phrase('measure.raster'), 0.01, 1),
  }),
});

export const flatColour = record({
  id: id(),
  name: named(60, phrase('design.aColourNeedsA')),
  wantedLabD50: labD50(),
  areaShare: between(phrase('measure.share'), 0, 1),
  islandCount: between(phrase('measure.islands'), 0, 1e8),
  thinnestMm: number().optional(),
});
const { maxThinLines, maxHours, maxLinesBack, maxKept, maxZones } = CUTTABLE_LIMITS;
const outlineMm = () => list(number().required().min(-2000).max(4000), 20_000);
const hours = () => between(phrase('measure.hoursOfCutting'), 0.1, maxHours);

const tones = record({
  groupBy: oneOf(TONE_GROUPS),
  edges: list(between(phrase('measure.edgeOfTones'), -1, 1), FLATTEN_LIMITS.maxColours - 1),
  picked: list(labD50(), FLATTEN_LIMITS.maxColours),
  side: record({
    fromDeg: between(phrase('measure.sideOfLight'), 0, 360),
    strength: between(phrase('measure.strengthOfLight'), 0, 1),
  })
    .nullable()
    .defined(),
});

/** How a picture was made cuttable. */
const cuttable = record({
  thinLines: whole({ min: 0, max: maxThinLines, what: phrase('measure.thinLines') }),
  anyOrder: boolean().required(),
  hours: hours().nullable().defined(),
  linesBack: list(
    record({
      xMm: mm({ what: phrase('measure.anchorsPlace'), minMm: -2000, maxMm: 4000 }),
      yMm: mm({ what: phrase('measure.anchorsPlace'), minMm: -2000, maxMm: 4000 }),
    }),
    maxLinesBack,
  ),
  keptMm: list(outlineMm(), maxKept),
  zones: list(record({ outlineMm: outlineMm(), hours: hours() }), maxZones),
});

export const flat = record({
  labelsSha: sha(),
  settings: record({
    colourCount: whole({
      min: FLATTEN_LIMITS.minColours,
      max: FLATTEN_LIMITS.maxColours,
      what: phrase('measure.numberOfColours'),
    }),
    radiusMm: mm({ what: phrase('measure.smoothing'), minMm: 0, maxMm: FLATTEN_LIMITS.maxRadiusMm }),
    minIslandMm2: between(phrase('measure.smallestIsland'), 0, FLATTEN_LIMITS.maxIslandMm2, ' mm²'),
    /** Left out: as the picture’s own colours come. */
    tones: tones.optional().default(undefined),
    /** Left out: flattened as it is, whether it can be cut or not. */
    cuttable: cuttable.optional().default(undefined),
  }),
  /** A colour's place in the list is its label in the label map. */
  colours: list(
    flatColour,
    FLATTEN_LIMITS.maxColours,
    phrase('design.noMoreThanColours', { maxColours: FLATTEN_LIMITS.maxColours }),
  ).min(1),
  /** The colour that stays bare paper. */
  barePaperId: string().nullable().defined(),
  /** The colour that is its key drawing, and how wide its lines were drawn: colours run under them by half of that. Left out: it has none. */
  key: record({ colourId: string().required(), widthMm: mm(KEY_WIDTH_MM) })
    .optional()
    .default(undefined),
  /** Changes by hand since the picture was last flattened. */
  handChanges: between(phrase('measure.handChanges'), 0, 1e6),
});

export type Fractions = Frozen<InferType<typeof crop>>;
/** The picture as brought in, and how it is cut to the printed size. */
export type PicturePlan = Frozen<InferType<typeof picture>>;
export type FlatColour = Frozen<InferType<typeof flatColour>>;
/** The picture in flat colours. */
export type FlatPlan = Frozen<InferType<typeof flat>>;
