export { dryingHours } from './drying';
export { printingHours } from './printing';
