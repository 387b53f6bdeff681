import { mixed, number, type InferType } from 'yup';
import type { Outcome } from '@/core/units';
import { checkWith } from './check';
import { record, type Frozen } from './fields';

/** The revision something was made on: it guards against two windows at once. */
const revision = () => number().required().integer().min(0);
/** Checked by whoever takes it: it is a record of its own. */
const inner = () => mixed<NonNullable<unknown>>().nullable();

/** What the server is asked with, by what it is asked for. */
const REQUESTS = {
  edit: record({ baseRevision: revision(), edit: inner() }),
  place: record({ baseRevision: revision(), place: inner() }),
  log: record({ events: inner(), known: number().integer().min(0).optional() }),
  /** Undo and redo want a revision; the answer to a slip what it answers; copy and restore nothing. */
  step: record({ baseRevision: revision().optional(), slipId: inner(), answer: inner() }),
  name: record({ name: inner() }),
  ink: record({ baseRevision: revision(), ink: inner() }),
  item: record({ baseRevision: revision(), item: inner() }),
};

type Requests = { readonly [Kind in keyof typeof REQUESTS]: Frozen<InferType<(typeof REQUESTS)[Kind]>> };

/** Checks what was sent to ask for something; a field that is unknown is refused with its name. */
export function checkRequest<Kind extends keyof Requests>(kind: Kind, value: unknown): Outcome<Requests[Kind]> {
  return checkWith<Requests[Kind]>(REQUESTS[kind], value, 'request');
}
export type RequestKind = keyof Requests;
export type RequestOf<Kind extends RequestKind> = Requests[Kind];
