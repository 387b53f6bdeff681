export { type Caution, type CautionPlace, DEFER_TO, cautionsFor } from './cautions';
