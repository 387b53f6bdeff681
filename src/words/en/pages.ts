/** Around the views: the server away, what a browser cannot keep, pages that are not there, and titles of pages. */
export const pages = {
  product: 'Ulexite',
  titled: '{title} · Ulexite',
  about: 'Plan, simulate and log colour linocuts and woodcuts',
  workshop: 'Workshop',
  newPrint: 'New print',
  server: {
    away: 'The server does not answer. Is Ulexite still running?',
    awayKept: 'The server does not answer. What you did is kept in this browser.',
    unsaved: 'The changes before this are not saved yet: the server does not answer.',
    notLetIn: 'This device is not let in. What you did is kept in this browser.',
    comeIn: 'Come in again',
    couldNot: 'The server could not do this.',
    failed: 'The server failed at this ({status}).',
    failedUnchanged: 'The server failed at this ({status}). Nothing was changed; try again.',
  },
  file: { stopped: 'The file was given up.' },
  refused: { act: 'Not counted: {why}', one: '“{edit}”: {why}' },
  full: {
    edit: 'The browser’s store is full: unsaved changes would be lost on a reload.',
    acts: 'The browser’s store is full: acts not yet counted would be lost on a reload. Leave this page open.',
  },
  gone: {
    ink: 'This ink is not in the cabinet any more.',
    thing: 'This is not in the workshop any more.',
  },
  broken: {
    title: 'This view broke off',
    says: 'Nothing that was saved is lost. Try the view again; if it breaks again, go back to the shelf and open the print anew.',
    again: 'Try again',
  },
  missing: {
    title: 'Not on the shelf',
    says: 'There is no print under this address. It may have been deleted; deleted prints can be restored on the shelf for 30 days.',
  },
  toShelf: 'To the shelf',
  unreadable: { title: 'This print cannot be read', bytes: 'Save its bytes as they are' },
  noFile: 'The workshop’s file cannot be used now',
} as const;
