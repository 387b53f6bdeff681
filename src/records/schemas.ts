import { array, boolean, mixed, number, object, string, ValidationError, type Schema } from 'yup';
import { BAND_COUNT } from '@/core/colour';
import { MAX_SOFTENER_PERCENT } from '@/core/inks';
import { FLATTEN_LIMITS } from '@/core/picture';
import { MARGIN_RANGE_MM } from '@/core/registration';
import { EDITION_RANGE, FAULTS, PROOFS_RANGE, READING_SOURCES, TEST_SHEETS_RANGE, WISH_RANGE, type BenchAct } from '@/core/sheets';
import { TOOL_RANGE_MM } from '@/core/cutting';
import { failure, success, type Outcome } from '@/core/units';
import { EXPORT_PAPERS, type Plan } from './plan';
import { upgradedPlan } from './upgrade';

export const SIZE_RANGE_MM = { minMm: 10, maxMm: 1000, what: 'the printed size' } as const;
export const NAME_LIMIT = 120;

const between = (what: string, min: number, max: number, unit = '') =>
  number().strict().required().min(min, ({ value }) => `${value}${unit} is too little for ${what}; it may be ${min} to ${max}${unit}.`)
    .max(max, ({ value }) => `${value}${unit} is too much for ${what}; it may be ${min} to ${max}${unit}.`);
const whole = (range: { min: number; max: number; what: string }) => between(range.what, range.min, range.max).integer(({ value }) => `${value} is not a whole number for ${range.what}.`);
const id = () => string().strict().required().min(1).max(80);
const sha = () => string().strict().required().matches(/^[0-9a-f]{64}$/, 'a stored picture is named wrongly');
const lab = () => array().of(number().strict().required().min(-200).max(200)).length(3).required();
/** A colour a surface can have: what a reader gives or a hand types. */
const labInGamut = () => array().of(number().strict().required()).length(3).required().test('lab', 'A reading needs L* from 0 to 100, and a* and b* from −130 to 130.', (v) => Array.isArray(v) && v[0]! >= 0 && v[0]! <= 100 && Math.abs(v[1]!) <= 130 && Math.abs(v[2]!) <= 130);
const oneOf = <T extends string | number>(values: readonly T[]) => mixed<T>().oneOf([...values]).required();

export const FILM_WEIGHT_RANGE = { min: 0.2, max: 3, what: 'the film weight' } as const;
export const MAX_FILMS_RANGE = { min: 1, max: 20, what: 'the films on one spot' } as const;
export const ROLLER_CLEARANCE_MM = { minMm: 0, maxMm: 200, what: 'the roller clearance' } as const;
export const opacity = mixed<string | number>().required().test('opacity', ({ value }) => `“${String(value)}” is no opacity; it is opaque, half, transparent, or a contrast ratio from 0 to 1.`, (v) => v === 'opaque' || v === 'half' || v === 'transparent' || (typeof v === 'number' && v >= 0 && v <= 1));
export const READING_SOURCE = mixed<(typeof READING_SOURCES)[number]>().oneOf([...READING_SOURCES]).required();
const bands = (what: string) => array().of(between(what, 0, 1e4)).length(BAND_COUNT, `A film needs ${BAND_COUNT} bands of ${what}.`).required();

const picture = object({
  originalSha: sha(), fileName: string().strict().required().max(300), format: oneOf(['png', 'jpeg', 'webp', 'tiff', 'svg']),
  sourceWidthPx: between('the picture’s width', 2, 100_000), sourceHeightPx: between('the picture’s height', 2, 100_000),
  turnDeg: oneOf([0, 90, 180, 270]), mirrored: boolean().strict().required(),
  crop: object({ x: between('the crop', 0, 1), y: between('the crop', 0, 1), width: between('the crop', 0.001, 1), height: between('the crop', 0.001, 1) }).required(),
  widthMm: between('the printed width', SIZE_RANGE_MM.minMm, SIZE_RANGE_MM.maxMm, ' mm'), heightMm: between('the printed height', SIZE_RANGE_MM.minMm, SIZE_RANGE_MM.maxMm, ' mm'),
  raster: object({ sha: sha(), widthPx: between('the raster', 1, 20_000), heightPx: between('the raster', 1, 20_000), mmPerPx: between('the raster', 0.01, 1) }).required(),
}).nullable().defined();

