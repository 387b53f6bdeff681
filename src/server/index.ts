export { inUnit, unitAsked } from './unitAsked';
export { wordsScript } from './speaking';
export { webManifest } from './webManifest';
export { database } from './database';
export { fileProblem } from './problems';
export { doorShown, letDeviceIn, listenToNetwork, putDeviceOut } from './devices';
export { keepingShown, troublesOfFile, copyNow, nameOutside, copyBeside, copyStream, archiveTakenIn } from './copies';
export { archiveOut } from './keeping/workshopArchive';
export { mayEdit, mayLog } from './door/roles';
export { PLACE_HEADER, ROLE_HEADER } from './door/door';
export {
  shelfPage,
  printName,
  printState,
  storedBytes,
  beginPrint,
  createPrint,
  copyPrint,
  savePlan,
  editPrint,
  undo,
  redo,
  rename,
  deletePrint,
  restorePrint,
} from './prints';
export { beginSample } from './sampleWork';
export { keepLabels, storeLabels } from './labels';
export { bringInPhotograph, bringInPicture, placeAgain, sourcePng } from './pictures';
export { logActs, drawCutPictures } from './bench';
export { changesSince } from './changes';
export { seenBy } from './seenBy';
export { changesStream } from './stream';
export { answerSlip } from './slips';
export { layeredFile, linesFile } from './layered';
export { transferFile } from './transferFiles';
export { fadeFile } from './fadeFiles';
export { weighPack } from './packScale';
export { daysOfWorkshop } from './days';
export { importDaysOff, MAX_CALENDAR_BYTES } from './daysOff';
export { shoppingOfWorkshop } from './shopping';
export { inksKept, inksKeptFile } from './inksKept';
export { whereaboutsOfWorkshop } from './whereabouts';
export { printsFile, whereaboutsFile } from './recordTables';
export { potsOfWorkshop } from './pots';
export { printAgain } from './printAgain';
export { bookletJson } from './booklet';
export { roomRead } from './room';
export { actOnScale, scaleShows } from './potScale';
export { typeFile } from './typeFiles';
export { typeOutlines } from './typeOutlines';
export { sawFile } from './sawFiles';
export { maskFile } from './maskFiles';
export { practiceScores, keepPracticeScore } from './practice';
export { registrationPdf, runSvg, ledgerFile, numberingFile, bundleFile, openBundle, lookPng } from './exports';
export { type FileOut } from './fileOut';
export { drawnFor, type Asker } from './drawing';
export { lookPicture } from './lookPictures';
export { MAX_UPLOAD_BYTES } from './imageIn';
export {
  cabinet,
  addInk,
  saveInk,
  removeInk,
  putInkBack,
  importInks,
  readingsOfFile,
  cabinetFile,
  MAX_CABINET_FILE_BYTES,
} from './cabinet';
export { workshop, addItem, saveItem, removeItem, putItemBack } from './workshop';
export { readPatch } from './reading';
export { lidLabelPdf } from './lidLabel';
export { storedBlob } from './storedBlob';
export { BUNDLE_LIMITS } from '@/formats';
export { jigFile } from './jigFiles';
export { type ScanOut, readableScan, sampleMisfitsOf, sampleProofs, simulatedScan } from './proofScan';
