export { ALIKE_PERCENT, dryWeightG, moisturePercent, mouldAfterDays, readyAfterHours, waterToAddG } from './damp';
export { dryingHours } from './drying';
export { type DayAhead, type DayTask, dayAhead, latestBegins, minutesOfDay, sheetsInTheDay } from './oneDay';
export { pullMinutes, printingHours } from './printing';
