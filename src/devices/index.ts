export { type ColourReader, type Patch, simulatedReader, typedReader, fileReader, readingOf } from './colourReader';
