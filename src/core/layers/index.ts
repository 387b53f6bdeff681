export { type CutState, cutStatesOf, nestedStages } from './stages';
export {
  type PrintedRun,
  type StackEntry,
  type Agreement,
  filmsOver,
  filmStackOf,
  looksAfterRuns,
  agreementWithWish,
} from './looks';
export {
  type Fade,
  type FadingFilm,
  type LookField,
  type PlaceMm,
  FADE_CURVES,
  filmAt,
  goneOver,
  goneOverAt,
  lookField,
} from './fades';
export { type OrderTask, type SearchRun, searchOrders, EXACT_RUNS } from './orderSearch';
export { searchOverprints } from './overprintSearch';
export { fewestGroups } from './sharing';
export { type PlanTask, type PlanSketch, sketchPlans } from './planSearch';
export { type PlanWarning, type InkingFacts, type ColourFacts, planWarnings } from './warnings';
export { type PrintPart, plainParts } from './partTable';
export { type MovedFilm } from './movedFilms';
export { type EdgeStrips } from './edgeStrips';
export { type PrintMapTask, type PrintMap, printMapOf, isPlain } from './printMap';
