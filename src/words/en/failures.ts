/** What cannot be done, and what was found: told on the page, by what is worked out there. */
export const failures = {
  stopped: 'Stopped.',
  'forecast-counts': 'A forecast needs whole numbers of sheets and runs, none below 0.',
  'count-unreadable': '“{text}” is not a whole number; {allowed}.',
  'count-range': '“{text}” is outside what can be planned; {allowed}.',
  'length-missing': 'Nothing is written for {what}. Type a length such as “240 mm” or “5 1/2 in”; {allowed}.',
  'length-range': '“{given}” is {length}, which cannot be {what}; it may be {minMm} to {maxMm}.',
  'length-list-ambiguous':
    '“{text}” can be read with a decimal comma (“{unclear}”) or as two lengths (“{unclear2}”). Part the lengths by “;”.',
  'out-of-range': 'This cannot be worked out: {detail}',
  'length-unit': '“{name}” is not a unit known here. Use mm, cm, m, in or ft.',
  'number-unreadable': '“{plain}” is not a number.',
  'edit-gone': '{what} this was meant for is not in the plan any more. Nothing was changed.',
  'shapes-elsewhere': 'The shapes of the picture were changed elsewhere meanwhile, and that is kept.',
  'uses-one': 'A print is made with one {kind}; {items, number} were chosen.',
  measure: {
    toolsWidth: 'a tool’s width',
    rollersDiameter: 'the roller’s diameter',
    depthOfClearing: 'the depth of clearing',
    height: 'the height',
    margin: 'the margin',
    paper: 'the paper',
    whatIsTrimmedOff: 'what is trimmed off',
    gapBetweenImages: 'the gap between images',
    roomForTitleAndSignature: 'the room for title and signature',
    thicknessOfAShim: 'the thickness of a shim',
    edition: 'the edition',
    proofsToKeep: 'the proofs to keep',
    testSheets: 'the test sheets',
    numberOfRuns: 'the number of runs',
    sizeOfWhatIsCutAndPrinted: 'the size of what is cut and printed',
    printedSize: 'the printed size',
    placeOnThePrint: 'a place on the print',
    turnOfAForme: 'the turn of a forme',
    filmWeight: 'the film weight',
    filmsOnOneSpot: 'the films on one spot',
    rollerClearance: 'the roller clearance',
    overlap: 'the overlap',
    choke: 'the choke',
    changeOfThePapersDamp: 'the change of the paper’s damp',
    changeOfTheWoodsMoisture: 'the change of the wood’s moisture',
    sliverThatIsSeen: 'the sliver that is seen',
    masksReach: 'the mask’s reach',
    spareKeyImpressions: 'the spare key impressions',
    sheetsToAdd: 'the sheets to add',
    strength: 'the strength',
    stock: 'the stock',
    papersThickness: 'the paper’s thickness',
    rollersWidth: 'the roller’s width',
    brushsWidth: 'the brush’s width',
    faceOfTheRubbingTool: 'the face of the rubbing tool',
    bedOfThePress: 'the bed of the press',
    placeOnTheRack: 'a place on the rack',
    weightOfThePaper: 'the weight of the paper (g/m²)',
    priceOfASheet: 'the price of a sheet',
    sheetsInStock: 'the sheets in stock',
    placesOnTheRack: 'the places on the rack',
    temperature: 'the temperature',
    humidity: 'the humidity',
  },
  stop: {
    near: 'long side, near the origin corner',
    far: 'long side, far from it',
    short: 'short side',
  },
  sheetsToStart: {
    cannotBeItMay: '{value, number} cannot be {what}; it may be a whole number from {min, number} to {max, number}.',
    cannotBeHowSure:
      '{wishToBeSure, number} cannot be how sure one wishes to be; it may be {min, number} to {max, number}.',
  },
  count: {
    mayBeAWhole: '{what} may be a whole number from {min, number} to {max, number}',
    forTypeOneFrom: 'For {what}, type one from {min, number} to {max, number}.',
  },
  'number-ambiguous': {
    andAllowed: '{read} {allowed}',
    canBeReadAs: '“{plain}” can be read as {asDecimal} or as {asThousands}. Write “{withPoint}” or “{asThousands}”.',
  },
  number: {
    isNotANumber: '“{text}” is not a number. {allowed}',
    isOutOfRange: '{text} is out of range for {what}; it may be {min, number} to {max, number}.',
  },
  length: {
    mayBe: '{what} may be {minMm} to {maxMm}',
  },
  'length-unreadable': {
    given: 'In “{given}”: {found}',
    isNotALength: '“{given}” is not a length. Write it like “240 mm”, “24 cm” or “5 1/2 in”; {allowed}.',
    dividesByNothingWrite: '{top}/{bottom} divides by nothing. Write the fraction like “1/2”.',
  },
  'length-ambiguous': {
    given: 'In “{given}”: {found}',
    aMinusBetweenAnd:
      'A minus between {whole} and {top}/{bottom} can mean {whole} and {top}/{bottom}, or {whole} less {top}/{bottom}. Write “{whole} {top}/{bottom}” with a blank.',
    andIsUnclearAfter:
      '{whole} and {top}/{bottom} is unclear: after a whole number the fraction is below one. It can be {whole} + {top}/{bottom}, or a slip for another fraction.',
  },
  applyEdit: {
    theColour: 'The colour',
    anInk: 'An ink',
    aRun: 'A run',
    aColour: 'A colour',
    theInk: 'The ink',
    theInking: 'The inking',
    theForme: 'The forme',
    theRun: 'The run',
    thePicture: 'The picture',
    theBlock: 'The block',
    theMask: 'The mask',
  },
  'edit-twice': {
    thisInkWasAdded: 'This ink was added already.',
    thisRunWasAdded: 'This run was added already.',
    thisBlockWasAdded: 'This block was added already.',
  },
  compose: {
    spotKeepsItsColours: 'Run {run, number} prints one spot from a small block of its own: it prints what lies there.',
    doesNotStand:
      '“{colour}” does not stand on the block of run {run, number}, so nothing is to be kept out. Print it there first, or leave it.',
    staysByItself:
      'Run {run, number} prints a spot, from several formes or laid elsewhere: it stays a run by itself. Put it back where it was cut for first.',
    bothPrintNothing: 'Neither run prints anything: take one of them out instead.',
    isNotPrintedThere: '“{colour}” is not printed by run {run, number}: give it to the run first.',
    nothingWouldStay: 'Run {run, number} would print nothing: leave it one colour at least, or move it.',
    blockCannotBeSplit: '{block} cannot be split so: at least one of the colours must stand on it, and one must stay.',
    bothSidesAreTaken: '{block} is cut on both sides already. Take another board.',
    oneBlockStays: 'A print has one block at least.',
    isPrintedFrom: '{block} is printed from in run {run, number}: take that run out first.',
  },
  closed: {
    itLiesOn: 'it lies on {sheets, plural, one {# sheet} other {# sheets}}',
    itsBlockHasBeen: 'its block has been cut on',
    keepsItsPlaceOnly:
      'Run {run, number} ({inks}) keeps its place: {why}. Only runs after run {closedRuns, number} can move, be added or be taken out.',
    staysAsItWas: 'Run {run, number} ({inks}) stays as it was printed: {why}.',
    theInkOfRun: 'The ink “{ink}” of run {run, number} stays as it was: {why}. Mix another ink for runs to come.',
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
  progress: {
    sayFirstHowMany: 'Say first how many sheets are started.',
    theEditionIsNumbered: 'The edition is numbered: no sheet is added to it.',
    noSheetCanBe:
      'No sheet can be added: the block was cut on after run {run, number}, which can never be printed again.',
  },
  shapesKept: {
    whatRunHasPrinted: 'what run {run, number} ({inks}) has printed',
    whatIsCutFor: 'what is cut for run {run, number}',
  },
  'slip-colour': {
    noColourOfThe:
      'No colour of the picture is printed with just the films that are left where {find} was to be. Leave it, patch it, or print the spot on its own.',
    nothingThatWasStill: 'Nothing that was still to print is missing there, so nothing in the plan needs to change.',
    nothingThatWasStillTo: 'Nothing that was still to print is missing there, so there is no spot to print.',
  },
} as const;
