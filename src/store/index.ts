export { type Store, openStore } from './open';
export { migrate } from './migrate';
export { type StoredBlob, putBlob, getBlob, hasBlob, dropLooseBlobs } from './blobs';
export {
  type PrintRow,
  allPrints,
  printById,
  printNames,
  insertPrint,
  planAt,
  appendPlan,
  moveTo,
  raiseUndoFloor,
  touchPrint,
  renamePrint,
  markDeleted,
  purgeDeleted,
} from './prints';
export { cabinetInks, cabinetInk, cabinetWasFilled, insertInk, updateInk, markInkDeleted } from './cabinet';
export { benchLog, appendBenchEvent, hasBenchEvent, workshopLosses, timedCuts } from './benchLog';
export { insertPractice, practice } from './practice';
