import { array, boolean, mixed, number, object, setLocale, string, ValidationError, type Schema } from 'yup';
import { BAND_COUNT } from '@/core/colour';
import { MAX_SOFTENER_PERCENT } from '@/core/inks';
import { FLATTEN_LIMITS } from '@/core/picture';
import {
  ALLOWANCE_RANGE_MM,
  GAP_RANGE_MM,
  HANDS,
  HEIGHT_RANGE_MM,
  MARGIN_RANGE_MM,
  MARGIN_RULES,
  MAX_COPIES,
  PAPER_RANGE_MM,
  REGISTRATION_WAYS,
  SHEET_EDGES,
  SHIM_RANGE_MM,
  SOLVED,
  TITLE_RANGE_MM,
} from '@/core/registration';
import {
  EDITION_RANGE,
  FAULTS,
  PROOFS_RANGE,
  READING_SOURCES,
  SLIP_ANSWERS,
  TEST_SHEETS_RANGE,
  WISH_RANGE,
  type BenchAct,
} from '@/core/sheets';
import {
  BLOCK_MATERIALS,
  DEPTH_MM,
  MAX_TOOLS,
  REHEARSAL_LEVELS,
  ROLLER_DIAMETER_MM,
  TOOL_RANGE_MM,
  TRANSFER_WAYS,
} from '@/core/cutting';
import { failure, success, type Outcome } from '@/core/units';
import { EXPORT_PAPERS, MASK_KINDS, type Plan } from './plan';
import { SAMPLE_PRINTS } from './samplePrints';
import { upgradedPlan } from './upgrade';
import { SENTENCES } from './refusals';

setLocale(SENTENCES);

export const SIZE_RANGE_MM = { minMm: 10, maxMm: 1000, what: 'the printed size' } as const;
export const NAME_LIMIT = 120;

const between = (what: string, min: number, max: number, unit = '') =>
  number()
    .strict()
    .required()
    .min(min, ({ value }) => `${value}${unit} is too little for ${what}; it may be ${min} to ${max}${unit}.`)
    .max(max, ({ value }) => `${value}${unit} is too much for ${what}; it may be ${min} to ${max}${unit}.`);
const whole = (range: { min: number; max: number; what: string }) =>
  between(range.what, range.min, range.max).integer(({ value }) => `${value} is not a whole number for ${range.what}.`);
const id = () => string().strict().required().min(1).max(80);
const sha = () =>
  string()
    .strict()
    .required()
    .matches(/^[0-9a-f]{64}$/, 'a stored picture is named wrongly');
const lab = () => array().of(number().strict().required().min(-200).max(200)).length(3).required();
/** A colour a surface can have: what a reader gives or a hand types. */
const labInGamut = () =>
  array()
    .of(number().strict().required())
    .length(3)
    .required()
    .test(
      'lab',
      'A reading needs L* from 0 to 100, and a* and b* from −130 to 130.',
      (v) => Array.isArray(v) && v[0]! >= 0 && v[0]! <= 100 && Math.abs(v[1]!) <= 130 && Math.abs(v[2]!) <= 130,
    );
const oneOf = <T extends string | number>(values: readonly T[]) =>
  mixed<T>()
    .oneOf([...values])
    .required();

export const FILM_WEIGHT_RANGE = { min: 0.2, max: 3, what: 'the film weight' } as const;
export const MAX_FILMS_RANGE = { min: 1, max: 20, what: 'the films on one spot' } as const;
export const ROLLER_CLEARANCE_MM = { minMm: 0, maxMm: 200, what: 'the roller clearance' } as const;
export const opacity = mixed<string | number>()
  .required()
  .test(
    'opacity',
    ({ value }) =>
      `“${String(value)}” is no opacity; it is opaque, half, transparent, or a contrast ratio from 0 to 1.`,
    (v) => v === 'opaque' || v === 'half' || v === 'transparent' || (typeof v === 'number' && v >= 0 && v <= 1),
  );
export const READING_SOURCE = mixed<(typeof READING_SOURCES)[number]>()
  .oneOf([...READING_SOURCES])
  .required();
const bands = (what: string) =>
  array()
    .of(between(what, 0, 1e4))
    .length(BAND_COUNT, `A film needs ${BAND_COUNT} bands of ${what}.`)
    .required();

