export { type ColourReader, type Patch, simulatedReader, typedReader, fileReader } from './colourReader';
export { type ProofUnderLid, hiddenMotions, sampleMisfits, simulatedScanner, simulateScan } from './scanner';
export { photographed } from './camera';
export { simulatedScale } from './packScale';
export { type RoomAir, simulatedRoomSensor } from './roomSensor';
export { type ScaleShows, type SimulatedPotScale, simulatedPotScale } from './potScale';
