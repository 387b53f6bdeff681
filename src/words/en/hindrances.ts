/** What of a composition cannot be printed as it stands, and what would mend it. */
export const hindrances = {
  hindrance: {
    blockIsCutOn: 'Run {run, number} comes too late: its block has been cut on by then.',
    printsNothing: 'Run {run, number} prints nothing.',
    twoInks: 'In run {run, number} “{colour}” would take two inks at once: {first} and {second}.',
    tooNear:
      '{first} and {second} lie {gapMm} apart on one block in run {run, number}; a roller needs {clearanceMm} to pass.',
    noRunPrints: '“{colour}” is printed by no run.',
  },
  traced: {
    noColourOfThe:
      'Cut away there, {find} would become a colour the picture does not have: none is printed with just the films that are left. Leave its places out, or make a block of its own from the drawing.',
    nothingToCut: 'Nothing that still stands lies under these lines, so there is nothing to cut.',
  },
  closed: {
    aColourwayStays:
      'The colourway “{name}” stays as it was in run {run, number}: it lies on {sheets, plural, one {# sheet} other {# sheets}}.',
    itLiesOn: 'it lies on {sheets, plural, one {# sheet} other {# sheets}}',
    itsBlockHasBeen: 'its block has been cut on',
    keepsItsPlaceOnly:
      'Run {run, number} ({inks}) keeps its place: {why}. Only runs after run {closedRuns, number} can move, be added or be taken out.',
    staysAsItWas: 'Run {run, number} ({inks}) stays as it was printed: {why}.',
    theInkOfRun: 'The ink “{ink}” of run {run, number} stays as it was: {why}. Mix another ink for runs to come.',
    isCutAsLarge: '{block} is cut: it cannot be drawn larger or smaller any more.',
    isCutAsIt: '{block} is cut as it was for run {run, number}: that cut cannot be taken back or moved.',
    standsOnAsIt:
      '“{colour}” stands on {block} as it was cut for run {run, number}: what was printed from it cannot change.',
    isAlreadyCutAway:
      '“{colour}” is already cut away on {block}: this plan would need it standing for run {run, number}.',
    isAlreadyCutAwayOn: '“{colour}” is already cut away on {block}: this plan would need it standing again.',
    wouldPrintFromAs:
      'Run {run, number} ({inks}) would print from {blocks} as it no longer is: it has been cut on since.',
    thePictureStaysIn:
      'The picture stays in its place and size: blocks are cut for it. Copy the print to try another picture.',
    thisWouldChangeShapes:
      'This would change {what}. Shapes that only cuts and runs still to come tell apart can change; these cannot.',
  },
  shapesKept: {
    whatRunHasPrinted: 'what run {run, number} ({inks}) has printed',
    whatIsCutFor: 'what is cut for run {run, number}',
  },
  trials: {
    runIsPrinted: 'Run {run, number} ({inks}) lies on sheets of the edition and stays as it is.',
    runIsGone: 'A run on this sheet is no longer in the plan.',
  },
  mend: {
    moveRunEarlier: 'Move run {run, number} before the cut, or give its colours to a block of their own.',
    giveItAColour: 'Give it a colour, or take it out.',
    keepOneInk: 'Leave it uninked in one of the two.',
    rollApart: 'Print the second by itself, mask one while the other is rolled, or give it a block of its own.',
    giveItToARun: 'Give it to a run, or mark it as bare paper under Picture.',
  },
} as const;
