/** What can be wrong with the workshop's file, and what to do about it; `file` is its path. */
const WORDS = {
  'file-foreign': (file: string) =>
    `“${file}” is not a workshop's file written by Ulexite, so nothing in it was touched. Name another file in ULEXITE_DATA, or move this one away to begin an empty workshop.`,
  'file-damaged': (file: string) =>
    `“${file}” is damaged and cannot be read to its end. Keep a copy of it as it is, then put a backup in its place (npm run backup makes them).`,
  'file-newer': (file: string) =>
    `“${file}” was written by a newer Ulexite. Update Ulexite, or open the file with the newer one; nothing was changed.`,
  'file-altered': (file: string) =>
    `“${file}” was brought to its form by other steps than this Ulexite has. Put back the program's own copy of its files; nothing was changed.`,
  'file-readonly': (file: string) =>
    `“${file}” cannot be written: the file, its folder or its disk is read-only. Give yourself the right to write there, or name another file in ULEXITE_DATA.`,
  'file-folder': (file: string) =>
    `“${file}” cannot be opened or made: its folder is missing or closed to this user. Make the folder, or name another file in ULEXITE_DATA.`,
  'file-full': (file: string) =>
    `The disk that holds “${file}” is full, so this was not saved. Make room; what was done here waits and is sent again.`,
  'file-in-use': (file: string) =>
    `“${file}” is open in another Ulexite that is running. Use that one, stop it first, or name another file in ULEXITE_DATA.`,
  'file-busy': (file: string) =>
    `“${file}” is held by another program just now (a backup, perhaps). Nothing was changed; it is tried again.`,
  'file-trouble': (file: string) =>
    `“${file}” could not be read or written (the disk reports an error). Look at the disk, and keep a copy of the file.`,
} as const;
export type StoreProblemCode = keyof typeof WORDS;

/** A file that cannot be used now; its message says which, why and what to do. */
export class StoreProblem extends Error {
  constructor(
    readonly code: StoreProblemCode,
    file: string,
  ) {
    super(WORDS[code](file));
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
