export {
  type Experience,
  type RunLosses,
  type RunWay,
  MEAN_LOSS,
  RUN_PLACES,
  startBelief,
  learnedBelief,
} from './lossLearned';
export {
  type LossBelief,
  meanLoss,
  survivorsOfRun,
  aliveAfterRuns,
  chanceOfReaching,
  quantile,
  meanCount,
} from './survival';
export {
  type SheetAnswer,
  EDITION_RANGE,
  PROOFS_RANGE,
  SETS_RANGE,
  TEST_SHEETS_RANGE,
  WISH_RANGE,
  sheetsToStart,
  keptForSets,
  finishedWanted,
  type Outlook,
  outlook,
} from './sheetsToStart';
export { forecastEdition } from './forecast';
export { type Share, chancesTogether, exactChance, shareRange } from './compareCounts';
export { type Parted, type PartingCut, type PieceEdge, PIECE_EDGES, partParent, stripsFrom } from './parents';
export { trendOf } from './trend';
export {
  type Fault,
  type SheetName,
  FAULTS,
  isTestSheet,
  printName,
  printNames,
  sheetNames,
  sheetOfPrint,
} from './names';
export {
  type SheetRole,
  SHEET_ROLES,
  usualArtistProofs,
  proposeRoles,
  markSheets,
  progressiveMark,
  roman,
  type EditionKind,
  type NumberingAdvice,
  numberingAdvice,
  standsOnMany,
} from './numbering';
export { type MeasuredPrint, type Outlier, outliersOf } from './outliers';
export { type CauseId, type Clue, type Remedy, type Sign, CAUSES, CLUES, FAULTS_OF_SIGN, SIGNS } from './faultTable';
export {
  type Clues,
  type FaultCase,
  type Likely,
  type Tried,
  causeById,
  likelyCauses,
  questionFor,
} from './faultFinder';
