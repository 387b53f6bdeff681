import { boolean, mixed, number, object, string, type InferType, type Schema } from 'yup';
import { failure, type Outcome } from '@/core/units';
import { MEDIUM_IDS } from '@/core/inks';
import { RUN_PLACES } from '@/core/sheets';
import { act } from './bench/acts';
import { checkWith } from './check';
import { id, list, named, oneOf, record, sha, type Frozen } from './fields';
import { doorState, letIn } from './devices';
import { archiveRead, keepingState } from './keeping';
import { place } from './design/place';
import { planSchema } from './plan/plan';
import { NEXT_ACTS, PROCESSES } from './print';
import { MOST_ITEMS, MOST_STEPS_OF_DAYS, STEP_KINDS } from './ranges';
import { cabinetInk, reading } from './workshop/cabinet';
import { item } from './workshop/items';
import { practice } from './workshop/practice';

const revision = () => number().required().integer().min(0);
/** ISO date and time. */
const at = () =>
  string()
    .required()
    .matches(/^\d{4}-\d{2}-\d{2}T[\d:.]+Z$/, 'a time is written as ISO says');
const counted = () => number().required().integer().min(0);

/** More than any log holds: it keeps an answer finite, not work. */
const MOST_EVENTS = 10_000_000;
const events = () => list(record({ id: id(), version: number().optional(), at: at(), act: act() }), MOST_EVENTS);
/** What undo and redo would do now, by the names of the history. */
const steps = { undoLabel: string().nullable().defined(), redoLabel: string().nullable().defined() };

/** How far it goes: changes of the plan, entries of the log, changes of the workshop. */
const counters = record({ plan: counted(), log: counted(), workshop: counted() });

const brushMix = () =>
  record({
    pigment: number().required().positive(),
    paste: number().required().positive(),
    water: number().required().positive(),
  });

/** How much longer films of each medium take in this workshop than the start values say: one in ten, half of them, nine in ten are dry by then. */
const drying = () =>
  list(
    record({
      mediumId: oneOf(MEDIUM_IDS),
      low: number().required().positive(),
      middle: number().required().positive(),
      high: number().required().positive(),
    }),
    MEDIUM_IDS.length,
  );

/** What is told apart when losses are learned. */
const runWay = record({
  medium: string().optional(),
  registration: string().optional(),
  by: oneOf(['hand', 'press'] as const).optional(),
  place: oneOf(RUN_PLACES).optional(),
});

/** A print as the interface holds it, as of its counters. */
const printState = record({
  id: id(),
  name: string().required(),
  now: counters,
  savedAt: at(),
  plan: planSchema,
  events: events(),
  ...steps,
  /** What runs of the workshop's other prints lost: over the start value of the chosen experience. */
  otherRuns: list(
    record({ sheets: counted(), lost: counted(), runs: counted().optional(), way: runWay.optional() }),
    MOST_EVENTS,
  ),
  /** How much slower than the start values this workshop cuts, by its own log. */
  cuttingPace: number().required().positive(),
  /** How much more than the start values it brushes on. */
  brushMix: brushMix(),
  drying: drying(),
});

/** A value set, a field taken away (no `value`), or `value` put in the place of `drop` entries of a list from `at` on. */
const patchStep = record({
  path: list(mixed<string | number>().required(), 40),
  value: mixed<NonNullable<unknown>>().nullable().optional(),
  at: counted().optional(),
  drop: counted().optional(),
});

/** A print as the shelf shows it: null when what is stored cannot be read. */
const printCard = record({
  picture: record({ widthMm: number().required(), heightMm: number().required() }).nullable().defined().default(null),
  process: oneOf(PROCESSES),
  materialId: string().required(),
  edition: counted(),
  flat: boolean().required(),
  runs: list(record({ inks: string().defined(), phase: oneOf(['planned', 'cut', 'printing', 'done'] as const) }), 200),
  next: record({
    view: string().required(),
    act: oneOf(NEXT_ACTS),
    values: mixed<Readonly<Record<string, string | number>>>().required(),
    colour: string().defined(),
  }),
  dryAt: string().nullable().defined(),
});

const shelfPrint = record({
  id: id(),
  name: string().required(),
  savedAt: at(),
  deletedAt: string().nullable().defined(),
  revision: counted(),
  card: printCard.nullable().defined().default(null),
});

