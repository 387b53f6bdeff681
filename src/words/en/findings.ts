/** What workers find wrong with pictures, islands and scans. */
export const findings = {
  'split-too-many':
    'There are already {maxColours, number} colours, the most that can be planned. Merge two others first.',
  'flatten-colours':
    '{colourCount, number} colours cannot be planned here: choose a whole number from {minColours, number} to {maxColours, number}, the bare paper included.',
  'flatten-radius': 'A smoothing of {radiusMm} is outside 0 to {maxRadiusMm}.',
  'flatten-island': 'Islands under {minIslandMm2, number} mm² is outside 0 to {maxIslandMm2, number} mm².',
  'flatten-one-colour':
    'This picture holds one flat colour only, so there is nothing to separate. Bring in a picture with at least two tones.',
  'island-gone': 'This island is not there any more: its shape has changed. Choose it again.',
  'no-neighbour': 'This island fills the whole sheet, so there is nothing to merge it into.',
  'line-short': 'The line does not cross the island from edge to edge. Draw it from outside to outside.',
  'line-outside': 'The line lies outside the island. Draw it across the island.',
  'nothing-mended':
    'Nothing could be mended here: what is kept as it is, or lettering, stands in the way. Change it by hand.',
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
  'tracing-marks': {
    noneIsHollow:
      'The corner marks were not found: none of the dark squares is hollow. The whole sheet must be seen, with the hollow mark at one corner, sharp and not drawn over.',
    noFourFit:
      'The four corner marks were not found together. All of them must be seen, sharp and not drawn over, on a sheet that lies flat; and it must be a tracing of this print at its present size.',
  },
  fetch: 'The picture could not be loaded from the server. Load the page again.',
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
    theSheetIsSeen: 'The sheet is seen at {dpi, number} dots an inch; {needed, number} are needed, 300 are better.',
    theScanHasPixels: 'The scan has {width, number} × {height, number} pixels: too few to measure on.',
    theScanHasDpi: 'The scan has {dpi, number} dpi; 200 are needed, 300 are better.',
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
  'not-opened': {
    noDrawing: 'No drawing has been read yet.',
    thisIsAMap: 'This is a map of a print, not of a picture’s colours.',
    thePictureIsStill: 'The picture is still loading.',
  },
  labels: {
    thisIsNotA: 'This is not a map of flat colours.',
    theMapOfFlat: 'The map of flat colours says {width, number} × {height, number} pixels but holds {bytes, number}.',
  },
} as const;
