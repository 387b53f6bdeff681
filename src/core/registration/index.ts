export { type RectMm, contactsOnPrint, cornerStopLayout } from './cornerStops';
export { type MisfitMark, type Motion, NO_MOTION, fitByEye, fitMotion, motionAt, inImage, motionAbout } from './motion';
export { kentoContacts, kentoMarks, kentoMovesMade, movedByKento } from './kento';
export {
  type BlockSetting,
  type Contact,
  type ContactShim,
  type ShimStock,
  SHIM_RANGE_MM,
  SHIM_STOCK,
  fewestPieces,
  heightOfPieces,
  largestAtCorners,
  rigidFrom,
  shimPlan,
} from './shims';
export { type FoundSheet, type ScanPicture, findSheet, PHOTOGRAPH_LIMITS, SCAN_LIMITS } from './findSheet';
export { type ExpectedProof, type PatchReading, type ProofReading, measureMisfit, readProof } from './readProof';
export { type Boundaries, BEYOND, boundariesOf } from './boundaries';
export {
  type FitAnswer,
  type FitTask,
  type SheetCase,
  type Spread,
  FIT_SHEETS,
  SLIVER_MM,
  leastOverlap,
  simulateFit,
} from './fit';
export { type BoundaryKind, type FilmEdge, type WrongStrips, isWrong, askedOnce } from './edgeStrips';
export { type MisprintView, paintMisprint } from './misprint';
export {
  type Hand,
  type Movement,
  type RegistrationWayId,
  type SheetEdge,
  HANDS,
  REGISTRATION_WAYS,
  SHEET_EDGES,
  learnedSpread,
  movementMotions,
  registrationWay,
  spreadOf,
} from './ways';
export {
  type EdgesMm,
  type MarginRule,
  type SheetInput,
  type SheetLayout,
  type Solved,
  ALLOWANCE_RANGE_MM,
  GAP_RANGE_MM,
  MARGIN_RANGE_MM,
  MARGIN_RULES,
  MAX_COPIES,
  PAPER_RANGE_MM,
  SOLVED,
  TITLE_RANGE_MM,
  sheetLayout,
} from './sheetLayout';
export { type HeightStack, HEIGHT_RANGE_MM, TYPE_HEIGHT_MM, heightsOf } from './heights';
export {
  type Jig,
  type JigDrawing,
  type JigInput,
  type JigLayer,
  type JigMark,
  finishedRect,
  onBench,
} from './jigParts';
export { jigFor } from './jigs';
export { dpiOfFile } from './scanDpi';
export { type Light, SHEET_LEVEL, homographyOf, straighten } from './straighten';
export { type CornerMark, CORNER_MARK_MM, cornerMarks } from './cornerMarks';
export {
  type StraightDrawing,
  DARKNESS_PERCENT,
  USUAL_DARKNESS_PERCENT,
  againstPaper,
  inEvenLight,
  drawnLines,
  readTracing,
} from './readTracing';
