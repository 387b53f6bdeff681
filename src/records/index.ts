export { failure, success, type Failure, type LengthUnit, type Outcome } from '@/core/units';
export type { BenchAct, BenchEvent } from '@/core/sheets';
export { type Plan, type PicturePlan, type FlatPlan, type FlatColour, type Ink, type Stage, type Block, type Run, type Fractions, type ExportPaper, type BlobSha, EXPORT_PAPERS, emptyPlan, stagesOf, stageOfRun, inkOfRun } from './plan';
export { withRunOrder, withFlat, guessBarePaper } from './reductionPlan';
export { type Progress, type RunProgress, type RunPhase, progressOf, closedPartTouched } from './closed';
export { checkPlan, checkAct, checkName, SIZE_RANGE_MM, NAME_LIMIT } from './schemas';
export { type PlanLooks, looksOfPlan } from './looks';
export { type PrintState, type PrintSummary } from './print';
export { encodeLabelMap, decodeLabelMap, MAX_LABEL_PIXELS } from './labelFile';
