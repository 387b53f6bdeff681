export { type Caution, type CautionPlace, cautionsFor, CAUTIONS } from './cautions';
