export { type CuttableSettings, FIRST_CUTTABLE } from './settings';
export { labelBits, Standing } from './standing';
export { LINE_SETTINGS } from './strokes';
export { type LineTold } from './layStrokes';
export {
  type Band,
  type CuttableMeans,
  bandOfMap,
  bandsOf,
  cureBand,
  finish,
  keptWith,
  linesOfBand,
  makeCuttable,
  mergeIslands,
  mendWhole,
  overlapOf,
  ownRows,
  roughlyCuttable,
  shapeBand,
} from './cuttable';
export { type CutFor, stagesFor } from './cutFor';
export { type CutFigures, figuresOf, meansFor, standingFor } from './wish';
export { cutWorkOf } from './work';
export { Budget, type CurvePoint } from './budget';
export { mendPlaces, takeBackClosed } from './mendPlaces';
