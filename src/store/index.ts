export { type Store, openStore, openToRead, closeStore, lockForServer } from './open';
export { type StoreProblemCode, StoreProblem, problemOf } from './problem';
export { migrate } from './migrate';
export { type StoredBlob, putBlob, getBlob, hasBlob, dropLooseBlobs } from './blobs';
export {
  type PrintRow,
  livingPrints,
  printsWithPots,
  countLivingPrints,
  deletedPrints,
  cardOf,
  keepCard,
  planLabel,
  rawPlan,
  printById,
  allPrintIds,
  printNames,
  insertPrint,
  planAt,
  appendPlan,
  moveTo,
  replacePlan,
  type PlanChange,
  keepPlanChange,
  hasEdit,
  planChangesSince,
  dryingAt,
  raiseUndoFloor,
  touchPrint,
  renamePrint,
  markDeleted,
  purgeDeleted,
} from './prints';
export { cabinetInks, cabinetInk, isInkId, cabinetWasFilled, insertInk, updateInk, markInkDeleted } from './cabinet';
export {
  benchLog,
  logCount,
  appendBenchEvent,
  hasBenchEvent,
  logSince,
  rawLog,
  keepRunWays,
  lossesElsewhere,
  timedCuts,
  brushedRuns,
  driedFilms,
} from './benchLog';
export {
  everyItem,
  isItemId,
  workshopItems,
  workshopItem,
  workshopStamp,
  insertItem,
  updateItem,
  markItemDeleted,
} from './workshop';
export { madePicture, keepMadePicture } from './madePictures';
export {
  type KnownDevice,
  openMachine,
  knownDevices,
  wasPutOut,
  insertDevice,
  markDeviceSeen,
  markDevicePutOut,
  machineSetting,
  setMachine,
} from './machine';
export { KEPT, thinned } from './thinning';
export {
  type Copy,
  type CopyCounts,
  type DiskRoom,
  copiesFolder,
  copiesIn,
  fileStamp,
  wantsUpgrade,
  roomBeside,
  copyTo,
  makeCopy,
  thinCopies,
  copyOutside,
  putBeside,
  putInPlace,
} from './copies';
export { insertPractice, practice } from './practice';
