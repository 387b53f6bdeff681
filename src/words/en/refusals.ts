/** What the server refuses, and why. */
export const refusals = {
  'svg-entities': '{named} defines entities of its own, which is not safe to open. Export it as plain SVG or as PNG.',
  'svg-external':
    '{named} refers to something outside itself (“{target}”), which is not fetched. Embed the picture in the SVG, or export it as PNG.',
  'svg-script':
    '{named} holds “{what}”, which does more than draw and is not opened here. Export it as plain SVG or as PNG.',
  'svg-work': '{named} has {what}, more than is drawn here. Simplify the drawing, or export it as PNG.',
  server: 'The server failed at this. Nothing was changed; try again.',
  'colour-refused': 'Colour {colour, number}: {why}',
  'too-large': '{what} is larger than {limit, number} MB, the most that is taken in.',
  'bundle-bytes': 'This file has {bytes, number} MB; a bundle may have up to {bytes2, number} MB.',
  'bundle-bomb': "This zip is not opened. {refusal} A print's bundle is far smaller.",
  'bundle-zip':
    'This is not a zip file, or it is damaged. Choose a bundle written by Ulexite (its name ends in .ulexite.zip).',
  'bundle-foreign':
    'This zip is not a print written by Ulexite: it has no manifest of ours. Choose a file whose name ends in .ulexite.zip.',
  'bundle-version':
    'This bundle is of version {version}; this Ulexite reads version {bundleVersion, number}. Update Ulexite to open it.',
  answer: 'Nothing is promised at {method} {path}.',
  'name-missing': 'A print needs a name. Type one, such as “Harbour, Low Water”.',
  'name-long': 'This name has {name, number} characters; up to {nameLimit, number} fit on a shelf.',
  'name-characters': 'A name cannot hold line breaks or control characters.',
  'cabinet-file': '“{fileName}” is not a text file. Inks come in as CSV, GPL palette or CGATS.',
  'picture-slow':
    'This picture was not read within {seconds, number} seconds, so it was given up. Save it simpler, or as PNG.',
  'picture-memory':
    'This picture takes more than 1 GB of memory to read, so it was given up. Save it smaller, or as PNG.',
  'file-slow': 'This file was not drawn within a minute and a half, so it was given up.',
  'picture-empty': '{named} is empty. Choose the picture again, or save it anew from the program it comes from.',
  'picture-bytes':
    '{named} has {megabytes, number} MB; up to {megabytes2, number} MB can be brought in. Save it smaller or as JPEG.',
  'picture-packed':
    '{named} is compressed (an SVGZ file, perhaps), which is not unpacked here. Save it as plain SVG or as PNG.',
  'svg-bytes':
    '{named} has {megabytes, number} MB of SVG; up to {megabytes2, number} MB can be read. Export it as PNG instead.',
  'picture-small':
    '{named} has {widthPx, number} × {heightPx, number} pixels, too few to print from. At least 16 × 16 are needed, 2000 along the longer side are good.',
  'picture-pixels':
    '{named} has {widthPx, number} × {heightPx, number} pixels, {widthPx2, number} megapixels; up to {maxSourcePixels, number} can be brought in. Save it smaller: 4200 pixels along the longer side are enough for an A3 print.',
  jig: 'This way of registration has nothing to draw.',
  'print-deleted': '“{print}” was deleted. Restore it on the shelf to work on it.',
  mask: 'This mask is not in the plan any more.',
  'picture-narrow':
    'This picture has {widthPx, number} × {heightPx, number} pixels, far longer one way than the other. Cut it to a shape no longer than 24 times its width.',
  size: '{badMm} cannot be printed; width and height may each be {minMm, number} to {maxMm}.',
  crop: 'The part to keep lies outside the picture. Draw it again.',
  turn: 'A picture can be turned by quarter turns only, not by {turnDeg}°.',
  'undo-end': 'There is nothing before this that could be brought back.',
  'redo-end': 'Nothing has been taken back that could be done again.',
  'delete-name': 'To delete this print, type its name as it stands: “{found}”.',
  'print-unreadable': '“{print}” cannot be read: {why} Its bytes are kept as they are and can be saved.',
  patch: 'The reader was not told what to read.',
  'svg-encoding': '{named} is not written in UTF-8. Save the SVG as UTF-8.',
  drawing: 'There is no drawing “{what}”. There are key, flat, and block-1 to block-{blocks, number}.',
  'workshop-full': 'The workshop holds {mostItems, number} things, the most it can. Take one out first.',
  'item-name': 'There is another {kind} named “{item}”. Give this one a name of its own.',
  'item-missing': 'This is not in the workshop any more.',
  route: {
    thisBundle: 'This bundle',
    thisFileOfInks: 'This file of inks',
    theMapOfFlat: 'The map of flat colours',
    thisPicture: 'This picture',
    thisMeasurementFile: 'This measurement file',
    thisScan: 'This scan',
  },
  'print-missing': {
    thisPictureIsNo: 'This picture is no longer stored.',
    thereIsNoTo: 'There is no “{step}” to do with a print.',
    thisPrintIsNot: 'This print is not on the shelf. It may have been deleted for good.',
    thisPrintWasDeleted: 'This print was deleted more than 30 days ago and is gone.',
  },
  'run-missing': {
    thereIsNoFile: 'There is no file “{file}” of a print.',
    thereIsNoRun: 'There is no run {run, number}.',
    thereIsNoRunThis: 'There is no run {run, number}; this print has runs 1 to {runs, number}.',
    thereIsNoRunThisPrint: 'There is no run {printed, number}; this print has runs 1 to {runs, number}.',
    thisRunIsNot: 'This run is not in the plan.',
    runDoesNotPrint: 'Run {index, number} does not print on this colour’s area.',
  },
  request: {
    knownIsMissingWhat: '“known” is missing: what this device has heard of the print. Load the page again.',
    theAddressHoldsA: 'The address holds a percent sign that stands for nothing. Load the page again.',
    whatThisDeviceHas: 'What this device has heard of the print was sent in a form that is not known here.',
  },
  respond: {
    whatWasSent: 'What was sent',
  },
  json: {
    whatWasSentIs: 'What was sent is no record with named fields. Load the page again.',
    whatWasSentCould: 'What was sent could not be read. Load the page again.',
  },
  bundle: {
    wouldHaveMbUp: '“{file}” would have {originalSize, number} MB; up to {most, number} are read.',
    saysItIsLarger: '“{file}” says it is larger than its bytes can hold.',
    itWouldGrowMore: 'It would grow more than {growth, number} times when it is opened.',
    itHoldsMoreThan: 'It holds more than {files, number} files.',
    unpackedItWouldFill: 'Unpacked it would fill more than {unpackedBytes, number} MB.',
    theOriginalPictureIn: 'The original picture in this bundle is not the {format} file its plan says.',
    theWorkingPictureIn: 'The working picture in this bundle is not a PNG of the size its plan says.',
    thePictureInThis:
      'The picture in this bundle has {widthPx, number} × {heightPx, number} pixels, which does not fit its printed size.',
    theFlatColoursIn: 'The flat colours in this bundle are not a map of flat colours.',
    thePictureOfA: 'The picture “{odd}…” of a cut in this bundle is not a PNG that can be shown.',
  },
  'bundle-damaged': {
    isListedTwiceIn: '“{path}” is listed twice in this bundle.',
    inThisBundleIs:
      '“{path}” in this bundle is missing or damaged (its checksum does not fit). Copy the bundle again from where it came.',
    thePictureIsNot: 'The picture “{sha}…” is not what its name says.',
    theBundleLacksThe: 'The bundle lacks the picture “{sha}…” that its plan uses.',
  },
  'bundle-plan': {
    thePlanInThis: 'The plan in this bundle cannot be used: {why}',
    theFlatColoursIn: 'The flat colours in this bundle do not fit its picture.',
    theFlatColoursInThis:
      'The flat colours in this bundle are noise: they break up into more islands than can be looked at.',
  },
  'bundle-log': {
    theBenchLogIn: 'The bench log in this bundle cannot be read.',
    theBenchLogInThis: 'The bench log in this bundle has {entries, number} entries; up to {most, number} are read.',
    entry: 'Entry {entry, number} of the bench log in this bundle cannot be used.',
    entryRefused: 'Entry {entry, number} of the bench log in this bundle cannot be used: {why}',
  },
  cabinetCsv: {
    itIsDamaged: 'it is damaged',
  },
  'cabinet-csv': {
    thisTableCannotBe: 'This table cannot be read: {detail}.',
    thereAreNoInks: 'There are no inks in this table.',
    thisTableHasMore: 'This table has more than {maxInks, number} inks; no more are taken in.',
    theTableNeedsColumns: 'The table needs columns headed name, L*, a* and b*; missing: {missing}.',
    row: 'Row {row, number} (“{name}”): {why}',
  },
  cgats: {
    thisIsNotA: 'This is not a CGATS measurement file: BEGIN_DATA_FORMAT and BEGIN_DATA, with their ends, are missing.',
    theFileNamesFields: 'The file names {fields, number} fields; 1 to {maxFields, number} can be read.',
    theFileHasMore: 'The file has more than {maxSamples, number} samples; no more are read.',
    theDataDoNot:
      'The data do not come out even: {tokens, number} values for {fields, number} fields. The file may be cut off.',
    theFileHasNeither: 'The file has neither LAB_L, LAB_A and LAB_B nor spectral fields from 380 to 730 nm.',
    sampleHoldsSomethingThat:
      'Sample {samples, number} (“{value}”) holds something that is not a number, or a colour that cannot be.',
    thereAreNoSamples: 'There are no samples in this file.',
    isNotAText: '“{fileName}” is not a text file. Readings come in as CGATS text.',
  },
  palette: {
    thisIsNotA: 'This is not a GPL palette: its first line should read “GIMP Palette”.',
    lineOfThePalette: 'Line {number, number} of the palette has {line, number} characters; this is no palette.',
    lineOfThePaletteIs:
      'Line {number, number} of the palette, “{line}”, is not three numbers from 0 to 255 and a name.',
    thisPaletteHasMore: 'This palette has more than {maxColours, number} colours; no more are taken in.',
    thereAreNoColours: 'There are no colours in this palette.',
  },
  acts: {
    isNotASheets: '“{value}” is not a sheet’s name.',
    aSettingMayBe: 'A setting may be up to 200 characters long.',
    sayWhereTheSheet: 'Say where the sheet is.',
    aCutCannotTake: 'A cut cannot take less than no time.',
    aCutOfMore: 'A cut of more than 100 000 minutes is a slip of the keys.',
    aNoteMayBe: 'A note may be up to 1000 characters long.',
    aProofNeedsAt: 'A proof needs at least one mark.',
  },
  act: {
    isNoVersionOf: '“{version}” is no version of an entry.',
    isNothingThatCan: '“{named}” is nothing that can be logged.',
    nothingToLogWas: 'Nothing to log was sent.',
    anEntryForThe: 'An entry for the log needs an id of its own.',
    isNotATime: '“{at}” is not a time that can have been. Set this device’s clock.',
  },
  newer: {
    thisEntryWasWritten: 'This entry was written by a newer Ulexite. Update this one to read it.',
    thisPlanIsOf:
      'This plan is of version {version, number}; this Ulexite reads up to version {planVersion, number}. Update it to open the print.',
    thisInkWasWritten: 'This ink was written by a newer Ulexite. Update this one to read it.',
    thisWasWrittenBy: 'This was written by a newer Ulexite. Update this one to read it.',
  },
  design: {
    aColourNeedsA: 'A colour needs a name.',
    noMoreThanColours: 'No more than {maxColours, number} colours can be planned.',
  },
  labels: {
    theseFlatColoursBelong:
      'These flat colours belong to another picture than the one that is in now. Load the page again.',
    theMapOfFlatColours: 'The map of flat colours arrived damaged. Try again.',
  },
  place: {
    aPlaceMayName: 'A place may name up to 5000 islands.',
  },
  schema: {
    kind: {
      array: 'a list',
      boolean: 'yes or no',
      number: 'a number',
      object: 'a record with named fields',
      string: 'a text',
    },
    cannotBe: '{at} cannot be {value}.',
    missing: '{at} is missing.',
    notEmpty: '{at} may not be empty.',
    oneOf: '{at} cannot be {value}; it may be {values}.',
    notKind: '{at} is {value}, but should be {kind}.',
    justCharacters: '{at} must have just {length, plural, one {# character} other {# characters}}.',
    leastCharacters: '{at} must have at least {min, plural, one {# character} other {# characters}}.',
    mostCharacters: '{at} may be up to {max, plural, one {# character} other {# characters}} long.',
    least: '{at} is {value}; it may be {min, number} at least.',
    most: '{at} is {value}; it may be {max, number} at most.',
    notWhole: '{at} is {value}, which is not a whole number.',
    justEntries: '{at} must have just {length, plural, one {# entry} other {# entries}}.',
    leastEntries: '{at} must have at least {min, plural, one {# entry} other {# entries}}.',
    mostEntries: '{at} may have up to {max, plural, one {# entry} other {# entries}}.',
  },
  fields: {
    meansNothing: 'What was sent has a field that means nothing here.',
    whatWasSent: 'What was sent',
    hasAFieldThat: '{value} has a field that means nothing here: “{unknown}”.',
    lengthTooSmall: '{valueMm} is too little for {what}; it may be {minMm} to {maxMm}.',
    lengthTooLarge: '{valueMm} is too much for {what}; it may be {minMm} to {maxMm}.',
    isTooLittleFor: '{value}{unit} is too little for {what}; it may be {min, number} to {max, number}{unit}.',
    isTooMuchFor: '{value}{unit} is too much for {what}; it may be {min, number} to {max, number}{unit}.',
    isNotAWhole: '{value} is not a whole number for {what}.',
    picturesName: 'A stored picture is named wrongly.',
    isNoColourIt: '{stringify} is no colour; it needs L*, a* and b*, each from −200 to 200.',
    isNoColourOf:
      '{stringify} is no colour of a surface: L* may be 0 to 100, a* and b* −130 to 130, three numbers in all.',
    isNoOpacityIt: '“{value}” is no opacity; it is opaque, half, transparent, or a contrast ratio from 0 to 1.',
    aFilmNeedsBands: 'A film needs {bands, number} bands of {what}.',
  },
  edits: {
    onlyThingsOfOne: 'Only things of one kind are chosen at once.',
  },
  edit: {
    isNoChangeOf: '“{given}” is no change of a print that is known here.',
    aChangeOfThe: 'A change of the plan needs an id of its own.',
  },
  inks: {
    anInkNeedsA: 'An ink needs a name.',
  },
  masks: {
    aNoteMayBe: 'A note may be up to 200 characters long.',
  },
  plan: {
    thePaperNeedsA: 'The paper needs a name.',
    upToToolsCan: 'Up to {maxTools, number} tools can be listed.',
    atLeastOneTool: 'At least one tool is needed.',
    toolsAreListedFrom: 'Tools are listed from narrow to wide, each width once.',
    aPrintMayHave: 'A print may have up to 40 masks.',
    theFlatColoursHave: 'The flat colours have no picture they belong to.',
    theBarePaperIs: 'The bare paper is not one of the colours.',
    runPrintsAColour: 'Run “{runId}” prints a colour that is not there.',
    runNamesACut: 'Run “{runId}” names a cut that is not there.',
    runNamesAnInk: 'Run “{runId}” names an ink that is not there.',
    twoPartsOfThe: 'Two parts of the plan are both named “{twice}”.',
    cutHasAColour: 'Cut “{id}” has a colour standing that is not in the picture.',
    anOverlapNamesA: 'An overlap names a colour that is not there.',
    thePlanNamesA: 'The plan names a picture that was not brought in. Load the page again.',
    thePlanIsMissing: 'The plan is missing.',
    thePlanIsNo: 'The plan is no JSON.',
  },
  runs: {
    aFadeNeedsA: 'A fade needs a length: its two ends lie on one another.',
  },
  sheet: {
    aShimNeedsA: 'A shim needs a name, such as “paper”.',
    theShareOfSheets: 'the share of sheets that may show a fault',
    upToSixThicknesses: 'Up to six thicknesses of shim can be listed.',
    atLeastOneThickness: 'At least one thickness of shim is needed.',
    eachShimOfThe: 'Each shim of the stock needs a name of its own.',
  },
  cabinet: {
    aReflectanceCannotBe: 'A reflectance cannot be below 0.',
    aReflectanceCannotBeAbove: 'A reflectance cannot be above 1.5; is this in percent?',
    aSpectrumNeedsBands: 'A spectrum needs {bandCount, number} bands, 380 to 730 nm.',
    anInkNeedsA: 'An ink needs a name.',
    anInksNameMay: 'An ink’s name may be up to 60 characters long.',
    theLightFastNote: 'The light-fast note may be up to 200 characters long.',
    noMoreThanDrawdowns: 'No more than {maxDrawdowns, number} drawdowns are kept with one ink.',
  },
  'ink-name': {
    anInkNeedsA: 'An ink needs a name. Type one, such as “yellow ochre”.',
    thereIsAnotherInk: 'There is another ink named “{ink}”. Give this one a name of its own.',
  },
  items: {
    itNeedsAName: 'It needs a name. Type one that is said in the workshop.',
    aNameMayBe: 'A name may be up to 60 characters long.',
    aNoteMayBe: 'A note may be up to 300 characters long.',
    isNoTimeOf: '“{value}” is no time of day; write it as 09:30.',
    aSpectrumNeedsBands: 'A spectrum needs {bandCount, number} bands, 380 to 730 nm.',
    isNoCurrencyThree: '“{value}” is no currency; three capitals name one, such as EUR.',
    chooseAtLeastOne: 'Choose at least one day.',
    eachDayIsNamed: 'Each day is named once.',
    workEndsAfterIt: 'Work ends after it begins: put the end later than the beginning.',
  },
  item: {
    isNothingAWorkshop: '“{kind}” is nothing a workshop keeps here.',
    whatWasSentIs: 'What was sent is another thing than the one it was sent for.',
    aCannotBecomeA: 'A {kind} cannot become a {kind2}. Put the new thing in beside it.',
  },
  bench: {
    thisPhotographIsNot: 'This photograph is not stored here. Bring it in first.',
    moreCanBeAdded: 'More can be added on the Desk, under Sheets.',
    sheetsWereAlreadyStarted: '{counted, number} sheets were already started. {more}',
    theEditionsRoundIs: 'The edition’s round is called “{name}”, and no other round is.',
    thisRoundWasBegun: 'This round was begun already.',
    aPrintMayHave: 'A print may have up to {most, number} sheets; {counted, number} are started already.',
    nothingHasBeenPulled: 'Nothing has been pulled in this run yet, so nothing of it can be dry.',
    thereIsNoSheet: 'There is no sheet {sheet} in the edition.',
    thisCutIsNot: 'This cut is not in the plan.',
    thisPullIsNot: 'This pull is not in the log, or was taken back already.',
    onlyTheLastPull: 'Only the last pull can be taken back; sheet {sheet} is not the last.',
    theBlockHasBeen: 'The block has been cut again since this pull, so it can no longer be taken back.',
    thisRunIsNot: 'This run is not in the plan.',
    nothingHasBeenPulledIn: 'Nothing has been pulled in run {run, number} yet.',
    aSlipIsAnswered: 'A slip is answered where it is shown, so that the plan can follow.',
    aProofIsMeasured: 'A proof is measured against another run of the plan, or against its place on the sheet.',
    oneOfTheseRuns: 'One of these runs is not in the plan.',
    theCutForRun: 'The cut for run {run, number} is already done.',
    theCutForRunComes: 'The cut for run {run, number} comes first.',
    runIsNotFinished:
      'Run {run, number} is not finished{left, plural, =0 {} one {: # sheet is still to be pulled} other {: # sheets are still to be pulled}}. After this cut it could never be printed again.',
    thisRoundWasNot: 'This round was not begun. Say first how many sheets are started.',
    sayFirstHowMany: 'Say first how many sheets are started.',
    theBlockIsNot: 'The block is not cut for run {run, number} ({inks}) yet.',
    theBlockHasBeenCut: 'The block has been cut on since run {run, number} ({inks}); it can no longer be printed.',
    thereIsNoSheetSheets:
      'There is no sheet {sheet}; {counted, number} sheets and {tests, number} test sheets were started.',
    sheetWasAlreadyPulled: 'Sheet {sheet} was already pulled in run {run, number} ({inks}).',
    runComesFirstOn:
      'Run {lower, number} comes first on sheet {sheet}: its films lie below those of run {run, number} ({inks}).',
    wasDeclaredFinished: 'Run {run, number} ({inks}) was declared finished.',
    sheetWasSetAside: 'Sheet {sheet} was set aside earlier.',
    thereIsNoSheetIn: 'There is no sheet {sheet} in this round of {counted, number}.',
    sheetOfThisRound: 'Sheet {sheet} of this round was already pulled in run {run, number} ({inks}).',
    nothingHasBeenPulledInRun: 'Nothing has been pulled in run {run, number} yet, so it has given no colour.',
    runDoesNotPrint: 'Run {run, number} does not print on this colour’s area.',
    numbersAreGivenWhen: 'Numbers are given when all runs are printed.',
    theseSheetsAreNumbered:
      'These sheets are numbered already. To change the numbers, say why; both are kept on record.',
    sheetIsNotAmong: 'Sheet {sheet} is not among the finished prints.',
    aNumberCanBe: 'A number can be given once only, and a sheet can have one only.',
  },
  'cabinet-full': {
    theCabinetHoldsInks: 'The cabinet holds {maxInks, number} inks, the most it can. Take one out first.',
    inksCameInAnd:
      '{read, number} inks came in and {names, number} are there; the cabinet holds {maxInks, number} at most.',
  },
  'ink-missing': {
    thisInkIsNot: 'This ink is not in the cabinet any more.',
    thereIsNoSuch: 'There is no such ink to put back.',
    thereIsNoFile: 'There is no file “{fileName}” of the cabinet.',
  },
  stale: {
    thisInkWasChanged:
      'This ink was changed in another window meanwhile. Nothing of it was overwritten; load the page again.',
    thePlanWasChanged:
      'The plan was changed elsewhere just now, so this was not done. Look at it as it is, then do it again.',
    thisWasChangedIn:
      'This was changed in another window meanwhile. Nothing of it was overwritten; load the page again.',
  },
  busy: {
    manyPicturesAreBeing: 'Many pictures are being read just now. Try again in a moment.',
    manyFilesAreBeing: 'Many files are being drawn just now. Try again in a moment.',
    tooManyDevicesListen: 'Too many devices listen to this workshop just now. Close pages that are not needed.',
  },
  gone: {
    nobodyWaitsForThis: 'Nobody waits for this picture.',
    nobodyWaitsForThisFile: 'Nobody waits for this file.',
  },
  'picture-damaged': {
    byDecoder: 'The picture could not be read ({detail}).',
    thePictureCouldNot: 'The picture could not be read.',
    breaksOffOrIs:
      '“{fileName}” breaks off or is damaged inside: it could not be read to its end. Save it anew from the program it comes from.',
    thePictureCouldNotBe: 'The picture could not be read again. Bring it in anew.',
  },
  'file-broke': {
    thisFileTookMore: 'This file took more memory to draw than there is. Nothing was changed.',
    theServerFailedAt: 'The server failed at drawing this file. Nothing was changed.',
  },
  'nothing-flat': {
    thereAreNoFlat: 'There are no flat colours to show yet.',
    thereAreNoFlatColours: 'There are no flat colours to draw yet. Bring in a picture and flatten it first.',
    thereIsNoPicture: 'There is no picture this slip could lie on.',
  },
  'picture-kind': {
    isNotAPicture:
      '{named} is not a picture that can be read here. Bring in a PNG, JPEG, WebP, TIFF or SVG file; if it is one, it is damaged: save it anew.',
    isAFileBring: '{named} is a {format} file. Bring in a PNG, JPEG, WebP, TIFF or SVG file.',
    hidesAnSvgBehind: '{named} hides an SVG behind other bytes, which is not opened here.',
    isDamagedItIs: '{named} is damaged: it is no well-formed SVG. Save it anew from the program it comes from.',
  },
  'flatten-too-broken': {
    forMasks: 'The picture is too broken up for masks.',
    thePictureIsTooBroken:
      'The picture is too broken up for overlaps and masks. Raise the smoothing on the Picture view.',
    withThisChangeThe: 'With this change the picture breaks up into millions of specks.',
  },
  'picture-missing': {
    thereIsNoPicture: 'There is no picture to size yet. Bring one in first.',
    theOriginalPictureIs: 'The original picture is no longer stored. Bring it in again.',
    thereIsNoPictureTo: 'There is no picture to show.',
  },
  scan: {
    thisScanHasMb:
      'This scan has {bytes, number} MB; up to {maxUploadBytes, number} MB can be read. Scan at 300 dpi, or save it as PNG or JPEG.',
    damagedOrNone:
      'This file is no picture that can be read, or it is damaged or larger than 120 megapixels. Scan to PNG, JPEG or TIFF at 300 dpi.',
    aScanIsRead: 'A scan is read from PNG, JPEG or TIFF; this is a {format} file.',
  },
  shapesKept: {
    aPictureThatCan: 'a picture that can no longer be compared with what is cut and printed',
  },
  slips: {
    thisStageIsNot: 'This stage is not in the plan.',
    thisSlipIsMarked: 'This slip is marked already.',
    fortySlipsAreMarked: 'Forty slips are marked on this print already; no more can be told apart.',
    theBlockHasBeen: 'The block has been cut on since. Mark the slip on the stage that is cut now.',
    showWhereItWas: 'Show where it was cut: click the part, or draw round it.',
  },
  slip: {
    isNoAnswerTo: '“{answer}” is no answer to a slip; it is {slipAnswers}.',
    thisSlipIsNot: 'This slip is not in the log.',
    thisSlipWasAnswered: 'This slip was answered already: {answer}.',
  },
  svgCheck: {
    moreThanElements: 'more than {most, number} elements',
    elementsNestedMoreThan: 'elements nested more than {most, number} deep',
    moreThanCopiesOf: 'more than {most, number} copies of shapes',
    anAttributeOfCharacters: 'an attribute of {characters, number} characters',
    moreThanSeeThrough: 'more than {most, number} see-through shapes',
  },
  dpi: {
    dotsAnInchAre: '{dpi, number} dots an inch are not offered; choose 300 or 600.',
    atDotsAnInch:
      'At {dpi, number} dots an inch this drawing has {width, number} million pixels, too many for one picture. Take 300, or the PDF.',
  },
} as const;
