import { boolean, mixed, number, string, type InferType } from 'yup';
import type { Outcome } from '@/core/units';
import { checkWith } from './check';
import { DEVICE_ROLES, DEVICES_BY_ONE_CODE } from './devices';
import { inRange, oneOf, record, type Frozen } from './fields';
import { typeLine } from './plan/blocks';
import { POT_G, WAYS_OF_WORKING } from './ranges';

/** What the asker has heard of the print, as `countersText` writes it: the answer holds what is new since. */
const known = () => string().required();
/** The revision something was made on: it guards against two windows at once. */
const revision = () => number().required().integer().min(0);
/** Checked by whoever takes it: it is a record of its own. */
const inner = () => mixed<NonNullable<unknown>>().nullable();

/** What the server is asked with, by what it is asked for. */
const REQUESTS = {
  /** An edit is made on the newest plan; by its id it is made once, however often it arrives. */
  edit: record({ known: known(), id: string().optional(), edit: inner() }),
  place: record({ known: known(), place: inner() }),
  log: record({ known: known(), events: inner() }),
  /** Undo, redo and the answer to a slip are made on the plan the asker knows; copy and restore want nothing. */
  step: record({ known: string().optional(), slipId: inner(), answer: inner() }),
  name: record({ name: inner() }),
  /** A print begins with a name, and with how one works where that is known. */
  begin: record({ name: inner(), chosen: oneOf(WAYS_OF_WORKING).nullable().optional() }),
  type: typeLine.pick(['text', 'face', 'sizePt']),
  weigh: record({ packId: string().required().max(80), sheets: number().required().integer().min(1) }),
  /** The scale: set to nothing, ink put on it by the simulated hand, or all of it lifted off. */
  scale: record({ act: oneOf(['tare', 'put', 'clear'] as const), aboutG: inRange(POT_G, ' g').optional() }),
  /** A new print from one whose blocks still stand. */
  again: record({ counted: number().required().integer().min(1) }),
  /** A code for so many devices in one role; those of a class get places at the table. */
  letIn: record({
    role: oneOf(DEVICE_ROLES),
    devices: number().required().integer().min(DEVICES_BY_ONE_CODE.min).max(DEVICES_BY_ONE_CODE.max),
    places: boolean().required(),
  }),
  /** A folder outside where copies go, too; null: none. */
  outside: record({ folder: string().nullable().defined().max(500) }),
  network: record({ open: boolean().required() }),
  ink: record({ baseRevision: revision(), ink: inner() }),
  item: record({ baseRevision: revision(), item: inner() }),
};

type Requests = { readonly [Kind in keyof typeof REQUESTS]: Frozen<InferType<(typeof REQUESTS)[Kind]>> };

/** Checks what was sent to ask for something; a field that is unknown is refused with its name. */
export function checkRequest<Kind extends keyof Requests>(kind: Kind, value: unknown): Outcome<Requests[Kind]> {
  return checkWith<Requests[Kind]>(REQUESTS[kind], value);
}
export type RequestKind = keyof Requests;
export type RequestOf<Kind extends RequestKind> = Requests[Kind];
