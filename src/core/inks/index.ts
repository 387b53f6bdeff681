export { type Film, filmOver, filmR0T, filmBand, mixFilms } from './film';
export { type Opacity, CONTRAST_RATIO, filmFromSolid } from './opacity';
export { type Ground, groundOf, filmOnGround, stackLooksLabD50, DRY_FLOOR_SHARE } from './inkOnPaper';
export { internalFromMeasured, measuredFromInternal } from './surface';
export { type InkNeed, inkForRun, INK_START_VALUES, ML_PER_TEASPOON } from './quantity';
