/** A thread that copies the workshop's file: reading it to its end would keep others waiting for their answers. */
import { parentPort, workerData } from 'node:worker_threads';
import { copyAndThin, type CopyTask } from './copyAndThin';

void copyAndThin(workerData as CopyTask, (share) => parentPort?.postMessage({ share })).then((done) =>
  parentPort?.postMessage({ done }),
);
