export { type ColourReader, type Patch, simulatedReader, typedReader, fileReader } from './colourReader';
