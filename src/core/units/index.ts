export { type Outcome, type Failure, success, failure } from './outcome';
export {
  type LengthUnit,
  type LengthRange,
  MM_PER_INCH,
  parseLengthMm,
  parseLengthsMm,
  formatLength,
  formatBare,
  sentenceIn,
  formatSize,
  trimNumber,
} from './length';
export { parseCount, parseNumber } from './count';
export { OutOfRange, ranged } from './ranged';
