/** A thread that draws files: it reads the workshop's file beside the server and never writes to it. */
import { workerData, type MessagePort } from 'node:worker_threads';
import type { Outcome } from '@/core/units';
import { openToRead } from '@/store';
import { runFileJob, type FileJob } from './fileJobs';

interface Task {
  readonly job: FileJob;
  readonly args: readonly unknown[];
  /** How far it is goes out here. */
  readonly port: MessagePort;
}

const { file } = workerData as { readonly file: string };
const db = openToRead(file);

export default async function draw({ job, args, port }: Task): Promise<Outcome<unknown>> {
  try {
    return await runFileJob(db, job, args, (share) => port.postMessage(share));
  } finally {
    port.close();
  }
}
