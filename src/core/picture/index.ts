export { type FlattenSettings, FIRST_TONES, FLATTEN_LIMITS, TONE_GROUPS } from './settings';
export {
  type FlatPicture,
  type FlatSteps,
  checkFlattenSettings,
  flattenPicture,
  flattenSteps,
  litRaster,
  onlyUsed,
} from './flatten';
export { type Gradation, gradationOf } from './gradations';
export { drawnKey, filledKey, keyPieces, thicknessOf, withoutKey } from './keyDrawing';
export { mergeColours, splitColour } from './edit';
export { type FlatColourFigures, measureFlatColours, THIN_AREA_MM2 } from './measure';
export { colourCells } from './histogram';
export { findPalette } from './palette';
export { quantise } from './quantise';
export { majorityFilter, MAX_RADIUS_PX } from './majority';
export { mergeSmallIslands } from './mergeSmall';
export { editRegions, type RegionEdit, type EditDone } from './regionEdit';
export { type LabelCosts, Likeness, COST_PER_DELTA_E, costsOfLabels } from './likeness';
