export { dryingHours } from './drying';
