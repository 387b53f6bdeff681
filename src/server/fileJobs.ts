import type { Outcome } from '@/core/units';
import type { Store } from '@/store';
import { calendarFile } from './calendar';
import { shoppingFile } from './shopping';
import { chipsPdf } from './chipsFile';
import { bundleFile, lookPng, registrationPdf, runSvg } from './exports';
import { tracingPdf } from './tracing';
import { archiveFile } from './archive';
import { certificatePdf, folderLabelsPdf, pictureWithMetadata, recordPdf } from './recordFiles';
import { showFile } from './recordTables';
import type { Report } from './fileOut';
import { finishFile } from './finishFiles';
import { jigFile } from './jigFiles';
import { partingPdf } from './partingFile';
import { layeredFile, linesFile } from './layered';
import { lidLabelPdf } from './lidLabel';
import { fadeFile } from './fadeFiles';
import { maskFile } from './maskFiles';
import { runCardsPdf } from './runCards';
import { sawFile } from './sawFiles';
import { stationCardsPdf } from './stationCards';
import { typeFile } from './typeFiles';
import { simulatedPhotograph, simulatedScan } from './proofScan';
import { cutPictureFile } from './slips';
import { transferFile } from './transferFiles';

type Without<Args extends readonly unknown[]> = (db: Store, ...args: Args) => unknown;

/**
 * Files that take work to draw. Arguments and answers are plain data, so that a thread of their own can make them; those that take
 * long say how far they are.
 */
export const FILE_JOBS = {
  tracingPdf: (report) => (db: Store, id: string, mirrored: boolean, now: Date) =>
    tracingPdf(db, id, mirrored, now, report),
  registrationPdf: (report) => (db: Store, id: string, now: Date) => registrationPdf(db, id, now, report),
  runSvg: () => runSvg,
  layeredFile: (report) => (db: Store, id: string, run: number, what: 'run' | 'stage') =>
    layeredFile(db, id, run, what, report),
  linesFile: () => linesFile,
  lidLabelPdf: () => lidLabelPdf,
  chipsPdf: () => chipsPdf,
  stationCardsPdf: () => stationCardsPdf,
  runCardsPdf: (report) => (db: Store, id: string, only: number | null, now: Date) =>
    runCardsPdf(db, id, only, now, report),
  maskFile: () => maskFile,
  fadeFile: () => fadeFile,
  sawFile: () => sawFile,
  typeFile: () => typeFile,
  finishFile: () => finishFile,
  jigFile: () => jigFile,
  partingPdf: () => partingPdf,
  calendarFile: () => calendarFile,
  shoppingFile: () => shoppingFile,
  transferFile:
    (report) => (db: Store, id: string, what: string, form: 'pdf' | 'svg' | 'png', dpi: number, now: Date) =>
      transferFile(db, id, what, form, dpi, now, report),
  bundleFile: () => bundleFile,
  archiveFile: (report) => (db: Store, id: string, now: string, withWords: boolean) =>
    archiveFile(db, id, now, withWords, report),
  recordPdf: (report) => (db: Store, id: string, now: Date) => recordPdf(db, id, now, report),
  certificatePdf: () => certificatePdf,
  folderLabelsPdf: () => folderLabelsPdf,
  pictureWithMetadata: () => pictureWithMetadata,
  showFile: () => showFile,
  lookPng: () => lookPng,
  cutPictureFile: () => cutPictureFile,
  simulatedPhotograph: (report) => (db: Store, id: string, printed: number, taken: number) =>
    simulatedPhotograph(db, id, printed, taken, report),
  simulatedScan: (report) => (db: Store, id: string, printed: number) => simulatedScan(db, id, printed, report),
} as const satisfies Readonly<Record<string, (report: Report) => Without<never>>>;
export type FileJob = keyof typeof FILE_JOBS;

type Made<T extends FileJob> = ReturnType<(typeof FILE_JOBS)[T]>;
type Rest<T extends FileJob> = Parameters<Made<T>> extends [Store, ...infer R] ? R : never;
export type FileAnswer<T extends FileJob> = Awaited<ReturnType<Made<T>>>;
export type FileArgs<T extends FileJob> = Rest<T>;

export async function runFileJob(
  db: Store,
  job: FileJob,
  args: readonly unknown[],
  report: Report = () => undefined,
): Promise<Outcome<unknown>> {
  const make = FILE_JOBS[job](report) as (db: Store, ...args: readonly unknown[]) => unknown;
  return (await make(db, ...args)) as Outcome<unknown>;
}
