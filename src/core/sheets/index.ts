export { type Experience, type LossBelief, MEAN_LOSS, startBelief, learned, survivorsOfRun, aliveAfterRuns, chanceOfReaching, quantile, meanCount } from './survival';
export { type SheetWish, type SheetAnswer, EDITION_RANGE, PROOFS_RANGE, TEST_SHEETS_RANGE, WISH_RANGE, sheetsToStart, outlook } from './sheetsToStart';
export { type Forecast, type RunStanding, forecastEdition } from './forecast';
export { type BenchAct, type BenchEvent, type BenchState, type Fault, type Pull, type RunTally, type SheetName, type ColourGot, type ReadingSource, type Rehearsed, type Proof, type ProofMark, type ProofTaken, type Shimming, type Slip, type SlipAnswer, type SlipPlace, SLIP_ANSWERS, READING_SOURCES, FAULTS, replayLog, sheetNames, isTestSheet, tallyRun, sheetsGone, lossesSeen } from './benchLog';
export { type SheetRole, SHEET_ROLES, usualArtistProofs, proposeRoles, markSheets, roman } from './numbering';
