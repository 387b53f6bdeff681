/** What is said at the bench of lines and masks. */
export const notes = {
  cutLine: {
    choked:
      'Where more than one film would end on an edge, cut {chokeMm} inside the line from the second film on, so that only one ends there.',
    trapped: '{grow} against {under}: cut {trapMm} outside the line; {block} grows under {under}.',
  },
  board: {
    wetNow: 'Wet it now, while this one prints.',
    turnOver: 'Turn it over for run {run, number}: both sides are printed while it has one size.',
    restUntil:
      'Its other side prints in run {run, number}: rest it in the water until then, so that it keeps its size.',
    measureAgain: 'Its other side is printed: measure it before this one, it may have shrunk.',
    otherSize:
      'It is {across, number, ::sign-always .00} % across and {down, number, ::sign-always .00} % down from what it was when its other side was printed: rest it in the water, or let it stand on edge, and measure again.',
    shrunken: 'It has shrunk since it was measured first: rest it in the water and measure again.',
  },
  fade: {
    by: {
      'two ribbons':
        'Two ribbons beside each other on one slab, {toNothing, select, true {ink and clear base} other {an ink each}}; the roller moved to and fro sideways by {lengthMm} blends them, along its own axis.',
      'two rollers':
        'A roller for each end; they meet on the block over {lengthMm}, {toNothing, select, true {the second with clear base} other {the second with the second ink}}.',
      brush:
        'Water where it shall end, pigment at one end of the brush and paste at the other{toNothing, select, true {} other {, the second pigment with its own brush from the other side}}; strokes across the line, over {lengthMm}; rub evenly.',
      'second brush':
        'The sheet held in place; a second, damp brush draws the colour {toNothing, select, true {out} other {into the other}} over {lengthMm}, strokes across the line; rub evenly.',
    },
    rollerUnknown:
      'The roller must be as wide as the inked area is along the line, {reachMm}: choose a roller of the workshop and it is checked.',
    rollerNarrow:
      'The roller “{roller}” is {rollerMm} wide, the inked area reaches {reachMm} along the line: the blend would be laid twice and shift.',
    blendLong:
      'A blend is as wide as the roller is moved: {lengthMm} is a long way (usually {usualMm}). Two rollers, or a brush, go farther.',
    brushInThickInk: 'Brush fades want pigment and paste; this ink is made for the roller.',
    rollerInPaste: 'This ink is laid by brush: a roller takes up little of it.',
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
