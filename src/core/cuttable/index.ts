export { type LabelBits, labelBits, type LimitsPx, Standing } from './standing';
export { type LineFound, type LineSettings, LINE_SETTINGS } from './strokes';
export { type CuttableMeans, type LineTold, makeCuttable } from './cuttable';
export { type CutWork, type StageLabels, cutWorkOf } from './work';
export { Budget, type BudgetTask, type CurvePoint } from './budget';
export { cureAll } from './cure';
