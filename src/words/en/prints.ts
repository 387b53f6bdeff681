/** What is said of any print wherever it is named: how it is worked, of what, what is to be done next. */
export const prints = {
  medium: {
    'oil relief': 'oil relief ink',
    'water-washable oil': 'water-washable oil ink',
    'water-based relief': 'water-based relief ink',
    'pigment and paste': 'pigment and paste',
    'lithographic oil': 'lithographic oil ink',
  },
  mediumInShort: {
    'oil relief': 'oil relief',
    'water-washable oil': 'water-washable oil',
    'water-based relief': 'water-based relief',
    'pigment and paste': 'pigment and paste',
    'lithographic oil': 'lithographic oil',
  },
  process: {
    reduction: 'reduction',
    'several blocks': 'several blocks',
    'reduction and more blocks': 'reduction and more blocks',
    'one block': 'one block',
  },
  material: { lino: 'lino', 'soft-lino': 'soft lino', plywood: 'plywood', cherry: 'cherry' },
  next: {
    'bring-in': { words: 'Bring in a picture', detail: 'a sketch or a photograph' },
    flatten: { words: 'Flatten the picture', detail: 'choose size and number of colours' },
    numbered: {
      words: 'Numbered',
      detail: '{sheets, plural, one {# sheet is marked} other {# sheets are marked}}',
    },
    number: { words: 'Number the edition', detail: 'all runs are printed' },
    'print-on': { words: 'Print on: {pulled} of {of}', detail: 'run {run}, {inks}' },
    register: { words: 'Run {run} is out of register', detail: '{misfit, number, ::.0} mm: shims, then another proof' },
    print: { words: 'Print run {run}', detail: '{inks}' },
    'cut-first': {
      words: 'Look over the plan',
      detail: '{onward, select, true {then cut the bare paper away} other {then cut the first block}}',
    },
    cut: { words: 'Cut for run {run}', detail: '{inks}' },
    'lock-up': { words: 'Lock up the type for run {run}', detail: '{inks}' },
  },
} as const;
