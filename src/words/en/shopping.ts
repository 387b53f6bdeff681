/** What all prints in work still want. */
export const shopping = {
  title: 'To buy',
  says: 'What all prints on the shelf still want, against what the workshop and the cabinet hold. Ink with a tenth over, sheets with the losses to be reckoned with.',
  nothing: 'Nothing is wanted: every print has what it needs, or none is planned yet.',
  what: { paper: 'Paper', sheets: 'Sheets', ink: 'Ink', board: 'Board', film: 'Film', tabs: 'Tabs' },
  name: {
    paper: '{name}, parents',
    sheets: '{name}, sheets (not of the workshop’s papers)',
    ink: '{name}',
    board: '{name}',
    film: 'clear film, for an outline sheet',
    tabs: 'punched tabs',
  },
  head: { what: 'What', wanted: 'Wanted', stock: 'In stock', missing: 'To buy', prints: 'For' },
  amount: {
    paper: '{amount, number}',
    sheets: '{amount, number}',
    ink: '{amount, number} g',
    board: '{amount, number, ::.0} dm²',
    film: '{amount, number}',
    tabs: '{amount, number}',
  },
  unknown: '—',
  enough: 'enough',
  print: 'Print this list',
} as const;
