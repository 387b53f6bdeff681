export { type CutState, cutStatesOf, nestedStages } from './stages';
export {
  type PrintedRun,
  type PrintedInking,
  type StackEntry,
  type SheetLooks,
  type Agreement,
  filmStackOf,
  looksAfterRuns,
  agreementWithWish,
} from './looks';
export {
  type OrderTask,
  type OrderAnswer,
  type OrderFound,
  type SearchRun,
  type Direction,
  searchOrders,
  EXACT_RUNS,
} from './orderSearch';
export { type OverprintTask, type OverprintFound, searchOverprints } from './overprintSearch';
export { fewestGroups } from './sharing';
export {
  type PlanTask,
  type PlanSketch,
  type SketchInk,
  type SketchInking,
  type Process,
  sketchPlans,
} from './planSearch';
export { type PlanWarning, type InkingFacts, type ColourFacts, planWarnings } from './warnings';
export { type PrintPart, type PrintMapTask, type PrintMap, printMapOf, plainParts, isPlain } from './printMap';
