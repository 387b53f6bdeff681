import type { LengthUnit } from '@/core/units';
import { formatLength } from '@/words/lengths';
import type { Decided } from '@/derived';
import { materialWords } from '@/words/materials';
import { printWords } from '@/words/prints';
import { transferWords } from '@/words/transfers';
import { wayInWords } from '@/words/ways';
import { workingWords } from '@/words/working';

type Value = string | number;

/** What a way of working decides, as one says it. */
export function decidedInWords(what: Decided, value: Value, unit: LengthUnit): string {
  switch (what) {
    case 'registration':
      return wayInWords(value as never);
    case 'materialId':
      return materialWords(`name.${value as 'lino'}`);
    case 'transferId':
      return transferWords(`name.${value as 'tracing'}`);
    case 'mediumId':
      return printWords(`medium.${value as 'oil relief'}`);
    case 'trapMm':
      return formatLength(Number(value), unit);
    case 'maxFilms':
    case 'blockCount':
    case 'runCount':
      return String(value);
    default:
      return workingWords(`value.${value as 'free'}`);
  }
}

/** Why a way decides so; nothing where it is no decision of its own. */
export function reasonInWords(what: Decided, value: Value): string {
  const key = { trapMm: value === 0 ? 'noTrap' : 'trapMm', maxFilms: Number(value) > 6 ? 'thinFilms' : 'maxFilms' }[
    what as 'trapMm'
  ];
  const message = `why.${key ?? value}` as 'why.lino';
  return workingWords.has(message) ? workingWords(message) : '';
}