export const TRAP_MM = { minMm: 0, maxMm: 3, what: 'the overlap' } as const;
export const CHOKE_MM = { minMm: 0, maxMm: 3, what: 'the choke' } as const;
export const DAMP_CHANGE = { min: -1, max: 1, what: 'the change of the paper’s damp' } as const;
export const WOOD_CHANGE = { min: -20, max: 20, what: 'the change of the wood’s moisture' } as const;
export const SLIVER_RANGE_MM = { minMm: 0.05, maxMm: 3, what: 'the sliver that is seen' } as const;
export const MASK_GROWTH_MM = { minMm: 0, maxMm: 20, what: 'the mask’s reach' } as const;
export const SPARES_RANGE = { min: 0, max: 50, what: 'the spare key impressions' } as const;
const mm = (range: { minMm: number; maxMm: number; what: string }) =>
  between(range.what, range.minMm, range.maxMm, ' mm');
const edges = (range: { minMm: number; maxMm: number; what: string }) =>
  object({ top: mm(range), right: mm(range), bottom: mm(range), left: mm(range) });
const pixel = () => number().strict().required().integer().min(0).max(1e9);
/** A place may name many small islands and follow long outlines, within reason. */
const MAX_OUTLINE_NUMBERS = 40_000;
const anchor = object({
  xMm: between('an anchor’s place', -2000, 4000, ' mm'),
  yMm: between('an anchor’s place', -2000, 4000, ' mm'),
  colourId: string().strict().max(80).nullable().defined(),
});
const outlinesMm = array()
  .of(array().of(number().strict().required().min(-2000).max(4000)).required().max(MAX_OUTLINE_NUMBERS))
  .required()
  .max(2000);
const place = object({
  anchors: array().of(anchor.required()).required().max(5000, 'A place may name up to 5000 islands.'),
  outlinesMm,
});
const slipPlace = object({
  islands: array().of(pixel()).required().max(5000, 'A place may name up to 5000 islands.'),
  outlinesMm,
});

const picture = object({
  originalSha: sha(),
  fileName: string().strict().required().max(300),
  format: oneOf(['png', 'jpeg', 'webp', 'tiff', 'svg']),
  sourceWidthPx: between('the picture’s width', 2, 100_000),
  sourceHeightPx: between('the picture’s height', 2, 100_000),
  turnDeg: oneOf([0, 90, 180, 270]),
  mirrored: boolean().strict().required(),
  crop: object({
    x: between('the crop', 0, 1),
    y: between('the crop', 0, 1),
    width: between('the crop', 0.001, 1),
    height: between('the crop', 0.001, 1),
  }).required(),
  widthMm: between('the printed width', SIZE_RANGE_MM.minMm, SIZE_RANGE_MM.maxMm, ' mm'),
  heightMm: between('the printed height', SIZE_RANGE_MM.minMm, SIZE_RANGE_MM.maxMm, ' mm'),
  raster: object({
    sha: sha(),
    widthPx: between('the raster', 1, 20_000),
    heightPx: between('the raster', 1, 20_000),
    mmPerPx: between('the raster', 0.01, 1),
  }).required(),
})
  .nullable()
  .defined();

const flat = object({
  labelsSha: sha(),
  settings: object({
    colourCount: whole({
      min: FLATTEN_LIMITS.minColours,
      max: FLATTEN_LIMITS.maxColours,
      what: 'the number of colours',
    }),
    radiusMm: between('the smoothing', 0, FLATTEN_LIMITS.maxRadiusMm, ' mm'),
    minIslandMm2: between('the smallest island', 0, FLATTEN_LIMITS.maxIslandMm2, ' mm²'),
  }).required(),
  colours: array()
    .of(
      object({
        id: id(),
        name: string().strict().required('A colour needs a name.').max(60),
        wantedLabD50: lab(),
        areaShare: between('a share', 0, 1),
        islandCount: between('islands', 0, 1e8),
        thinnestMm: number().strict(),
      }),
    )
    .required()
    .min(1)
    .max(FLATTEN_LIMITS.maxColours, `No more than ${FLATTEN_LIMITS.maxColours} colours can be planned.`),
  barePaperId: string().strict().nullable().defined(),
  handChanges: between('hand changes', 0, 1e6),
})
  .nullable()
  .defined();

