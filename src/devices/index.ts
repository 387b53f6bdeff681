export { type ColourReader, type Patch, simulatedReader, typedReader, fileReader } from './colourReader';
export {
  type ProofUnderLid,
  type Scanner,
  type ScanSettings,
  hiddenMotions,
  sampleMisfits,
  simulatedScanner,
  simulateScan,
} from './scanner';
