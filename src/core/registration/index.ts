export { type CornerStopInput, type CornerStopLayout, type ContactMm, type MarginRule, type RectMm, cornerStopLayout, LARGER_BOTTOM, MARGIN_RANGE_MM } from './cornerStops';
export { type MisfitMark, type Motion, type WeighedMark, type WeighedFit, NO_MOTION, fitMotion, fitWeighed, motionAt, motionAbout, residualAt } from './motion';
export {
  type BlockSetting, type Contact, type ContactShim, type ImagePlace, type SettingShims, type ShimPieces, type ShimPlan, type ShimStock,
  SHIM_RANGE_MM, SHIM_STOCK, fewestPieces, heightOfPieces, largestAtCorners, rigidFrom, shimPlan, toleranceOf,
} from './shims';
export { type FoundSheet, type PointPx, type ScanPicture, SCAN_LIMITS, findSheet } from './findSheet';
export {
  type ExpectedProof, type PatchReading, type ProofReading, type Range95, type RunAnswer, type RunReading, measureMisfit, readProof, scanPointOf,
} from './readProof';
export { type Boundaries, BEYOND, boundariesOf } from './boundaries';
export { type BoundaryKind, type FilmEdge, type FitAnswer, type FitTask, type SheetCase, type Spread, FIT_SHEETS, SLIVER_MM, leastOverlap, simulateFit } from './fit';
export { type Misprint, type MisprintView, paintMisprint } from './misprint';
