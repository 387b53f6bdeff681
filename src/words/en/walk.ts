/** The walk through the sample print: ten controls that are really touched. */
export const walk = {
  label: 'A walk through this print',
  at: 'Step {step, number} of {last, number}',
  go: 'Go there',
  back: 'Back',
  next: 'Next',
  end: 'End the walk',
  step: {
    islands: {
      title: 'A picture becomes flat colours',
      says: 'This one is flattened already. Turn to Islands: there the shapes stand one by one, thin ones first.',
    },
    runLine: {
      title: 'The sheet, run by run',
      says: 'The line below shows the sheet after each run. Touch the second run: the core sample and the figures follow.',
    },
    weave: {
      title: 'Who prints what',
      says: 'Turn to “Who prints what”: each colour of the picture across the runs that lay it, with what it costs.',
    },
    recipes: {
      title: 'Inks are mixed by reckoning',
      says: 'Let recipes be found for all runs. Each film is reckoned over those below it; undo takes them back.',
    },
    mirrored: {
      title: 'The block lies mirrored',
      says: 'Turn the block over to see it as printed, and back. What is hatched is cut now; nothing else.',
    },
    jig: {
      title: 'Every sheet in its place',
      says: 'Turn to Jig: how block and paper are laid, drawn true to size with a list of what to cut.',
    },
    edition: {
      title: 'How many sheets to start',
      says: 'Type another edition. The sheets to start follow, with what is usually lost on the way.',
    },
    parts: {
      title: 'At the bench: the first cut',
      says: 'These are the parts to cut away before the first run. Tick one off.',
    },
    gate: {
      title: 'A cut cannot be undone',
      says: 'Say that the cut is done. It asks once more: this is a gate, and nothing leads back through it.',
    },
    start: {
      title: 'Sheets, and the first pull',
      says: 'Say that the paper is ready. Then the space bar logs one pull after another.',
    },
  },
  over: {
    title: 'That is the way of a print',
    says: 'Go on pulling if you like; this print is yours to spoil. On the shelf a print of your own begins with “New print”.',
  },
} as const;
