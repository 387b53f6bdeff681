/** Slips: something cut away that should have stood, shown on the block and answered. */
export const slips = {
  begin: 'I cut something I should not have',
  mark: {
    label: 'Mark a slip',
    title: 'What is gone that should stand?',
    says: 'Click the parts on the block, or draw round the place. Nothing is printed while you think; put the tool down first.',
    shown: '{places, plural, =0 {nothing shown yet} one {# place shown} other {# places shown}}',
    shownDrawing:
      '{places, plural, =0 {nothing shown yet} one {# place shown} other {# places shown}} · {points, plural, one {# point drawn} other {# points drawn}}',
    notePlaceholder: 'a note, if you like',
    noteLabel: 'Note on the slip',
    markIt: 'Mark it',
    nothing: 'It was nothing',
    takeInside: 'Take what is inside',
    no: 'No',
    draw: 'Draw round it',
    again: 'Begin again',
  },
  one: {
    title: 'Slip {number, number}',
    open: 'open',
    close: 'close',
    at: 'cut away for run {run, number}, at {x}, {y} on the print',
    toBlock: '<link>To the Block view</link>, run {run, number}: {inks}',
  },
  done: {
    leave: 'left as it is',
    patch: 'an inlay is let in',
    'spot run': 'printed by a run of its own',
    'change plan': 'the picture was changed so that it belongs',
  },
  leave: {
    title: 'Leave it',
    look: 'The finished print as it would look if the slip is left',
    nothing: 'No film that is still to come prints there, so nothing shows.',
    act: 'Leave it',
    effect: '{area} would come out mean ΔE <strong>{difference}</strong> off the plan:',
    insteadOf: 'for',
  },
  patch: {
    title: 'Patch the block',
    says: 'Let in an inlay of {size}. On the block, from the origin corner (lower left): {right} right, {up} up. On the print, from the left top corner: {printRight} right, {printDown} down. Then cut it again as planned.',
    act: 'It is patched',
  },
  spot: {
    title: 'Print the spot on its own',
    says: 'A run more, from a small block or stencil: {colour}, opaque, last of all. Its outline is on the Block view (SVG, DXF, PDF).',
    nothing: 'Nothing that is still to print is missing there.',
    act: 'Add the run',
  },
  change: {
    title: 'Change the picture so that it belongs',
    becomes: '{from} becomes {to} there',
    says: '{changes}; all later cuts and looks follow.',
    act: 'Change it',
  },
} as const;