const flat = object({
  labelsSha: sha(),
  settings: object({
    colourCount: whole({ min: FLATTEN_LIMITS.minColours, max: FLATTEN_LIMITS.maxColours, what: 'the number of colours' }),
    radiusMm: between('the smoothing', 0, FLATTEN_LIMITS.maxRadiusMm, ' mm'), minIslandMm2: between('the smallest island', 0, FLATTEN_LIMITS.maxIslandMm2, ' mm²'),
  }).required(),
  colours: array().of(object({
    id: id(), name: string().strict().required('A colour needs a name.').max(60), wantedLabD50: lab(),
    areaShare: between('a share', 0, 1), islandCount: between('islands', 0, 1e8), thinnestMm: number().strict(),
  })).required().min(1).max(FLATTEN_LIMITS.maxColours, `No more than ${FLATTEN_LIMITS.maxColours} colours can be planned.`),
  barePaperId: string().strict().nullable().defined(),
  handChanges: between('hand changes', 0, 1e6),
}).nullable().defined();

const planSchema = object({
  version: oneOf([2]),
  way: object({ process: oneOf(['reduction', 'multi-block', 'mixed']), under: oneOf(['dry', 'wet']), ink: oneOf(['oil relief']), registration: oneOf(['corner stops']), printing: oneOf(['by hand']) }).required(),
  paper: object({ name: string().strict().required('The paper needs a name.').max(60), labD50: lab() }).required(),
  picture, flat,
  inks: array().of(object({
    id: id(), name: string().strict().required('An ink needs a name.').max(60), solidLabD50: lab(), opacity,
    film: object({ kh: bands('absorption'), sh: bands('scattering') }).nullable().defined(),
    recipe: object({ parts: array().of(object({ inkId: id(), name: string().strict().required().max(60), share: between('a share', 0, 1) })).required().min(1).max(8) }).nullable().defined(),
    softenerPercent: between('the softener', 0, MAX_SOFTENER_PERCENT, ' %'),
  })).required().max(20),
  blocks: array().of(object({
    id: id(), name: string().strict().required().max(60), materialId: oneOf(['lino', 'plywood', 'cherry']),
    sides: array().of(object({ id: id(), name: string().strict().required().max(60), stages: array().of(object({ id: id(), standingIds: array().of(id()).required() })).required().max(20) })).required().min(1).max(2),
  })).required().min(1).max(20),
  runs: array().of(object({
    id: id(), impressions: oneOf([1, 2]),
    inkings: array().of(object({ id: id(), colourId: id(), stageId: id(), inkId: id(), zoneIds: array().of(id()).nullable().defined(), filmWeight: between(FILM_WEIGHT_RANGE.what, FILM_WEIGHT_RANGE.min, FILM_WEIGHT_RANGE.max) })).required().min(1).max(10),
  })).required().max(20),
  rules: object({
    direction: oneOf(['free', 'light to dark', 'dark to light']), pinnedIds: array().of(id()).required().max(20),
    maxFilms: whole(MAX_FILMS_RANGE), rollerClearanceMm: between(ROLLER_CLEARANCE_MM.what, ROLLER_CLEARANCE_MM.minMm, ROLLER_CLEARANCE_MM.maxMm, ' mm'),
  }).required(),
  toolMm: between(TOOL_RANGE_MM.what, TOOL_RANGE_MM.minMm, TOOL_RANGE_MM.maxMm, ' mm'),
  layout: object({ marginMm: between(MARGIN_RANGE_MM.what, MARGIN_RANGE_MM.minMm, MARGIN_RANGE_MM.maxMm, ' mm'), marginRule: oneOf(['equal', 'larger bottom']), exportPaper: oneOf(EXPORT_PAPERS) }).required(),
  sheets: object({
    edition: whole(EDITION_RANGE), proofsToKeep: whole(PROOFS_RANGE), testSheets: whole(TEST_SHEETS_RANGE),
    wishToBeSure: between('the wish to be sure', WISH_RANGE.min, WISH_RANGE.max), experience: oneOf(['new', 'practised', 'workshop']),
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
  if (plan.flat?.barePaperId && !colours.has(plan.flat.barePaperId)) return failure('plan', 'The bare paper is not one of the colours.');
  for (const run of plan.runs) {
    if (run.inkings.some((inking) => !colours.has(inking.colourId))) return failure('plan', `Run “${run.id}” prints a colour that is not there.`);
    for (const inking of run.inkings) if (!stages.has(inking.stageId) || !inks.has(inking.inkId)) return failure('plan', `Run “${run.id}” names a stage or an ink that is not there.`);
  }
  return shaped;
}

const sheetName = () => string().strict().required().matches(/^T?[1-9]\d{0,3}$/, ({ value }) => `“${value}” is not a sheet’s name.`);

const ACT_SCHEMAS: Record<BenchAct['kind'], Schema> = {
  'sheets-started': object({ kind: string(), counted: between('the sheets to start', 1, 1200).integer(), tests: whole(TEST_SHEETS_RANGE) }),
  'island-cut': object({ kind: string(), stageId: id(), island: between('an island', 0, 1e9).integer(), done: boolean().strict().required() }),
  'stage-cut': object({ kind: string(), stageId: id() }),
  pull: object({
    kind: string(), runId: id(), sheet: sheetName(), faults: array().of(oneOf(FAULTS)).required().max(FAULTS.length),
    setAside: boolean().strict().required(), note: string().strict().defined().max(1000, 'A note may be up to 1000 characters long.'),
  }),
  'pull-undone': object({ kind: string(), pullId: id() }),
  'run-finished': object({ kind: string(), runId: id() }),
  'colour-got': object({ kind: string(), runId: id(), colourId: id(), labD50: labInGamut(), source: READING_SOURCE }),
  numbered: object({ kind: string(), marks: array().of(object({ sheet: sheetName(), mark: string().strict().required().max(30) })).required().max(1300), reason: string().strict().defined().max(500) }),
};

/** Checks one act for the bench log. */
export function checkAct(value: unknown): Outcome<BenchAct> {
  const kind = (value as { kind?: string } | null)?.kind;
  const schema = kind !== undefined && Object.hasOwn(ACT_SCHEMAS, kind) ? ACT_SCHEMAS[kind as BenchAct['kind']] : undefined;
  if (!schema) return failure('act', `“${String(kind)}” is nothing that can be logged.`);
  return checkWith<BenchAct>(schema, value, 'act');
}

/** A print's name: 1–120 characters, no control characters. */
export function checkName(value: unknown): Outcome<string> {
  if (typeof value !== 'string' || value.trim() === '') return failure('name-missing', 'A print needs a name. Type one, such as “Harbour, Low Water”.');
  const name = value.trim().normalize('NFC');
  if (name.length > NAME_LIMIT) return failure('name-long', `This name has ${name.length} characters; up to ${NAME_LIMIT} fit on a shelf.`);
  if (/[\u0000-\u001f\u007f]/.test(name)) return failure('name-characters', 'A name cannot hold line breaks or control characters.');
  return success(name);
}

/** A value of a schema, or the first thing wrong with it in words. */
export function checkWith<T>(schema: Schema, value: unknown, code: string): Outcome<T> {
  try {
    return success(schema.validateSync(value, { stripUnknown: true }) as T);
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    return failure(code, error.message);
  }
}
