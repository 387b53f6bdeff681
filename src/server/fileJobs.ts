import type { Outcome } from '@/core/units';
import type { Store } from '@/store';
import { bundleFile, lookPng, registrationPdf, runSvg } from './exports';
import { jigFile } from './jigFiles';
import { layeredFile, linesFile } from './layered';
import { lidLabelPdf } from './lidLabel';
import { maskFile } from './maskFiles';
import { simulatedScan } from './proofScan';
import { cutPictureFile } from './slips';
import { transferFile } from './transferFiles';

/** Files that take work to draw. Arguments and answers are plain data, so that a process of their own can make them. */
export const FILE_JOBS = {
  registrationPdf,
  runSvg,
  layeredFile,
  linesFile,
  lidLabelPdf,
  maskFile,
  jigFile,
  transferFile,
  bundleFile,
  lookPng,
  cutPictureFile,
  simulatedScan,
} as const;
export type FileJob = keyof typeof FILE_JOBS;

type Rest<T extends FileJob> = Parameters<(typeof FILE_JOBS)[T]> extends [Store, ...infer R] ? R : never;
export type FileAnswer<T extends FileJob> = Awaited<ReturnType<(typeof FILE_JOBS)[T]>>;
export type FileArgs<T extends FileJob> = Rest<T>;

export async function runFileJob(db: Store, job: FileJob, args: readonly unknown[]): Promise<Outcome<unknown>> {
  const make = FILE_JOBS[job] as (db: Store, ...args: readonly unknown[]) => unknown;
  return (await make(db, ...args)) as Outcome<unknown>;
}
