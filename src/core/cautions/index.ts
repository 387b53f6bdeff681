export { type CautionPlace, DEFER_TO, cautionsFor } from './cautions';
