export {
  cutsOf,
  printsFromOneSide,
  inkingsOf,
  cutsOfRun,
  runsOfCut,
  processOf,
  usesOneSide,
  inkOf,
  secondInkOf,
  inksOfRun,
  inkNamesOf,
  printedIds,
  sideOfCut,
  blockOfCut,
  cutBlocksOf,
  blocksOfRun,
  blockNamesOf,
  cutStateOfRun,
} from './lookups';
export type { BenchState, Pull, Slip, Proof, ColourGot, Rehearsed, Round } from './bench/benchState';
export { replayLog } from './bench/replayLog';
export { type Pot } from './bench/pots';
export { type PrintNamed, printKey, printNamed } from './bench/editionActs';
export { inColourway, planOfPot, sheetsInInks, sheetsOfColourways } from './colourways';
export { type Impression, countsByKind, impressionsOf, impressionsOfRound, shownFor } from './impressions';
export { finishingProblems, foldedIntoPanels, foldedIntoTray, foldedPiece, shapeParts, trimmedOf } from './finishing';
export {
  type NumberingLine,
  adviceFor,
  bestFirst,
  bySheet,
  editionKindOf,
  marksChanged,
  marksFor,
  numberingLines,
} from './numbering';
export { canBeGiven, moveOf, standingsOf } from './standings';
export { editionRecordOf } from './editionRecord';
export { apartFrom } from './lookingOver';
export { type Today, type TodayItem, SIDES, sittingNow, todayOf } from './today';
export { type TimerNow, timersOf, usualMinutes } from './timers';
export {
  type Addition,
  ADDITIONS,
  type NamedPart,
  type PotLeft,
  type PotsOfPrint,
  additionsFor,
  additionsInPot,
  filledG,
  inkInPot,
  type PotStart,
  LEAST_WEIGHED_G,
  openPot,
  potStarts,
  potTask,
  potsLeft,
  questionOfPot,
  sharesWith,
  tackLadder,
  weighableFromG,
} from './pots';
export { type SeenDrift, type PullPhotograph, driftBySeen, lastGoodPhotograph, photographsOfRun } from './photographs';
export { bookletOf, runCardOf } from './runCard';
export { sheetsGone } from './bench/tally';
export {
  type PrintSheet,
  type Trap,
  plainSheet,
  printTaskOf,
  openSlips,
  trapsOf,
  inkedAt,
  standsAt,
  labelStateOfRun,
  partIds,
  cutLineNotes,
  maskNotes,
  keyOfFinding,
} from './printSheet';
export { anchorPx, regionOf } from './places';
export { inkedApart, sawBegun, seamRuleOf } from './sawn';
export {
  type TypeBlock,
  type TypeOnSheet,
  boxOfType,
  isType,
  laidAt,
  placeOfType,
  pointsInMm,
  typeBlocksOf,
  typeInBed,
  typeMoved,
  typeOnSheet,
} from './typeLines';
export { rolledTogether } from './rolledTogether';
export { blendNames, blendsOf, blendsOnBlocks } from './blends';
export { isSearchedWay, type WayCompared } from './waysCompared';
export { figuresOf, type PlanFigures } from './planFigures';
export { type Decided, changesOfWay, decidedBy, drawsKey, withWay } from './waysOfWorking';
export { groupsOf, withGroups } from './runGroups';
export { withRunOrder, withFlat, guessBarePaper, runsInOrder } from './runPlan';
export { planFromSketch } from './sketchedPlan';
export { applyEdit } from './applyEdit';
export { firstGateOf, frozenAsOf, usedOf, withUsesOfNow } from './uses';
export { KeptAnswers } from './kept';
export { onPaperOf } from './onPaper';
export {
  type Hindrance,
  type Mark,
  type MarkKind,
  type Meetings,
  type Price,
  alsoPrints,
  hindrancesOf,
  hoursOfCuts,
  marksOf,
  movesOfRuns,
  priceOf,
} from './composition';
export { type RestAnswer, type RestRequest, composeRest } from './composeRest';
export { type DryingLearned, dryingHoursOf, dryingLearnedFrom } from './dryingOf';
export {
  type PartedPaper,
  costsOf,
  cutTold,
  paperFitOf,
  paperUsed,
  partedOf,
  sheetsNeeded,
  sheetsParted,
} from './paperStep';
export { needsOfPrint, shoppingList } from './shopping';
export { dayStepsOf, onRackNow } from './daySteps';
export { type DaysAnswer, daysAsked, type DaysQuestion, readySteps, solveDays } from './daysSolved';
export { type FilmBelow, filmBelowOf, lookedAt, taughtByCause } from './filmBelow';
export { type Progress, progressOf, refusedAddition } from './progress';
export { type LaidPlan, shapesKept } from './shapesKept';
export { type ShapesKept, closedAt, closedBy } from './closed';
export { closedWords, ownInkPrinted, cutsAhead, shapesOpen } from './stillOpen';
export {
  type PlanLooks,
  type ShownLooks,
  type ColoursGot,
  looksOfPlan,
  sampleAt,
  tonesOf,
  shownOf,
  groundOfPlan,
  filmOfInk,
  printedRuns,
  weightTakenUp,
  aloneLabD50,
  wantedOf,
  DARKEST_ASSUMED,
} from './looks';
export {
  type LaidRun,
  type SheetLooks,
  type Taking,
  type Trial,
  canBeLaid,
  extendedInk,
  layingFor,
  looksOfTrial,
  nextRunOf,
  offPrediction,
  patchOfTrial,
  plannedLaying,
  takingOf,
  trialBefore,
  trialsOf,
  variedOf,
  wantedRuns,
} from './trials';
export { couldBeKept, keepWanted, markedProgressive, stillToKeep } from './progressiveSet';
export { looksInLight, partingsIn, shiftsIn } from './inLight';
export { beliefOf, restsOn, runWaysOf, imagesOf, sheetAnswerOf, sheetsOfPrint, sheetsWanted } from './belief';
export { CARD_FORM, cardOfPrint } from './card';
export { type DayNow, dayNowOf, dayTaskOf, openMinutesOf } from './oneDay';
export { keyRunOf, withKeyAt } from './keyDrawing';
export { type BoardNow, boardsNow } from './boards';
export {
  type ImpressionCard,
  type PackState,
  impressionCards,
  isBrushed,
  isDamp,
  packNowOf,
  sheetDryG,
  USUAL_MOISTURE_PERCENT,
} from './damp';
export { faultsOf } from './faultsOf';
export { freeName } from './freeName';
export { cautionsOf } from './cautionsOf';
export {
  type InkFromPalette,
  type InksOfPrint,
  type KeptInk,
  inksFromPalette,
  isFromPalette,
  keptInks,
  nearestInks,
  paletteOf,
  printsInPalette,
} from './inksKept';
export { inkNeedOf, inkNeedOfRun, potNeedOf, secondInkNeedOf } from './inkNeed';
export {
  type CabinetPigment,
  type StripOfPrint,
  filmOfCabinetInk,
  groundOfInk,
  mixable,
  pigmentsOf,
  stripsHeld,
  stripsOfPrint,
} from './cabinetFilms';
export {
  type Proposal,
  type Proposals,
  type ProposalRequest,
  findProposals,
  planTaskOf,
  differenceOf,
} from './proposals';
export {
  type InkAnswer,
  type InkQuestion,
  endsToMix,
  inkIdAsked,
  answerInk,
  withRecipe,
  mixedBy,
  recipeTaskFor,
  resolveFrom,
  type Resolved,
} from './recipes';
export { coloursAfterSlip, lostColours, slippedCuts, withSpotRun, withSecondTone } from './slips';
export { becomeWhenCut, nextCutOf, stillStanding } from './drawnCut';
export { expectedLooks, fillOfCode, filmsOnParts, lookOfFilms } from './laidFilms';
export { type FadeProposal, fadeAlong, fadeCandidates, fadeProposals, finishedBy, firstFade } from './fadeProposals';
export { fillsAfter, filmFills } from './fills';
export { fadeNotes, fadesIn, filmOnColour, lengthOfLine, middlesOf, placeOnLine, TONES_AT } from './fades';
export { boundaryKindsOf } from './boundaryKinds';
export {
  SAMPLE_PRINTS,
  SAMPLE_SIZE_MM,
  type DrawnPicture,
  type SamplePrint,
  samplePlan,
  sampleMap,
  keyedSample,
} from './samplePrints';
export {
  benchX,
  blockOnSheet,
  contactsOf,
  fixedMotions,
  jigInputOf,
  marksInBlocks,
  measuredGrowth,
  sideOfRun,
  measuredMisfits,
  newestProofs,
  outOfRegister,
  ownSpread,
  presentMisfits,
  sheetLayoutOf,
  shimsIn,
} from './register';
export { patchBetween, withPatch } from './planPatch';
export { cutForOf } from './cutFor';
export { type ChargeCard, chargeCards } from './chargeCard';
export { type SettingInForce, checkSetting, settingFor, settingsBeside, stepped } from './settingsInForce';
export { type Drift, type FaultBySetting, driftByFaults, faultsBySetting } from './faultsBySetting';
export { warmUpsOf } from './warmUps';
export { rollerOf } from './uses';
export { faultCaseOf, remedySetting } from './faultFinding';
export { workingHours, endOfDayMin } from './workingHours';
export { rackNowOf } from './rackNow';
export {
  classNow,
  roundOfClass,
  tallyOfClass,
  nextSheetAt,
  paceOfClass,
  inkForClass,
  type PlaceTally,
  type SheetAtPlace,
} from './classAtBlock';
export { type ClassAtBlock } from './bench/classes';
export {
  type PictureId,
  type PracticeLevel,
  type Question,
  type QuestionOf,
  PRACTICE_LEVELS,
  answersOf,
  chancesOf,
  dryingOfQuestion,
  keyOfQuestion,
  nextKind,
  questionOf,
  motifOfSketch,
  pictureOf,
  rightOnes,
  standingOf,
} from './practice';
