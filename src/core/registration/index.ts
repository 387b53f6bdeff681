export { type CornerStopLayout, type ContactMm, type RectMm, contactsOnPrint, cornerStopLayout } from './cornerStops';
export {
  type MisfitMark,
  type Motion,
  type WeighedMark,
  type WeighedFit,
  NO_MOTION,
  fitByEye,
  fitMotion,
  fitWeighed,
  motionAt,
  motionAbout,
  residualAt,
} from './motion';
export {
  type BlockSetting,
  type Contact,
  type ContactShim,
  type ImagePlace,
  type SettingShims,
  type ShimPieces,
  type ShimPlan,
  type ShimStock,
  SHIM_RANGE_MM,
  SHIM_STOCK,
  fewestPieces,
  heightOfPieces,
  largestAtCorners,
  rigidFrom,
  shimPlan,
  toleranceOf,
} from './shims';
export { type FoundSheet, type PointPx, type ScanPicture, SCAN_LIMITS, findSheet } from './findSheet';
export {
  type ExpectedProof,
  type PatchReading,
  type ProofReading,
  type Range95,
  type RunAnswer,
  type RunReading,
  measureMisfit,
  readProof,
  scanPointOf,
} from './readProof';
export { type Boundaries, BEYOND, boundariesOf } from './boundaries';
export {
  type BoundaryKind,
  type FilmEdge,
  type FitAnswer,
  type FitTask,
  type SheetCase,
  type Spread,
  FIT_SHEETS,
  SLIVER_MM,
  leastOverlap,
  isWrong,
  askedOnce,
  type WrongStrips,
  simulateFit,
} from './fit';
export { type Misprint, type MisprintView, paintMisprint } from './misprint';
export {
  type Hand,
  type MeasuredLaying,
  type Movement,
  type RegistrationWay,
  type RegistrationWayId,
  type SheetEdge,
  GROWTH,
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
  type LayoutProblem,
  type MarginRule,
  type SheetInput,
  type SheetLayout,
  type Solved,
  ALLOWANCE_RANGE_MM,
  GAP_RANGE_MM,
  LARGER_BOTTOM,
  MARGIN_RANGE_MM,
  MARGIN_RULES,
  MAX_COPIES,
  PAPER_RANGE_MM,
  SOLVED,
  TITLE_RANGE_MM,
  sheetLayout,
} from './sheetLayout';
export { type HeightAnswer, type HeightStack, HEIGHT_RANGE_MM, TYPE_HEIGHT_MM, heightsOf } from './heights';
export {
  type CutListItem,
  type Jig,
  type JigDrawing,
  type JigInput,
  type JigLayer,
  type JigMark,
  finishedRect,
  jigFor,
  onBench,
} from './jigs';
export { dpiOfFile } from './scanDpi';
export { type ImageFrame, type StraightImage, homographyOf, straighten } from './straighten';