const planSchema = object({
  version: oneOf([5]),
  way: object({
    process: oneOf(['reduction', 'multi-block', 'mixed']),
    under: oneOf(['dry', 'wet']),
    ink: oneOf(['oil relief']),
    registration: oneOf(REGISTRATION_WAYS),
    printing: oneOf(['by hand']),
  }).required(),
  paper: object({ name: string().strict().required('The paper needs a name.').max(60), labD50: lab() }).required(),
  picture,
  flat,
  inks: array()
    .of(
      object({
        id: id(),
        name: string().strict().required('An ink needs a name.').max(60),
        solidLabD50: lab(),
        opacity,
        film: object({ kh: bands('absorption'), sh: bands('scattering') })
          .nullable()
          .defined(),
        recipe: object({
          parts: array()
            .of(object({ inkId: id(), name: string().strict().required().max(60), share: between('a share', 0, 1) }))
            .required()
            .min(1)
            .max(8),
        })
          .nullable()
          .defined(),
        softenerPercent: between('the softener', 0, MAX_SOFTENER_PERCENT, ' %'),
      }),
    )
    .required()
    .max(20),
  blocks: array()
    .of(
      object({
        id: id(),
        name: string().strict().required().max(60),
        materialId: oneOf(BLOCK_MATERIALS.map((m) => m.id)),
        grainDeg: oneOf([0, 90]),
        sizeMm: object({ widthMm: mm(SIZE_RANGE_MM), heightMm: mm(SIZE_RANGE_MM) })
          .nullable()
          .defined(),
        sides: array()
          .of(
            object({
              id: id(),
              name: string().strict().required().max(60),
              stages: array()
                .of(
                  object({
                    id: id(),
                    standingIds: array().of(id()).required().max(60),
                    within: place.optional().default(undefined),
                  }),
                )
                .required()
                .max(20),
            }),
          )
          .required()
          .min(1)
          .max(2),
      }),
    )
    .required()
    .min(1)
    .max(20),
  runs: array()
    .of(
      object({
        id: id(),
        impressions: oneOf([1, 2]),
        inkings: array()
          .of(
            object({
              id: id(),
              colourId: id(),
              stageId: id(),
              inkId: id(),
              zoneIds: array().of(id()).max(60).nullable().defined(),
              filmWeight: between(FILM_WEIGHT_RANGE.what, FILM_WEIGHT_RANGE.min, FILM_WEIGHT_RANGE.max),
            }),
          )
          .required()
          .min(1)
          .max(10),
      }),
    )
    .required()
    .max(20),
  rules: object({
    direction: oneOf(['free', 'light to dark', 'dark to light']),
    pinnedIds: array().of(id()).required().max(20),
    maxFilms: whole(MAX_FILMS_RANGE),
    rollerClearanceMm: between(ROLLER_CLEARANCE_MM.what, ROLLER_CLEARANCE_MM.minMm, ROLLER_CLEARANCE_MM.maxMm, ' mm'),
  }).required(),
  fit: object({
    trapMm: mm(TRAP_MM),
    chokeMm: mm(CHOKE_MM),
    pairs: array()
      .of(object({ aId: id(), bId: id(), mm: mm(TRAP_MM), grows: oneOf(['lighter', 'darker']) }))
      .required()
      .max(100),
  }).required(),
  masks: array()
    .of(
      object({
        id: id(),
        runId: id(),
        kind: oneOf(MASK_KINDS),
        place: place.required(),
        covers: oneOf(['place', 'all else']),
        growMm: mm(MASK_GROWTH_MM),
        hold: oneOf(['pins', 'corner']),
        note: string().strict().defined().max(200, 'A note may be up to 200 characters long.'),
      }),
    )
    .required()
    .max(40, 'A print may have up to 40 masks.'),
  lettering: array().of(anchor.required()).required().max(2000),
  kept: array().of(string().strict().required().max(60)).required().max(2000),
  toolsMm: array()
    .of(mm(TOOL_RANGE_MM))
    .required()
    .min(1, 'At least one tool is needed.')
    .max(MAX_TOOLS, `Up to ${MAX_TOOLS} tools can be listed.`)
    .test(
      'rising',
      'Tools are listed from narrow to wide, each width once.',
      (tools) => !!tools && tools.every((t, i) => i === 0 || t > tools[i - 1]),
    ),
  roller: object({
    diameterMm: mm(ROLLER_DIAMETER_MM),
    soft: boolean().strict().required(),
    depthMm: mm(DEPTH_MM),
  }).required(),
  transfer: object({ wayId: oneOf(TRANSFER_WAYS.map((way) => way.id)), spares: whole(SPARES_RANGE) }).required(),
  layout: object({
    solve: oneOf(SOLVED),
    rule: oneOf(MARGIN_RULES),
    marginMm: mm(MARGIN_RANGE_MM),
    marginsMm: edges(MARGIN_RANGE_MM).required(),
    paperMm: object({ widthMm: mm(PAPER_RANGE_MM), heightMm: mm(PAPER_RANGE_MM) }).required(),
    allowanceMm: edges(ALLOWANCE_RANGE_MM).nullable().defined(),
    copies: object({
      columns: whole({ min: 1, max: MAX_COPIES, what: 'the images side by side' }),
      rows: whole({ min: 1, max: MAX_COPIES, what: 'the images below one another' }),
      gapMm: mm(GAP_RANGE_MM),
    }).required(),
    titleRoomMm: mm(TITLE_RANGE_MM),
    tornEdges: array().of(oneOf(SHEET_EDGES)).required().max(4),
    paperSide: oneOf(['smooth', 'rough']),
    paperGrain: oneOf(['upright', 'level']),
    exportPaper: oneOf(EXPORT_PAPERS),
  }).required(),
  register: object({
    hand: oneOf(HANDS),
    paperDampChange: between(DAMP_CHANGE.what, DAMP_CHANGE.min, DAMP_CHANGE.max),
    woodMoistureChange: between(WOOD_CHANGE.what, WOOD_CHANGE.min, WOOD_CHANGE.max, ' %'),
    sliverMm: mm(SLIVER_RANGE_MM),
    wishShare: between('the share of sheets that may show a fault', 0, 1),
    stock: array()
      .of(
        object({
          name: string().strict().required('A shim needs a name, such as “paper”.').max(40),
          thicknessMm: mm(SHIM_RANGE_MM),
        }),
      )
      .required()
      .min(1, 'At least one thickness of shim is needed.')
      .max(6, 'Up to six thicknesses of shim can be listed.')
      .test(
        'names',
        'Each shim of the stock needs a name of its own.',
        (stock) => !!stock && new Set(stock.map((s) => s.name)).size === stock.length,
      ),
    heights: object({
      blockMm: mm(HEIGHT_RANGE_MM),
      backingMm: mm(HEIGHT_RANGE_MM),
      paperMm: mm(HEIGHT_RANGE_MM),
      packingMm: mm(HEIGHT_RANGE_MM),
      pressGapMm: mm(HEIGHT_RANGE_MM).nullable().defined(),
    }).required(),
  }).required(),
  sheets: object({
    edition: whole(EDITION_RANGE),
    proofsToKeep: whole(PROOFS_RANGE),
    testSheets: whole(TEST_SHEETS_RANGE),
    wishToBeSure: between('the wish to be sure', WISH_RANGE.min, WISH_RANGE.max),
    experience: oneOf(['new', 'practised', 'workshop']),
  }).required(),
});

