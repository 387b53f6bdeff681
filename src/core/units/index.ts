export { type Outcome, type Failure, success, failure } from './outcome';
export {
  type LengthUnit,
  type LengthRange,
  MM_PER_INCH,
  parseLengthMm,
  parseLengthsMm,
  formatLength,
  formatBare,
  formatSize,
  trimNumber,
} from './length';
export { parseCount, parseNumber } from './count';
