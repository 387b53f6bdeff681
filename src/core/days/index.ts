export { dryingHours, DRYING_HOURS } from './drying';
