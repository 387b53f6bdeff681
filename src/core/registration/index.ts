export { type CornerStopInput, type CornerStopLayout, type ContactMm, type MarginRule, type RectMm, cornerStopLayout, LARGER_BOTTOM, MARGIN_RANGE_MM } from './cornerStops';
export { type MisfitMark, type Motion, type WeighedMark, type WeighedFit, NO_MOTION, fitMotion, fitWeighed, motionAt, motionAbout, residualAt } from './motion';
export {
  type BlockSetting, type Contact, type ContactShim, type ImagePlace, type SettingShims, type ShimPieces, type ShimPlan, type ShimStock,
  SHIM_RANGE_MM, SHIM_STOCK, fewestPieces, heightOfPieces, largestAtCorners, rigidFrom, shimPlan, toleranceOf,
} from './shims';
