import type { store } from '@/words/en/store';
import { storeWords } from '@/words/store';

/** What can be wrong with the workshop's file. */
export type StoreProblemCode = keyof typeof store;

/** A file that cannot be used now; its message says which, why and what to do. */
export class StoreProblem extends Error {
  constructor(
    readonly code: StoreProblemCode,
    readonly file: string,
  ) {
    // a terminal is told so, before there is a page
    super(storeWords(code, { file }));
    this.name = 'StoreProblem';
  }
}

const BY_CODE: readonly (readonly [RegExp, StoreProblemCode])[] = [
  [/^SQLITE_(CORRUPT|NOTADB|FORMAT)/, 'file-damaged'],
  [/^SQLITE_(READONLY|PERM)|^(EROFS|EACCES|EPERM)$/, 'file-readonly'],
  [/^SQLITE_FULL|^ENOSPC$|^EDQUOT$/, 'file-full'],
  [/^SQLITE_(BUSY|LOCKED)/, 'file-busy'],
  [/^SQLITE_CANTOPEN|^(ENOENT|ENOTDIR|EISDIR|EEXIST)$/, 'file-folder'],
  [/^SQLITE_IOERR/, 'file-trouble'],
];

/** The problem behind an error of SQLite or of the file system; undefined for any other error. */
export function problemOf(error: unknown, file: string): StoreProblem | undefined {
  if (error instanceof StoreProblem || (error as Error | null)?.name === 'StoreProblem') return error as StoreProblem;
  const code = String((error as { code?: unknown } | null)?.code ?? '');
  const found = BY_CODE.find(([pattern]) => pattern.test(code));
  return found && new StoreProblem(found[1], file);
}
