import { failure, success, type Outcome } from '@/core/units';
import type { CopyReason } from '@/model';
import { copiesFolder, copyOutside, makeCopy, problemOf, thinCopies, type Copy } from '@/store';

export interface CopyTask {
  readonly file: string;
  readonly why: CopyReason;
  /** ISO. */
  readonly at: string;
  /** A folder outside, where the copy goes too. */
  readonly outside: string | undefined;
}

export interface CopyDone {
  readonly copy: Copy;
  /** How it went with the folder outside, where there is one. */
  readonly outside: Outcome<null> | undefined;
}

/** Makes a copy, lets go of those the rule does not keep, and takes it outside. Only then old ones go: a copy that failed drops nothing. */
export async function copyAndThin(
  { file, why, at, outside }: CopyTask,
  report: (share: number) => void = () => undefined,
): Promise<Outcome<CopyDone>> {
  try {
    const copy = await makeCopy(file, why, new Date(at), report);
    thinCopies(copiesFolder(file));
    return success({ copy, outside: outside === undefined ? undefined : await takenOutside(copy, outside) });
  } catch (error) {
    return failed(error, file);
  }
}

async function takenOutside(copy: Copy, folder: string): Promise<Outcome<null>> {
  try {
    await copyOutside(copy, folder);
    thinCopies(folder);
    return success(null);
  } catch (error) {
    return failed(error, folder);
  }
}

function failed(error: unknown, file: string): Outcome<never> {
  const problem = problemOf(error, file);
  if (!problem) console.error(error);
  return problem ? failure(problem.code, { file: problem.file }) : failure('file-trouble', { file });
}
