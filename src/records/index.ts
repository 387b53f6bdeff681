export { failure, success, type Failure, type LengthUnit, type Outcome } from '@/core/units';
export type { BenchAct, BenchEvent, Slip, SlipAnswer } from '@/core/sheets';
export { type Plan, type PicturePlan, type FlatPlan, type FlatColour, type Ink, type InkRecipe, type Inking, type Stage, type Block, type BlockSide, type Run, type PlanRules, type Fractions, type ExportPaper, type BlobSha, EXPORT_PAPERS, emptyPlan, DEFAULT_LAYOUT, DEFAULT_REGISTER, DEFAULT_RULES, type LayoutPlan, type RegisterPlan, stagesOf, stageOfRun, inkOf, inkOfRun, inkNamesOf, printedIds, sideOfStage, blockOfRun, cutStateOfRun, type Place, type Mask, type MaskKind, type PairTrap, type FitPlan, MASK_KINDS } from './plan';
export {
  type PrintSheet, type PrintTask, type MarkEffect, type Trap, plainSheet, printTaskOf, openSlips, trapsOf, standsAt, inkedAt, labelStateOfRun, partIds, regionOf, cutLineNotes, maskNotes, keyOfFinding,
} from './printSheet';
export { withRunOrder, withGroups, withFlat, guessBarePaper, groupsOf, lightToDark, planFromSketch } from './runPlan';
export { upgradedPlan } from './upgrade';
export { type Progress, type RunProgress, type RunPhase, progressOf, closedPartTouched } from './closed';
export { checkPlan, checkAct, checkName, checkPractice, type PracticeScore, TRAP_MM, CHOKE_MM, MASK_GROWTH_MM, SPARES_RANGE, SIZE_RANGE_MM, SLIVER_RANGE_MM, DAMP_CHANGE, WOOD_CHANGE, NAME_LIMIT, FILM_WEIGHT_RANGE, MAX_FILMS_RANGE, ROLLER_CLEARANCE_MM } from './schemas';
export { type PlanLooks, type ColoursGot, looksOfPlan, groundOfPlan, filmOfInk, printedRuns, internalBelow, aloneLabD50, wantedOf, DARKEST_ASSUMED } from './looks';
export { type PrintState, type PrintSummary } from './print';
export { encodeLabelMap, decodeLabelMap, MAX_LABEL_PIXELS } from './labelFile';
export {
  type CabinetInk, type StoredInk, type Drawdown, type Reading, type NamedReading, type ReadingRequest, type InkKind, type KnownFilm, INK_KINDS, PIGMENT_ROLES, STRENGTH_RANGE, STOCK_RANGE,
  checkCabinetInk, filmOfCabinetInk, groundOfInk, pigmentsOf, recipeFilm, freeInkName,
} from './cabinet';
export { type PlanFigures, type Proposal, type Proposals, type ProposalRequest, type WayRow, type Aim, figuresOf, findProposals, planTaskOf, differenceInWords } from './proposals';
export { type InkAnswer, type InkQuestion, answerInk, withRecipe, recipeTaskFor, resolveFrom, type Resolved } from './recipes';
export { coloursAfterSlip, lostColours, slippedStages, withSpotRun, withSecondTone } from './slips';
export { SAMPLE_PRINTS, samplePlan, sampleMap, type SamplePrint } from './samplePrints';
export {
  benchX, blockOnSheet, boundaryKindsOf, contactsOf, expectedLooks, filmsOnParts, fixedMotions, growthAdvice, jigInputOf, lookOfFilms, measuredMisfits, movementOf, newestProofs, outOfRegister, ownSpread, presentMisfits, sheetLayoutOf, shimsIn,
  wordsForMotion,
} from './register';
