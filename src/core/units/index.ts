export {
  type Outcome,
  type Failure,
  type Phrase,
  type PhraseValue,
  type PhraseValues,
  type Told,
  success,
  failure,
  failed,
  failureSaid,
  familyOf,
  phrase,
} from './outcome';
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
export { givenName } from './givenName';
export { parseCount, parseNumber } from './count';
export { OutOfRange, ranged } from './ranged';