/** Checks a plan from outside: shape and ranges first, then that everything it names is there. */
export function checkPlan(value: unknown): Outcome<Plan> {
  const shaped = checkWith<Plan>(planSchema, upgradedPlan(value), 'plan');
  if (!shaped.ok) return shaped;
  const plan = shaped.value;
  const colours = new Set(plan.flat?.colours.map((c) => c.id) ?? []);
  const stages = new Set(plan.blocks.flatMap((b) => b.sides.flatMap((s) => s.stages.map((stage) => stage.id))));
  const inks = new Set(plan.inks.map((ink) => ink.id));
  if (plan.flat && !plan.picture) return failure('plan', 'The flat colours have no picture they belong to.');
  if (plan.flat?.barePaperId && !colours.has(plan.flat.barePaperId))
    return failure('plan', 'The bare paper is not one of the colours.');
  for (const run of plan.runs) {
    if (run.inkings.some((inking) => !colours.has(inking.colourId)))
      return failure('plan', `Run “${run.id}” prints a colour that is not there.`);
    for (const inking of run.inkings)
      if (!stages.has(inking.stageId) || !inks.has(inking.inkId))
        return failure('plan', `Run “${run.id}” names a stage or an ink that is not there.`);
  }
  const twice = repeatedId(plan);
  if (twice) return failure('plan', `Two parts of the plan are both named “${twice}”.`);
  const stray = plan.blocks
    .flatMap((b) => b.sides.flatMap((s) => s.stages))
    .find((stage) => stage.standingIds.some((standing) => !colours.has(standing)));
  if (plan.flat && stray)
    return failure('plan', `Stage “${stray.id}” has a colour standing that is not in the picture.`);
  const strayPair = plan.fit.pairs.find((pair) => !colours.has(pair.aId) || !colours.has(pair.bId));
  return strayPair ? failure('plan', 'An overlap names a colour that is not there.') : shaped;
}

