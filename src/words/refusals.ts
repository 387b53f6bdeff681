import type { Failure, LengthUnit } from '@/core/units';
import type { refusals } from './en/refusals';
import { failureWords } from './failures';
import { filmWords } from './films';
import { findingWords } from './findings';
import { hindranceWords } from './hindrances';
import { layoutWords } from './layout';
import made from './made/en/refusals.json';
import { storeWords } from './store';
import { telling } from './told';
import { translator } from './translator';

/** What the server worked out or refused, in words: it knows every code there is. */
export const toldByServer = telling(
  translator<typeof refusals>('refusals', made),
  failureWords,
  findingWords,
  hindranceWords,
  layoutWords,
  filmWords,
  storeWords,
);

/** A refusal as it leaves the server: its code and values, and the sentence they make. */
export function refusalOf(refused: Failure, unit: LengthUnit = 'mm') {
  const { code, values } = refused;
  return { code, values, message: toldByServer(refused, unit) };
}
