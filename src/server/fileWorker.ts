/** The process that draws files: it reads the workshop's file beside the server and never writes to it. */
import { openToRead } from '@/store';
import { runFileJob, type FileJob } from './fileJobs';

const db = openToRead(process.env.ULEXITE_DATA!);

process.on('message', ({ serial, job, args }: { serial: number; job: FileJob; args: unknown[] }) => {
  runFileJob(db, job, args).then(
    (answer) => process.send!({ serial, answer }),
    (error: unknown) => process.send!({ serial, error: String((error as Error)?.stack ?? error) }),
  );
});
process.on('disconnect', () => process.exit(0));
// Ctrl C reaches every process of the terminal: the server decides when this one ends
process.on('SIGINT', () => undefined);
