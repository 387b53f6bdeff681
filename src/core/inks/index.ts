export { type Film, filmOver, filmBand, mixFilms, extendedFilm } from './film';
export { type Opacity, type OpacityKnown, CONTRAST_RATIO, filmFromSolid } from './opacity';
export {
  type UnderFilm,
  type Ground,
  type LaidFilm,
  type Laying,
  takenUp,
  groundOf,
  internalOnGround,
  filmOnGround,
  pickedUpShare,
  stackInternals,
  stackLooksLabD50,
  labFromInternal,
  overprintLabD50,
} from './inkOnPaper';
export { internalFromMeasured, measuredFromInternal } from './surface';
export { filmFromGrounds } from './crossStrip';
export { type DrawdownFilm, filmFromDrawdown, drawdownError, wordsForQuality, UNUSABLE } from './drawdown';
export {
  type Pigment,
  type PigmentRole,
  type RecipePart,
  type RecipeTask,
  type RecipeArea,
  type RecipeAnswer,
  type RecipeLimit,
  solveRecipe,
  filmOfRecipe,
  labOfRecipe,
} from './recipe';
export { filmReaching, filmWeightReaching, contrastRatio, gradationLooksLabD50 } from './adjust';
export { type ReadyFilm, readyFilm, layReady, labOfInternal } from './readyFilm';
export { type Medium, type MediumId, MEDIUM_IDS, MEDIUMS, mediumById, layingOf } from './mediums';
export { MAX_SOFTENER_PERCENT, ladderPercent } from './tack';
export { STARTER_CABINET } from './starterCabinet';
export { type InkNeed, type Heap, type Roller, inkForRun, INK_START_VALUES, ML_PER_TEASPOON } from './quantity';
export { type Charging, chargingOf } from './charging';
export { type BrushMix, type BrushedRun, BRUSH_PARTS, eachBrushPart, learnedBrushMix } from './brushed';
export { type PotPart, type Nearest, pouringOf, nearestPours } from './pot';
