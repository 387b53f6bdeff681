export { ALIKE_PERCENT, dryWeightG, moisturePercent, mouldAfterDays, readyAfterHours, waterToAddG } from './damp';
export { dryingHours } from './drying';
export { type DryLook, type DryingFactor, type DryingReading, DRY_LOOKS, learnedDrying } from './dryingLearned';
export { type DayAhead, type DayTask, dayAhead, latestBegins, minutesOfDay, sheetsInTheDay } from './oneDay';
export { type Stretch, RackPlaces } from './hours';
export {
  type PlacedStep,
  type Schedule,
  type Shop,
  type Trouble,
  latestSchedule,
  simulateEnds,
  sittingsOf,
  solveSchedule,
} from './schedule';
export { CLEAN_UP_MIN, SET_UP_MIN, pullMinutes, printingHours } from './printing';
