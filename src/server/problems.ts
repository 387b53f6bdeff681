import { failure, type Failure } from '@/core/units';
import { problemOf } from '@/store';
import { storeFile } from './database';

/** What is wrong with the workshop's file, as a failure; undefined for any other error. */
export function fileProblem(error: unknown): Failure | undefined {
  const problem = problemOf(error, storeFile());
  return problem && failure(problem.code, { file: problem.file });
}
