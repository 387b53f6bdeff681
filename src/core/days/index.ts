export { dryingHours } from './drying';
export { type DayAhead, type DayTask, dayAhead, latestBegins, minutesOfDay, sheetsInTheDay } from './oneDay';
export { pullMinutes, printingHours } from './printing';
