/** What can be wrong with the workshop’s file, and what to do about it; `file` is its path. */
export const store = {
  'file-foreign':
    "“{file}” is not a workshop's file written by Ulexite, so nothing in it was touched. Name another file in ULEXITE_DATA, or move this one away to begin an empty workshop.",
  'file-damaged':
    '“{file}” is damaged and cannot be read to its end. Keep a copy of it as it is, then put a backup in its place (npm run backup makes them).',
  'file-newer':
    '“{file}” was written by a newer Ulexite. Update Ulexite, or open the file with the newer one; nothing was changed.',
  'file-altered':
    "“{file}” was brought to its form by other steps than this Ulexite has. Put back the program's own copy of its files; nothing was changed.",
  'file-readonly':
    '“{file}” cannot be written: the file, its folder or its disk is read-only. Give yourself the right to write there, or name another file in ULEXITE_DATA.',
  'file-folder':
    '“{file}” cannot be opened or made: its folder is missing or closed to this user. Make the folder, or name another file in ULEXITE_DATA.',
  'file-full':
    'The disk that holds “{file}” is full, so this was not saved. Make room; what was done here waits and is sent again.',
  'file-in-use':
    '“{file}” is open in another Ulexite that is running. Use that one, stop it first, or name another file in ULEXITE_DATA.',
  'file-busy':
    '“{file}” is held by another program just now (a backup, perhaps). Nothing was changed; it is tried again.',
  'copy-no-room':
    'There is no room for a copy in “{file}”. Make room on its disk, or have old copies moved away; nothing else was changed.',
  'copy-differs':
    'The copy at “{file}” does not hold what the file holds, so it was not kept. Look at the disk, and try again.',
  'copy-outside':
    'The copy did not arrive whole in the folder outside, “{file}”. Look at that disk; the copy beside the workshop is good.',
  'copy-damaged': 'The copy at “{file}” is not what it was when it was made: its disk changed it. Take another one.',
  'copy-missing': 'There is no copy called “{file}”. Choose one from the list.',
  'file-trouble':
    '“{file}” could not be read or written (the disk reports an error). Look at the disk, and keep a copy of the file.',
} as const;