/** What is new in a print since the asker last heard of it, at `since`; it is at `now` then. */
const printChanges = record({
  name: string().required(),
  savedAt: at(),
  ...steps,
  since: counters,
  now: counters,
  /** The whole plan, where patches do not say how it came about. */
  plan: planSchema.nullable().default(null),
  /** What each change did to the plan, in order; `editId` is the id of the edit that did it. */
  patches: list(
    record({ count: counted(), editId: string().nullable().defined(), patch: list(patchStep, 100_000) }),
    MOST_EVENTS,
  ),
  /** Entries of the log after the first `since.log`, in order. */
  events: events(),
  /** How much slower than the start values this workshop cuts, where that may have changed. */
  cuttingPace: number().required().positive().nullable(),
  /** How much more it brushes on, where that may have changed. */
  brushMix: brushMix().nullable(),
  /** How films dry here, where that may have changed. */
  drying: drying().nullable(),
});

/** One page of the shelf. */
const shelfPage = record({
  prints: list(shelfPrint, 200),
  deleted: list(shelfPrint, 200),
  total: counted(),
  page: counted(),
  pages: counted(),
  drying: list(record({ id: id(), name: string().required(), dryAt: at() }), 200),
  workshop: counted(),
});

const storedInk = cabinetInk.concat(record({ id: id(), revision: revision() }));
const storedItem = record({ item: item(), revision: revision() });
const namedReading = reading.concat(record({ name: string().defined() }));
const practised = list(practice.concat(record({ at: at() })), 200);
const scaleShows = record({ grams: number().required(), atRest: boolean().required(), device: string().required() });
const potLeft = record({
  printId: id(),
  printName: string().required(),
  potId: id(),
  name: string().required(),
  at: at(),
  mediumId: string().required(),
  grams: number().required().positive(),
  parts: list(record({ id: id(), name: string().required(), grams: number().required().positive() }), 100),
  added: record({
    softener: number().required().min(0),
    grease: number().required().min(0),
    drier: number().required().min(0),
  }),
  labD50: list(number().required(), 3).nullable().defined(),
});
const keptInk = record({
  printId: id(),
  printName: string().required(),
  inkId: id(),
  potId: id().nullable().defined(),
  name: string().required(),
  mediumId: string().required(),
  runs: list(number().required().integer(), 100),
  at: string().nullable().defined(),
  labD50: list(number().required(), 3),
  known: oneOf(['read', 'poured', 'planned'] as const),
  parts: list(record({ inkId: id(), name: string().required(), share: number().required().min(0) }), 100),
  added: record({
    softener: number().required().min(0),
    grease: number().required().min(0),
    drier: number().required().min(0),
  }),
  leftG: number().required().min(0),
  lightFast: list(record({ name: string().required(), says: string().required() }), 100),
  runCount: counted(),
  as: string().required(),
});
const minutes = () => number().required().integer();
const dayStep = record({
  id: named(200),
  printId: id(),
  what: oneOf(STEP_KINDS),
  run: number().integer().min(0).optional(),
  about: string().defined(),
  workMin: minutes(),
  eachSittingMin: minutes(),
  leastMin: minutes(),
  handIds: list(id(), MOST_ITEMS),
  needIds: list(id(), MOST_ITEMS),
  after: list(record({ id: named(200), waitMin: minutes(), mostMin: number().integer().optional() }), 400),
  rack: record({ id: id(), sheets: counted(), afterMin: minutes(), beforeMin: number().integer().optional() })
    .optional()
    .default(undefined),
  eveningsOnly: boolean().required(),
  notBeforeMin: number().integer().optional(),
  wantedMin: number().integer().optional(),
  spread: record({ work: number().required().min(0), wait: number().required().min(0) }),
  then: record({ is: oneOf(['drying', 'damp', 'pressing'] as const), minutes: minutes() })
    .optional()
    .default(undefined),
});
/** What of a print is still to be done, and what of it lies on a rack; times are minutes since 1970. */
const daysOfPrint = record({
  id: id(),
  name: string().required(),
  wishedBy: string().nullable().defined(),
  steps: list(dayStep, MOST_STEPS_OF_DAYS),
  onRack: record({ rackId: id(), sheets: counted(), fromMin: minutes(), untilMin: minutes() }).nullable().default(null),
});
const nothing = mixed().nullable().oneOf([null]);

