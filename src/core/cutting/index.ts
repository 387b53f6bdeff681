export { type BlockMaterial, BLOCK_MATERIALS, DEFAULT_TOOL_MM, TOOL_RANGE_MM, materialById } from './materials';
export { type StageCheck, type ThinPlace, checkStage, MAX_PLACES } from './checkStage';
export { type CutIsland, cutIslandsOf } from './cutIslands';
export { outlineLengthM, cuttingHours } from './cuttingTime';
