import { boolean, mixed, number, string, type InferType } from 'yup';
import type { Outcome } from '@/core/units';
import { checkWith } from './check';
import { list, oneOf, record, type Frozen } from './fields';

/** Why a copy of the workshop's file was made. */
export const COPY_REASONS = ['start', 'daily', 'upgrade', 'asked'] as const;
export type CopyReason = (typeof COPY_REASONS)[number];

const counted = () => number().required().integer().min(0);

const copyShown = record({
  name: string().required(),
  /** ISO, universal time. */
  at: string().required(),
  why: oneOf(COPY_REASONS),
  bytes: counted(),
  prints: counted(),
  acts: counted(),
  pictures: counted(),
});
export type CopyShown = Frozen<InferType<typeof copyShown>>;

/** How the workshop's file is kept. */
export const keepingState = record({
  file: string().required(),
  bytes: counted(),
  /** Beside the file; the newest first. */
  folder: string().required(),
  copies: list(copyShown, 1000),
  /** A folder outside, where each copy goes too; `problem` says in words why the last did not arrive. */
  outside: record({ folder: string().required(), copies: counted(), problem: string().nullable().defined() })
    .nullable()
    .defined()
    .default(null),
  disk: record({ freeBytes: counted(), low: boolean().required() }),
  /** Why the last copy was not made, in words. */
  problem: string().nullable().defined(),
  damaged: boolean().required(),
  /** How far the copy under way is, 0 to 1. */
  share: number().min(0).max(1).nullable().defined(),
});
export type KeepingState = Frozen<InferType<typeof keepingState>>;

/** What an archive of a whole workshop begins with; a release that writes another form writes another version. */
export const WORKSHOP_FORMAT = 'ulexite-workshop';
export const WORKSHOP_VERSION = 1;
const archiveHead = record({
  format: oneOf([WORKSHOP_FORMAT] as const),
  version: oneOf([WORKSHOP_VERSION] as const),
  writtenAt: string().required().max(40),
  /** How many prints follow. */
  prints: counted(),
  // what they hold is looked at one by one when they are taken in
  things: list(mixed<NonNullable<unknown>>().required(), 20_000),
  inks: list(mixed<NonNullable<unknown>>().required(), 20_000),
  practice: list(mixed<NonNullable<unknown>>().required(), 20_000),
});
export type ArchiveHead = Frozen<InferType<typeof archiveHead>>;

export function checkArchiveHead(value: unknown): Outcome<ArchiveHead> {
  return checkWith<ArchiveHead>(archiveHead, value);
}

/** What came in with an archive of a whole workshop. */
export const archiveRead = record({
  prints: counted(),
  inks: counted(),
  things: counted(),
  /** What was there already. */
  known: counted(),
  /** Names of prints that were not taken in, each with the reason in words. */
  refused: list(record({ name: string().defined(), why: string().required() }), 10_000),
});
export type ArchiveRead = Frozen<InferType<typeof archiveRead>>;
