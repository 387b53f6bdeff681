/** Sheets. */
export const sheets = {
  sheets: {
    colourways:
      'Besides, {sheets, plural, one {# sheet} other {# sheets}} in {sets, plural, one {another set of inks} other {# other sets of inks}} (Inks).',
    sheetsStarted: 'Sheets started',
    sheetsToStart: 'Sheets to start',
    theCurvesBelowAre:
      'The curves below are for these {counted, number} through all runs, with losses as the log has shown; what is left of them is counted on the bench, under Pull. {onlyNow}',
    thereAreNoRuns: 'There are no runs yet, so this counts with one. Flatten the picture first.',
    theHand: 'The hand',
    hands: 'Hands',
    asChosenBelow: 'as chosen below',
    experience: 'Experience',
    aStartValueYour: 'A start value; your own log replaces it run by run.',
    startValueSharpenedBy:
      'Start value, sharpened by {pulls, number} pulls in this workshop’s log ({lost, number} lost), {alike, plural, =0 {none of them} other {{alike, number} of them}} with this medium and registration, {by, select, press {by press} other {by hand}}: now {first, number, ::.0} % in the first run{last, plural, =-1 {} other {, {last, number, ::.0} % in the last}}. What other ways lost tells a part; each run has its own luck.',
    madeWith: 'Made with',
    room: 'Room',
    anyRoomC: 'any room: 20 °C, 50 %',
    rack: 'Rack',
    noRackChosen: 'no rack chosen',
    rubbingTools: 'Rubbing tools',
    noneChosen: 'none chosen',
    brushes: 'Brushes',
    aSheetOfIs: 'A sheet of {sheet} is larger than a place of {place}.',
    placesForSheetsAll: '{places, number} places for {sheets, number} sheets: all dry at once.',
    placesForSheetsMust:
      '{places, number} places for {sheets, number} sheets: {waiting, number} must wait or lie elsewhere.',
    theWish: 'The wish',
    edition: 'Edition',
    proofsToKeep: 'Proofs to keep',
    testSheets: 'Test sheets',
    progressiveSets: 'Progressive sets',
    testSheetsGoFirst:
      'Test sheets go first in every run and are not counted. {sets, plural, =0 {A progressive set keeps one sheet after each run; they need not survive the later ones.} other {For the progressive sets # {sets, plural, one {sheet is} other {sheets are}} kept after each of {runs, plural, one {# run} other {# runs}}: only the last must survive them all.}}',
    toBeSureOf: 'to be sure of it',
    sheetsAddedTheyGo:
      '{counted, number} sheets added: they go through every run from the first, after those waiting there.',
    sheetsToAdd: 'Sheets to add',
    inWhichInks: 'Inks of the added sheets',
    inTheFirstInks: 'in the first inks',
    addThem: 'Add them',
    everyBlockStillStands: 'Every block still stands as it printed, so new sheets can go through all runs.',
    thatCountAndTest: ': {counted, number} that count and {tests, number} test sheets{verb}',
    sheetsAreStarted: '{counted, number} sheets are started{withTests}.',
    begunOnlyNowWith: 'Begun only now, with what the log has shown, it would be {total, number}.',
    fromSheets:
      '(cut apart from {sheets, plural, one {# finished sheet} other {# finished sheets}} of {images, number} images)',
    goodPrints:
      '{edition, number} good prints{proofs, plural, =0 {} one { and # proof} other { and # proofs}}{sets, plural, =0 {} one { and a progressive set} other { and # progressive sets}}',
    evenSheetsDoNot: 'Even {counted, number} sheets do not make {keep} that sure. Lower the wish, or the losses.',
    thatGoFirst: 'that go first',
    startSheetsThroughRun:
      'Start {total, number} sheets{tests}. Through {runs, plural, one {# run} other {# runs}} that gives {keep} with a chance of {chance, number} %.',
    lostARun: '{hand}: {lost} lost a run',
  },
  sheetCharts: {
    aliveAfterEachRun: 'Alive after each run',
    medianAndTheMiddle: 'median, and the middle 80 %',
    goodPrintsAtThe: 'Good prints at the end',
    howLikelyEachCount: 'how likely each count is; the line is the chance of at least so many',
    afterRun: '{run, plural, =0 {start} other {run #}}',
    wanted: 'wanted {wanted, number}',
  },
  rounds: {
    rounds: 'Rounds',
    roundsAndTheirPaper: 'Rounds and their paper',
    looksWarningsAndRecipes:
      'Looks, warnings and recipes are shown on the paper of the round that is chosen here, in every view.',
    predictionsOnThePaper: 'Predictions on the paper of',
    edition: 'Edition',
    notBegunYet: 'not begun yet',
    beginARoundOf: 'Another round of proofs',
    toTheBench: 'Lay them, and hold them beside each other, on the bench',
    sheetsAndPulls:
      '{sheets, plural, one {# sheet} other {# sheets}}, {pulls, plural, =0 {none pulled} one {# pull} other {# pulls}}',
  },
} as const;