/** What the server answers, by the address it is asked at; a colon stands for any name. Failures have a form of their own. */
const ANSWERS: Readonly<Record<string, Schema>> = {
  'GET /api/shelf': shelfPage,
  'POST /api/prints': id(),
  'POST /api/sample': id(),
  'GET /api/prints/:': printState,
  'PUT /api/prints/:': printChanges,
  'PATCH /api/prints/:': string().required(),
  'DELETE /api/prints/:': nothing,
  'POST /api/prints/:/log': printChanges,
  'POST /api/prints/:/undo': printChanges,
  'POST /api/prints/:/redo': printChanges,
  'POST /api/prints/:/slip': printChanges,
  'POST /api/prints/:/copy': id(),
  'POST /api/prints/:/again': id(),
  'POST /api/prints/:/restore': nothing,
  'POST /api/prints/:/labels': sha(),
  'POST /api/prints/:/picture': printChanges,
  'PUT /api/prints/:/picture': printChanges,
  'POST /api/bundles': id(),
  'GET /api/cabinet': list(storedInk, MOST_ITEMS),
  'POST /api/cabinet': storedInk,
  'PUT /api/cabinet/:': storedInk,
  'POST /api/cabinet/:': storedInk,
  'DELETE /api/cabinet/:': nothing,
  'POST /api/cabinet/import': record({ added: counted(), inks: list(storedInk, MOST_ITEMS) }),
  'GET /api/workshop': list(storedItem, MOST_ITEMS),
  'POST /api/workshop': storedItem,
  'PUT /api/workshop/:': storedItem,
  'POST /api/workshop/:': storedItem,
  'DELETE /api/workshop/:': nothing,
  'GET /api/devices': doorState,
  'PUT /api/devices': doorState,
  'POST /api/devices': letIn,
  'DELETE /api/devices/:': doorState,
  'GET /api/copies': keepingState,
  'POST /api/copies': keepingState,
  'PUT /api/copies': keepingState,
  'POST /api/copies/:': string().required(),
  'POST /api/archive': archiveRead,
  'GET /api/practice': practised,
  'POST /api/practice': practised,
  'POST /api/reader': record({ reading, device: string().required() }),
  'POST /api/prints/:/scale': record({ grams: number().required().positive() }),
  'GET /api/scale': scaleShows,
  'POST /api/scale': scaleShows,
  'GET /api/room': record({
    temperatureC: number().required(),
    relativeHumidityPercent: number().required(),
    device: string().required(),
  }),
  'POST /api/workshop/daysoff': list(storedItem, MOST_ITEMS),
  'GET /api/days': list(daysOfPrint, MOST_EVENTS),
  'GET /api/pots': list(potLeft, MOST_EVENTS),
  'GET /api/recipes': list(keptInk, MOST_EVENTS),
  'POST /api/type': record({ outlinesMm: place.fields.outlinesMm, widthMm: number().required().min(0) }),
  'POST /api/reader/file': list(namedReading, 10_000),
};

const refusal = record({ code: string().required(), values: object().required(), message: string().required() });

/** Checks what the server answered at an address (without its query): a whole record of the kind that is promised there, or a refusal. */
export function checkAnswer(method: string, path: string, refused: boolean, value: unknown): Outcome<unknown> {
  const parts = `${method} ${path.split('?')[0]}`.split('/');
  const address = Object.keys(ANSWERS)
    .sort((a, b) => Number(a.includes(':')) - Number(b.includes(':')))
    .find((known) => {
      const wanted = known.split('/');
      return wanted.length === parts.length && wanted.every((part, i) => part === ':' || part === parts[i]);
    });
  if (!address) return failure('answer', { method, path });
  return checkWith(refused ? refusal : ANSWERS[address], value);
}

export type PrintState = Frozen<InferType<typeof printState>>;
export type PrintChanges = Frozen<InferType<typeof printChanges>>;
export type PatchStep = Frozen<InferType<typeof patchStep>>;
/** As stored: `revision` guards against two windows at once. */
export type StoredInk = Frozen<InferType<typeof storedInk>>;
export type StoredItem = Frozen<InferType<typeof storedItem>>;
/** A step of a print still to be done, as days are made of it. */
export type DayStep = Frozen<InferType<typeof dayStep>>;
export type DaysOfPrint = Frozen<InferType<typeof daysOfPrint>>;
