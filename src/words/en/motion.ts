/** How a run lies against another, and what to do where it has grown. */
export const motion = {
  said: '{run} {what}.',
  across: '{length} too far {right, select, true {right} other {left}}',
  down: '{length} too {low, select, true {low} other {high}}',
  place: 'lies {shifts}',
  turned: 'is turned {degrees, number, ::.00}° {clockwise, select, true {clockwise} other {anticlockwise}}',
  grown:
    '{length} {larger, select, true {larger} other {smaller}} {across, select, true {across} other {down}} the image than what it lies on (the paper has {larger, select, true {shrunk} other {grown}} since, or the block has {larger, select, true {swollen} other {shrunk}})',
  growth: 'is {grown}',
  inRegister: 'lies in register: nothing over {least} and 0.02°',
  wood: 'The block should be {length} {smaller, select, true {larger: damp it, wrapped in moist cloth, some hours} other {smaller: let it rest in the room, stood on edge}}; then print and measure again. Both sides of one piece move together.',
  lino: 'Lino hardly moves: the paper has {smaller, select, true {grown} other {shrunk}} by {length}. Bring the pack {smaller, select, true {drier} other {damper}}, to what it was at the first run, all sheets alike; then print and measure again.',
} as const;
