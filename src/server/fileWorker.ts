/** A thread that draws files: it reads the workshop's file beside the server and never writes to it. */
import { workerData, type MessagePort } from 'node:worker_threads';
import type { LengthUnit, Outcome } from '@/core/units';
import { openToRead } from '@/store';
import type { Language } from '@/words/language';
import { runFileJob, type FileJob } from './fileJobs';
import { learnLanguages, speaking } from './speaking';
import { inUnit } from './unitAsked';

interface Task {
  readonly job: FileJob;
  readonly args: readonly unknown[];
  /** How far it is goes out here. */
  readonly port: MessagePort;
  readonly unit: LengthUnit;
  readonly language: Language;
}

const { file } = workerData as { readonly file: string };
const db = openToRead(file);
learnLanguages();

export default async function draw({ job, args, port, unit, language }: Task): Promise<Outcome<unknown>> {
  try {
    return await speaking(language, () =>
      inUnit(unit, () => runFileJob(db, job, args, (share) => port.postMessage(share))),
    );
  } finally {
    port.close();
  }
}
