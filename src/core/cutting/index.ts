export {
  type BlockMaterial,
  type InkRoller,
  BLOCK_MATERIALS,
  DEFAULT_ROLLER,
  DEFAULT_TOOLS_MM,
  DEPTH_MM,
  MAX_TOOLS,
  ROLLER_DIAMETER_MM,
  TOOL_RANGE_MM,
  materialById,
  ridgeLimitMm,
} from './materials';
export { type CutSettings, type Finding, type FindingKind, SPECK_MM2 } from './finding';
export { type StageMeasure, StageMeter, WIDEST_MEASURED_MM } from './stageMeasure';
export { type StageVerdict, findingsOf } from './stageCheck';
export { directionDeg } from './thinParts';
export { clearingByTool } from './clearing';
export { bridgedWidthMm, openGround, atRisk, supportsFor } from './rollerReach';
export { type CutIsland, cutIslandsOf } from './cutIslands';
export { clockPlace, inCuttingOrder, NAMED_PIECES, toolsForPiece } from './pieces';
export { type TimedCut, cutEdgeM, cuttingHours, learnedPace } from './cuttingTime';
export { type TransferWay, TRANSFER_WAYS, transferById, transferred, keyImpressions } from './transfer';
export { inlayFor } from './slip';
export {
  type RehearsalLevel,
  type RehearsalPart,
  type RehearsalResult,
  type RehearsalSlip,
  REHEARSAL_LEVELS,
  MAX_REHEARSED,
  judgeRehearsal,
} from './rehearsal';
export { maskCover, mapOfMask } from './mask';
export { thinPlaces, type GrainOf } from './thinParts';
export {
  type SawnBlock,
  type SawnPiece,
  LEAST_HOLD_MM,
  MOST_PIECES,
  SAW_WIDTH_MM,
  START_SAW_MM,
  pieceLetter,
  sawingMinutes,
  sawnBlock,
} from './jigsaw';
export { type RubMap, RUB, rubMapOf, STAY_OFF_MM } from './rubMap';