const sheetName = () =>
  string()
    .strict()
    .required()
    .matches(/^T?[1-9]\d{0,3}$/, ({ value }) => `“${value}” is not a sheet’s name.`);

/** Counted sheets of one print. */
export const MOST_SHEETS = 1200;
export const ADDED_RANGE = { min: 1, max: 500, what: 'the sheets to add' } as const;

const ACT_SCHEMAS: Record<BenchAct['kind'], Schema> = {
  'sheets-started': object({
    kind: string(),
    counted: whole({ min: 1, max: MOST_SHEETS, what: 'the sheets to start' }),
    tests: whole(TEST_SHEETS_RANGE),
  }),
  'sheets-added': object({ kind: string(), counted: whole(ADDED_RANGE) }),
  'island-cut': object({
    kind: string(),
    stageId: id(),
    island: between('an island', 0, 1e9).integer(),
    done: boolean().strict().required(),
  }),
  'stage-cut': object({
    kind: string(),
    stageId: id(),
    minutes: number()
      .strict()
      .min(0, 'A cut cannot take less than no time.')
      .max(100_000, 'A cut of more than 100 000 minutes is a slip of the keys.')
      .optional(),
    saidHours: number().strict().min(0).max(10_000).optional(),
    pictureSha: string()
      .strict()
      .matches(/^[0-9a-f]{64}$/)
      .optional(),
  }),
  slip: object({
    kind: string(),
    slipId: id(),
    stageId: id(),
    place: slipPlace.required(),
    note: string().strict().defined().max(300),
    pictureSha: string()
      .strict()
      .matches(/^[0-9a-f]{64}$/)
      .optional(),
  }),
  'slip-answered': object({ kind: string(), slipId: id(), answer: oneOf(SLIP_ANSWERS) }),
  rehearsed: object({
    kind: string(),
    level: oneOf(REHEARSAL_LEVELS),
    score: between('the score', 0, 100),
    parts: between('the parts', 0, 1e6).integer(),
    tooEarly: between('the slips', 0, 1e6).integer(),
    tooLate: between('the slips', 0, 1e6).integer(),
    never: between('the slips', 0, 1e6).integer(),
  }),
  pull: object({
    kind: string(),
    runId: id(),
    sheet: sheetName(),
    faults: array().of(oneOf(FAULTS)).required().max(FAULTS.length),
    setAside: boolean().strict().required(),
    note: string().strict().defined().max(1000, 'A note may be up to 1000 characters long.'),
  }),
  'pull-undone': object({ kind: string(), pullId: id() }),
  'run-finished': object({ kind: string(), runId: id() }),
  'colour-got': object({ kind: string(), runId: id(), colourId: id(), labD50: labInGamut(), source: READING_SOURCE }),
  proofed: object({
    kind: string(),
    proofId: id(),
    runId: id(),
    againstRunId: string().strict().max(80).nullable().defined(),
    sheet: string().strict().defined().max(12),
    source: oneOf(['eye', 'scan']),
    marks: array()
      .of(
        object({
          xMm: between('a mark’s place', -50, 2500, ' mm'),
          yMm: between('a mark’s place', -50, 2500, ' mm'),
          dxMm: between('a misfit', -30, 30, ' mm'),
          dyMm: between('a misfit', -30, 30, ' mm'),
        }),
      )
      .required()
      .min(1, 'A proof needs at least one mark.')
      .max(300),
    motion: object({
      dxMm: number().strict().required(),
      dyMm: number().strict().required(),
      rotationDeg: between('a turn', -20, 20, '°'),
      growthX: between('a growth', -0.2, 0.2),
      growthY: between('a growth', -0.2, 0.2),
      residualMm: number().strict().required().min(0),
      about: object({ xMm: number().strict().required(), yMm: number().strict().required() }).required(),
    }).required(),
  }),
  shimmed: object({
    kind: string(),
    note: string().strict().defined().max(300),
    settings: array()
      .of(
        object({
          runId: id(),
          shimsMm: array()
            .of(between('a shim', 0, 50, ' mm'))
            .required()
            .length(3),
          pieces: string().strict().defined().max(300),
        }),
      )
      .required()
      .min(1)
      .max(20),
  }),
  numbered: object({
    kind: string(),
    marks: array()
      .of(object({ sheet: sheetName(), mark: string().strict().required().max(30) }))
      .required()
      .max(1300),
    reason: string().strict().defined().max(500),
  }),
};

