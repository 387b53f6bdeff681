/** Rehearse. */
export const rehearse = {
  level: { 'with tracing': 'with tracing', 'with hints': 'with hints', bare: 'bare' },
  slip: { 'too early': 'too early', 'too late': 'too late', never: 'never' },
  rehearsal: {
    theBlockBeforeRun: 'The block before run {run, number}, mirrored. Click a part to cut it',
    theBlockMirrored: 'the block, mirrored',
    thePictureWanted: 'The picture wanted',
    theSheetSoFar: 'The sheet so far',
    thePictureWanted2: 'the picture wanted',
    theFinishedSheet: 'the finished sheet',
    barePaper: 'bare paper',
    theSheetAfterRun: 'the sheet after run {run, number}',
    heldAgainstThePlan: 'Held against the plan',
    beforeRunOf: 'Before run {run, number} of {runs, number}',
    theSheetSoFar2: 'the sheet so far',
    leave: 'Leave',
    whatGoesNow: 'What goes now?',
    runPrintsFromAll:
      'Run {run, number} prints {inkNames} from all that stands. Click the parts to cut before it; click again to leave one standing.',
    partsNow: '{now, plural, one {# part} other {# parts}}',
    toCut: '{area} to cut',
    nothingChosenYet: 'nothing chosen yet',
    whatIsCutAway: 'What is cut away is off for good: it takes no film from run {run, number} on.',
    partsToChooseFrom: '{parts, number} parts to choose from; smaller ones go with the largest of their colour.',
    aHint: 'A hint',
    printRun: 'Print run {run, number}',
    printTheLastRun: 'Print the last run',
  },
  rehearse: {
    sample: {
      buoy: 'three colours, few parts: for the first time',
      pear: 'four colours with a light inside a dark: what goes first?',
      lamps: 'five colours at night, lights kept to the end',
    },
    last: 'last: {score, number} of 100, {level}',
    theTracingLiesOn: 'the tracing lies on the block, in its colours',
    outlinesOnlyAskFor: 'outlines only; ask for a hint when you are stuck',
    aBareBlockAnd: 'a bare block, and the picture in your head',
    rehearseTheCuts: 'Rehearse the cuts',
    theBlockAsIt:
      'The block as it will lie on the bench, mirrored. Before each run choose what to cut, part by part; print, and see the sheet grow. What is cut stays cut. At the end it is held against the plan. Slips made here are free.',
    thisPrintRuns: 'this print: {runs, number} runs',
    rehearseThisPrint: 'Rehearse this print',
    practiseOn: 'Practise on {sample}',
    practise: 'Practise',
    howMuchHelp: 'How much help',
    notYetRehearsed: 'not yet rehearsed',
    opening: 'laying the block down …',
  },
  verdict: {
    of: '{score, number} of 100',
    allPartsWereCut: 'All {parts, number} parts were cut at their time.',
    ofPartsAtThe: '{slips, number} of {parts, number} parts at the wrong time, {area} of the print.',
    toRemember: 'To remember',
    onceMore: 'Once more',
    enoughForToday: 'Enough for today',
    whatItWouldHave: 'What it would have cost',
    at: '{area} at {across}, {down}',
    e: 'ΔE {deltaE2000, number, ::precision-integer}',
  },
  useRehearsal: {
    thisPartIsOff: 'This part is off the block already; it cannot be put back.',
    toTheNextOr: 'to the next or former part',
    cutTheChosenPart: 'cut the chosen part, or leave it',
    printTheRun: 'print the run',
    theWishedPictureOr: 'the wished picture, or the print so far',
    aHintWhereHints: 'a hint, where hints are given',
    byThePlanPart:
      'By the plan {due, plural, one {# part} other {# parts}}, {area} in all, go before run {run, number}. {missing, number} of them still stand{extra, plural, =0 {} other {; # you have chosen should stay}}.',
  },
  stageOf: {
    thereIsNoPlan: 'There is no plan to rehearse yet.',
    aRehearsalIsFor:
      'A rehearsal is for a reduction, where a cut cannot be taken back. This print is worked otherwise.',
    aRehearsalTakesUp: 'A rehearsal takes up to {mostRuns, number} runs.',
    cutAwayOnlyWhat:
      'Cut away only what has just been printed for the last time. Everything darker stays, however inviting it looks.',
    beforeEachRunAsk:
      'Before each run ask: which colour of the picture is finished? All of it goes now, down to the small parts.',
    beforeTheFirstRun: 'Before the first run the bare paper goes, and nothing else.',
    everyPartWentAt: 'Every part went at its time. Do it once more on a harder level, or go to the block.',
    cutTooEarly:
      '{colourName} was cut before run {cut, number}; by the plan it stands longer. {count, plural, one {Run {runs} is} other {Runs {runs} are}} missing there, and the block cannot give it back.',
    cutTooLate:
      '{colourName} was cut before run {cut, number}, too late: {count, plural, one {run {runs}} other {runs {runs}}} printed over it.',
    neverCut: '{colourName} was never cut: {count, plural, one {run {runs}} other {runs {runs}}} printed over it.',
  },
} as const;
