/** What one plan takes more or less than another. */
export const differences = {
  difference: {
    runs: '{count, plural, one {# run} other {# runs}} {more, select, true {more} other {fewer}}',
    blocks: '{count, plural, one {# block} other {# blocks}} {more, select, true {more} other {fewer}}',
    days: '{count, plural, one {# day} other {# days}} {more, select, true {later} other {sooner}}',
    deepestFilms:
      '{count, plural, one {# film} other {# films}} {more, select, true {deeper} other {less at the deepest point}}',
    colourAsNow: 'colour as now',
    colour: 'mean ΔE {then, number, ::.0} instead of {now, number, ::.0}',
    all: '{parts}',
  },
} as const;
