export { type DieLine, type DieShape, DIE_LEAST_MM2, DIE_OFFSET_MM, DIE_ROUND_MM, dieLine } from './dieLine';
export { type Trimmed, type TrimLine, TRIM_MARGIN_MM, TRIMMED_TO, trimLines } from './trimLines';
export {
  type DrawnLine,
  type FoldedPiece,
  type LineAct,
  type Tray,
  boxOfLines,
  cardLines,
  FOLD_PLACE_MM,
  isAcrossGrain,
  LINE_ACTS,
  PANELS_RANGE,
  SCORED_FROM_G_PER_M2,
  TRAY_SIDE_MM,
  trayLines,
} from './folds';
