/** Wet in wet: films that pick up ink of open ones. */
export const blend = {
  title: 'Blends',
  says: 'Over a film that is still open block and roller take up some of it: the next ink is tinted where it lies over the first, and its edge is softer there.',
  percent: 'Picked up in four passes, %',
  passes: 'Passes of the roller',
  comesTo: 'That comes to {percent} % of each film (start value until your own proofs tell).',
  wanted: 'wanted: the blend is part of the picture',
  over: 'Run {run, number}, {inks}, takes up run {below, number}, {belowInks}, over {area}: ΔE {deltaE} ({difference}).',
  onBlock:
    'Run {run, number}: {first} and {second} meet on the block along {edge}. {mood, select, true {They run into each other under the roller.} other {Mask one of them, roll with a narrower roller, or saw them apart.}} Charge {chargedFirst} first, so that it stays clean.',
  advice:
    '{mood, select, true {Keep the strokes in one direction, so that it is alike from sheet to sheet.} other {Wipe the block every few sheets, or let the film below close first.}}',
  none: 'No film lies on an open one here.',
  order:
    'Charge rollers from light to dark and go back to the slab from the clean side: what a roller has picked up it carries into its heap.',
} as const;
