/** What is said at the bench of lines and masks. */
export const notes = {
  cutLine: {
    choked:
      'Where more than one film would end on an edge, cut {chokeMm} inside the line from the second film on, so that only one ends there.',
    trapped: '{grow} against {under}: cut {trapMm} outside the line; {block} grows under {under}.',
  },
  maskNote: {
    kind: {
      mask: 'Lay the mask over {what}{noted, select, true {: {note}} other {}} ({inks})',
      wipe: 'Ink all, then wipe off {what}{noted, select, true {: {note}} other {}} ({inks})',
      'do not ink': 'Do not ink {what}{noted, select, true {: {note}} other {}} ({inks})',
      'keep clean': 'Lay the mask with openings: {what}{noted, select, true {: {note}} other {}} ({inks})',
    },
    clearedGround: 'cleared ground stays covered',
    colours: 'all of {colours}',
    places: '{count, plural, one {# place} other {# places}}',
    allBut: 'all but {count, plural, one {# place} other {# places}}',
  },
} as const;