function repeatedId(plan: Plan): string | undefined {
  const lists = [
    plan.inks,
    plan.runs,
    plan.blocks,
    plan.masks,
    plan.flat?.colours ?? [],
    plan.blocks.flatMap((b) => b.sides),
    plan.blocks.flatMap((b) => b.sides.flatMap((s) => s.stages)),
    plan.runs.flatMap((run) => run.inkings),
  ];
  for (const list of lists) {
    const seen = new Set<string>();
    for (const { id: own } of list) {
      if (seen.has(own)) return own;
      seen.add(own);
    }
  }
  return undefined;
}

/** Checks one act for the bench log. */
export function checkAct(value: unknown): Outcome<BenchAct> {
  const kind = (value as { kind?: string } | null)?.kind;
  const schema =
    kind !== undefined && Object.hasOwn(ACT_SCHEMAS, kind) ? ACT_SCHEMAS[kind as BenchAct['kind']] : undefined;
  if (!schema) return failure('act', `“${String(kind)}” is nothing that can be logged.`);
  return checkWith<BenchAct>(schema, value, 'act');
}

/** A print's name: 1–120 characters, no control characters. */
export function checkName(value: unknown): Outcome<string> {
  if (typeof value !== 'string' || value.trim() === '')
    return failure('name-missing', 'A print needs a name. Type one, such as “Harbour, Low Water”.');
  const name = value.trim().normalize('NFC');
  if (name.length > NAME_LIMIT)
    return failure('name-long', `This name has ${name.length} characters; up to ${NAME_LIMIT} fit on a shelf.`);
  if (/[\u0000-\u001f\u007f-\u009f\u2028\u2029]/.test(name))
    return failure('name-characters', 'A name cannot hold line breaks or control characters.');
  return success(name);
}

/** A value of a schema, or the first thing wrong with it in words. */
export function checkWith<T>(schema: Schema, value: unknown, code: string): Outcome<T> {
  try {
    return success(schema.validateSync(value, { stripUnknown: true }) as T);
  } catch (error) {
    // names that every object has (“constructor”) are not fields: the schema package stumbles over them
    return failure(
      code,
      error instanceof ValidationError ? error.message : 'What was sent has a field that means nothing here.',
    );
  }
}

/** One rehearsal on a sample print. */
export interface PracticeScore {
  readonly sample: string;
  readonly level: string;
  readonly score: number;
  readonly at: string;
}

const practiceSchema = object({
  sample: oneOf(SAMPLE_PRINTS.map((s) => s.id)),
  level: oneOf(REHEARSAL_LEVELS),
  score: between('the score', 0, 100),
});

export function checkPractice(value: unknown): Outcome<Omit<PracticeScore, 'at'>> {
  return checkWith(practiceSchema, value, 'practice');
}
