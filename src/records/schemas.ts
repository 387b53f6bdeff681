import { array, boolean, mixed, number, object, string, ValidationError, type Schema } from 'yup';
import { FLATTEN_LIMITS } from '@/core/picture';
import { MARGIN_RANGE_MM } from '@/core/registration';
import { EDITION_RANGE, FAULTS, PROOFS_RANGE, TEST_SHEETS_RANGE, WISH_RANGE, type BenchAct } from '@/core/sheets';
import { TOOL_RANGE_MM } from '@/core/cutting';
import { failure, success, type Outcome } from '@/core/units';
import { EXPORT_PAPERS, type Plan } from './plan';

export const SIZE_RANGE_MM = { minMm: 10, maxMm: 1000, what: 'the printed size' } as const;
export const NAME_LIMIT = 120;

const between = (what: string, min: number, max: number, unit = '') =>
  number().strict().required().min(min, ({ value }) => `${value}${unit} is too little for ${what}; it may be ${min} to ${max}${unit}.`)
    .max(max, ({ value }) => `${value}${unit} is too much for ${what}; it may be ${min} to ${max}${unit}.`);
const whole = (range: { min: number; max: number; what: string }) => between(range.what, range.min, range.max).integer(({ value }) => `${value} is not a whole number for ${range.what}.`);
const id = () => string().strict().required().min(1).max(80);
const sha = () => string().strict().required().matches(/^[0-9a-f]{64}$/, 'a stored picture is named wrongly');
const lab = () => array().of(number().strict().required().min(-200).max(200)).length(3).required();
const oneOf = <T extends string | number>(values: readonly T[]) => mixed<T>().oneOf([...values]).required();

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
  version: oneOf([1]),
  way: object({ process: oneOf(['reduction']), ink: oneOf(['oil relief']), registration: oneOf(['corner stops']), printing: oneOf(['by hand']) }).required(),
  paper: object({ name: string().strict().required('The paper needs a name.').max(60), labD50: lab() }).required(),
  picture, flat,
  inks: array().of(object({ id: id(), name: string().strict().required('An ink needs a name.').max(60), solidLabD50: lab(), opacity: oneOf(['opaque', 'half', 'transparent']) })).required().max(20),
  blocks: array().of(object({
    id: id(), name: string().strict().required().max(60), materialId: oneOf(['lino', 'plywood', 'cherry']),
    sides: array().of(object({ id: id(), name: string().strict().required().max(60), stages: array().of(object({ id: id(), standingIds: array().of(id()).required() })).required().max(20) })).required().min(1).max(2),
  })).required().min(1).max(20),
  runs: array().of(object({
    id: id(), colourId: id(), impressions: oneOf([1, 2]),
    inkings: array().of(object({ id: id(), stageId: id(), inkId: id() })).required().min(1).max(10),
  })).required().max(20),
  toolMm: between(TOOL_RANGE_MM.what, TOOL_RANGE_MM.minMm, TOOL_RANGE_MM.maxMm, ' mm'),
  layout: object({ marginMm: between(MARGIN_RANGE_MM.what, MARGIN_RANGE_MM.minMm, MARGIN_RANGE_MM.maxMm, ' mm'), marginRule: oneOf(['equal', 'larger bottom']), exportPaper: oneOf(EXPORT_PAPERS) }).required(),
  sheets: object({
    edition: whole(EDITION_RANGE), proofsToKeep: whole(PROOFS_RANGE), testSheets: whole(TEST_SHEETS_RANGE),
    wishToBeSure: between('the wish to be sure', WISH_RANGE.min, WISH_RANGE.max), experience: oneOf(['new', 'practised', 'workshop']),
  }).required(),
});

/** Checks a plan from outside: shape and ranges first, then that everything it names is there. */
export function checkPlan(value: unknown): Outcome<Plan> {
  const shaped = checkWith<Plan>(planSchema, value, 'plan');
  if (!shaped.ok) return shaped;
  const plan = shaped.value;
  const colours = new Set(plan.flat?.colours.map((c) => c.id) ?? []);
  const stages = new Set(plan.blocks.flatMap((b) => b.sides.flatMap((s) => s.stages.map((stage) => stage.id))));
  const inks = new Set(plan.inks.map((ink) => ink.id));
  if (plan.flat && !plan.picture) return failure('plan', 'The flat colours have no picture they belong to.');
  if (plan.flat?.barePaperId && !colours.has(plan.flat.barePaperId)) return failure('plan', 'The bare paper is not one of the colours.');
  for (const run of plan.runs) {
    if (!colours.has(run.colourId)) return failure('plan', `Run “${run.id}” prints a colour that is not there.`);
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

function checkWith<T>(schema: Schema, value: unknown, code: string): Outcome<T> {
  try {
    return success(schema.validateSync(value, { stripUnknown: true }) as T);
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    return failure(code, error.message);
  }
}
