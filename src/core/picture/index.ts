export {
  type FlattenSettings,
  type FlatPicture,
  FLATTEN_LIMITS,
  flattenPicture,
  checkFlattenSettings,
  onlyUsed,
} from './flatten';
export { mergeColours, splitColour } from './edit';
export { type FlatColourFigures, measureFlatColours, THIN_AREA_MM2 } from './measure';
export { colourCells } from './histogram';
export { findPalette } from './palette';
export { quantise } from './quantise';
export { majorityFilter, MAX_RADIUS_PX } from './majority';
export { mergeSmallIslands } from './mergeSmall';
export { editRegions, type RegionEdit, type EditDone } from './regionEdit';
