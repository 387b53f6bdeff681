/** What cannot be done, and what was found: told on the page, by what is worked out there. */
export const failures = {
  'split-too-many':
    'There are already {maxColours, number} colours, the most that can be planned. Merge two others first.',
  'flatten-colours':
    '{colourCount, number} colours cannot be planned here: choose a whole number from {minColours, number} to {maxColours, number}, the bare paper included.',
  'flatten-radius': 'A smoothing of {radiusMm} is outside 0 to {maxRadiusMm}.',
  'flatten-island': 'Islands under {minIslandMm2, number} mm² is outside 0 to {maxIslandMm2, number} mm².',
  'flatten-one-colour':
    'This picture holds one flat colour only, so there is nothing to separate. Bring in a picture with at least two tones.',
  stopped: 'Stopped.',
  'island-gone': 'This island is not there any more: its shape has changed. Choose it again.',
  'no-neighbour': 'This island fills the whole sheet, so there is nothing to merge it into.',
  'line-short': 'The line does not cross the island from edge to edge. Draw it from outside to outside.',
  'line-outside': 'The line lies outside the island. Draw it across the island.',
  'wide-enough': 'Nothing here is thinner than that.',
  'too-many-colours': 'More than twelve colours meet here. Smooth a smaller island.',
  'smooth-already': 'This edge is smooth already at that radius.',
  'no-specks': 'No island that small lies wholly inside this line.',
  turned:
    'The sheet lies turned by {turnDeg, number, ::.0}° on the scan; up to {most, number}° can be put right. Lay it straighter.',
  perspective:
    'Opposite edges of the sheet differ by {percent, number, ::.0} %; up to {most, number} % can be put right. Photograph it from straight above.',
  'scan-shape':
    'On the scan the sheet is {found, number, ::.000} times as wide as high; the layout has {wanted, number, ::.000}. Is this the whole sheet, the right way up, and is the paper’s size in the layout right?',
  'scan-size':
    'At {dpi, number} dpi the sheet on the scan is {acrossMm} wide, the layout says {widthMm}. Put the layout or the resolution right.',
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
  fetch: 'The picture could not be loaded from the server. Load the page again.',
  worker: 'The computation broke off ({message}). Load the page again; nothing saved is lost.',
  drawdown: {
    notUsableOverBlack:
      'not usable: over black it reads brighter than over paper, or both grounds are alike. Check which reading is which.',
    opaqueTheBlackDoes:
      'opaque: the black does not show through, so only the ratio of absorption to scattering is known; a thinner drawdown would tell more.',
    transparentNoScatteringWas: 'transparent: no scattering was seen, so thicker films can be trusted, opacity is nil.',
    goodAbsorptionAndScattering: 'good: absorption and scattering both come from the readings.',
    fairOfBandsTell:
      'fair: {good, number} of {bands, number} bands tell both absorption and scattering, the others only one of them.',
  },
  'split-one-colour': {
    allOfThisColour: 'All of this colour is alike in the picture, so there is nothing to split it by.',
    afterCleaningOneHalf:
      'After cleaning, one half of this colour has nothing left. Lower the smoothing or the smallest island to split it.',
  },
  'flatten-too-broken': {
    splitInTwoThis: 'Split in two, this colour breaks up into millions of specks. Raise the smoothing first.',
    thisPictureBreaksUp:
      'This picture breaks up into millions of specks. Raise the smoothing, choose fewer colours, or bring in a calmer picture.',
    thePictureBreaksUp: 'The picture breaks up into millions of specks. Raise the smoothing.',
    thePictureIsToo: 'The picture is too broken up for overlaps and masks. Raise the smoothing on the Picture view.',
    thereAreTooMany: 'There are too many parts to tick off one by one. Raise the smoothing on the Picture view.',
    thisStageBreaksUp:
      'This stage breaks up into too many parts to be looked over. Raise the smoothing on the Picture view.',
  },
  measure: {
    share: 'a share',
    islands: 'islands',
    block: 'a block',
    cut: 'a cut',
    wishToBeSure: 'the wish to be sure',
    absorption: 'absorption',
    scattering: 'scattering',
    turn: 'a turn',
    growth: 'a growth',
    marksPlace: 'a mark’s place',
    misfit: 'a misfit',
    shim: 'a shim',
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
    sheetsToStart: 'the sheets to start',
    island: 'an island',
    score: 'the score',
    parts: 'the parts',
    slips: 'the slips',
    bytesOfAFile: 'the bytes of a file',
    crop: 'the crop',
    picturesWidth: 'the picture’s width',
    picturesHeight: 'the picture’s height',
    printedWidth: 'the printed width',
    printedHeight: 'the printed height',
    raster: 'the raster',
    numberOfColours: 'the number of colours',
    smoothing: 'the smoothing',
    smallestIsland: 'the smallest island',
    handChanges: 'hand changes',
    anchorsPlace: 'an anchor’s place',
    colourOfThePicture: 'a colour of the picture',
    softener: 'the softener',
    imagesSideBySide: 'the images side by side',
    imagesBelowOneAnother: 'the images below one another',
  },
  'same-colour': {
    theIslandHasThis: 'The island has this colour already.',
    thePartCutOff:
      'The part cut off needs another colour than the island has; of one colour, the parts would still be one.',
    aGapNeedsAnother: 'A gap needs another colour than the island has.',
  },
  sheet: {
    theEdgeOfThe:
      'The {side, select, top {top} left {left} right {right} other {bottom}} edge of the sheet cannot be told from what lies behind it. Leave some ground to be seen on all four sides, dark behind a light sheet, and scan again.',
    theEdgeOfTheSheet:
      'The {side, select, top {top} left {left} right {right} other {bottom}} edge of the sheet is not straight enough to measure from: a torn edge, or something lies across it.',
  },
  resolution: {
    theSheetIsSeen: 'The sheet is seen at {dpi, number} dots an inch; 200 are needed, 300 are better.',
    theScanHasPixels: 'The scan has {width, number} × {height, number} pixels: too few to measure on.',
    theScanHasDpi: 'The scan has {dpi, number} dpi; 200 are needed, 300 are better.',
  },
  heights: {
    printedByHandNothing: 'Printed by hand nothing has to pass; the block’s stops must stay lower than its face.',
    packingOfMmWould: 'Packing of {packingWantedMm} would be right.',
    evenWithoutPackingIt: 'Even without packing it is {tooHighMm} too high: open the press.',
    thereAreMmToo: 'There are {littleMm} too little: the block will print weakly or not at all. {packing}',
    theStackIsMm: 'The stack is {pressMm} higher than the press is open: it does not pass, do not force it. {packing}',
    aBiteOfMm: 'A bite of {pressMm} crushes the edges and stretches the paper. {packing}',
    itPassesWithA:
      'It passes with a bite of {pressMm}. Runners as high as the block, {runnerMm}, keep the cylinder level at the block’s ends.',
  },
  readProof: {
    done: 'done',
    straightening: 'straightening',
    findingTheSheet: 'finding the sheet',
    eveningTheLight: 'evening the light',
    runWhereItRoughly: 'run {run, number}: where it roughly lies',
    runPatchByPatch: 'run {run, number}: patch by patch',
    runHasTooFew:
      'Run {run, number} has too few edges of its own that can be seen on this scan. Measure it at two marks with a ruler or loupe.',
    runItsPatchesContradict:
      'Run {run, number}: its patches contradict one another ({kept, number} of {patches, number} agree). The picture printed may differ from the one planned, or the scan is unsharp. Measure it at two marks.',
    runWasFoundBut:
      'Run {run, number} was found, but run {below, number} below it has too few edges of its own to compare with. Measure it at two marks.',
  },
  picture: {
    thePictureOnThe:
      'The picture on the sheet is not the one planned, or not with these runs printed. Check which print and how many runs the scan shows, and which way up it lies.',
    aPictureOfLabels: 'A picture of {width, number} × {height, number} labels was given {labels, number}.',
    thePictureCouldNot: 'The picture could not be fetched. Load the page again.',
    thereAreNoFlat: 'There are no flat colours yet. Bring in a picture and flatten it first.',
  },
  run: {
    runIsNotOn: 'Run {run, number} is not on the scan: looks are given for runs 1 to {printed, number}.',
    noRunIsSaid: 'No run is said to be printed: there is nothing to measure.',
    atMostRunsCan: 'At most 12 runs can be told apart on one scan.',
  },
  scan: {
    aScanOfPixels:
      'A scan of {width, number} × {height, number} pixels has {bytes, number} bytes; {given, number} were given.',
    thisFileIsNo: 'This file is no picture that can be read. Scan to PNG, JPEG or TIFF.',
    aScanOfMegapixels: 'A scan of {width, number} megapixels is too large; up to 120 can be read. Scan at 300 dpi.',
  },
  stop: {
    near: 'long side, near the origin corner',
    far: 'long side, far from it',
    short: 'short side',
  },
  way: {
    'corner stops': 'corner stops',
    'card window': 'an L-window in card',
    kento: 'kento',
    'pins and tabs': 'pins and punched tabs',
    'hinged frame': 'a hinged frame',
    'outline sheet': 'an outline sheet under film',
    ticks: 'ticks on four sides',
    'tape guides': 'tape guides',
    'block onto paper': 'the block turned onto paper',
    'by eye': 'nothing but the eye',
  },
  sheetLayout: {
    theImageIsLarger:
      'The image is larger than the paper: {beyondMm} would lie beyond its {edge, select, top {top} left {left} right {right} other {bottom}} edge. Take larger paper or a smaller image.',
    onThisPaperThe: 'On this paper the margins cannot all be equal: {leftMm} at the sides, {topMm} above and below.',
    paperAndMarginsLeave: 'Paper and margins leave no room for an image. Take larger paper or smaller margins.',
    thereIsRoomFor:
      'There is room for an image of {widthMm} × {heightMm}; the picture is sized {wantedWidthMm} × {wantedHeightMm}. Give it that size in Picture.',
    titleNumberAndSignature:
      'Title, number and signature want {titleRoomMm} below the image; the bottom margin has {bottomMm}.',
    withTheEdgeComes:
      'With {way} the {edge, select, top {top} left {left} right {right} other {bottom}} edge comes against a stop: it must be cut true. Tear another edge, or leave an allowance here and tear it off at the end.',
    thePaperIsSmaller: 'The paper is smaller than {leastMm}.',
    standsOutMmBeyond:
      '{block} stands out {leavesMm} beyond the paper’s {edge, select, top {top} left {left} right {right} other {bottom}} edge when it lies in the origin corner.',
    leavesMmToThe:
      '{block} leaves {leftMm} to the finished sheet’s {edge, select, top {top} left {left} right {right} other {bottom}} edge: its rim will mark the print. Cut the block down or take larger paper.',
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
  cabinetFilms: {
    twoReadings: '{words} (two readings)',
    coarseFromOneSwatch:
      'coarse: from one swatch and a word for its opacity. A reading over a black strip tells far more.',
    goodForMostWork: 'good for most work: from one swatch and its contrast ratio over black.',
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
  'not-opened': {
    thisIsAMap: 'This is a map of a print, not of a picture’s colours.',
    thePictureIsStill: 'The picture is still loading.',
  },
  cutLine: {
    choked:
      'Where more than one film would end on an edge, cut {chokeMm} inside the line from the second film on, so that only one ends there.',
    trapped: '{grow} against {under}: cut {trapMm} outside the line; {block} grows under {under}.',
  },
  maskNote: {
    kind: {
      mask: 'Lay the mask over {what}{noted, select, true {: {note}} other {}} ({inks})',
      wipe: 'Ink all, then wipe off {what}{noted, select, true {: {note}} other {}} ({inks})',
      'do not ink': 'Do not ink {what}{noted, select, true {: {note}} other {}} ({inks})',
      'keep clean': 'Lay the mask with openings: {what}{noted, select, true {: {note}} other {}} ({inks})',
    },
    clearedGround: 'cleared ground stays covered',
    places: '{count, plural, one {# place} other {# places}}',
    allBut: 'all but {count, plural, one {# place} other {# places}}',
  },
} as const;
