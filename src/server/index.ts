export { database, RESTORABLE_DAYS } from './database';
export { listPrints, printState, createPrint, copyPrint, savePlan, undo, redo, rename, deletePrint, restorePrint } from './prints';
export { bringInPicture, placeAgain, sourcePng, storeLabels, keepLabels } from './pictures';
export { logActs } from './bench';
export { registrationPdf, runSvg, ledgerFile, numberingFile, bundleFile, openBundle, lookPng, type FileOut } from './exports';
export { MAX_UPLOAD_BYTES } from './imageIn';
export { storedBlob } from './storedBlob';
export { BUNDLE_LIMITS } from '@/formats';
