export { type Caution, type CautionPlace, CAUTIONS, DEFER_TO, cautionsFor } from './cautions';
