/** Wet in wet: films that pick up ink of open ones. */
export const blend = {
  title: 'Blends',
  says: 'Over a film that is still open block and roller take up some of it, and where two inks meet on one block the roller charged last carries the first into its own: the second ink is tinted there, and the edge is soft.',
  percent: 'Picked up in four passes, %',
  passes: 'Passes of the roller',
  comesTo: 'That comes to {percent} % of each film (start value until your own proofs tell).',
  reach: 'Carried on the block, over',
  chargedFirst: 'Charged first where inks meet on a block',
  charged: { lighter: 'the lighter', darker: 'the darker' },
  wanted: 'wanted: the blend is part of the picture',
  over: 'Run {run, number}, {inks}, takes up run {below, number}, {belowInks}, over {area}: ΔE {deltaE} ({difference}).',
  onBlock:
    'Run {run, number}: {chargedFirst} and {tinted} meet on the block along {edge}; the second to be charged, {tinted}, holds some of the first over {area}: ΔE {deltaE} ({difference}).',
  adviceOnBlock:
    '{mood, select, true {Where they meet on the block, roll both in the same direction on every sheet.} other {Where inks meet on the block, mask one of them, roll with a narrower roller, or saw them apart.}}',
  more: '{count, plural, one {One more} other {# more}}, less seen than these.',
  advice:
    '{mood, select, true {Keep the strokes in one direction, so that it is alike from sheet to sheet.} other {Wipe the block every few sheets, or let the film below close first.}}',
  none: 'No film lies on an open one here, and no two inks meet on a block.',
  order:
    'Charge rollers from light to dark and go back to the slab from the clean side: what a roller has picked up it carries into its heap.',
} as const;
