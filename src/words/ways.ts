import type { RegistrationWayId } from '@/core/registration';
import type { LengthUnit } from '@/core/units';
import type { ways } from './en/ways';
import { sentenceIn } from './lengths';
import made from './made/en/ways.json';
import { translator } from './translator';

const wayWords = translator<typeof ways>('ways', made);

/** What a way of registration is called. */
export function wayInWords(id: RegistrationWayId): string {
  return wayWords(`name.${id}`);
}

/** What a way is in short, what it asks for, what is made for it and how it is done; lengths in `unit`. */
export function wayAtLength(id: RegistrationWayId, unit: LengthUnit) {
  const listed = (key: (n: number) => string) =>
    Array.from({ length: LONGEST }, (_, i) => key(i + 1) as never)
      .filter((message) => wayWords.has(message))
      .map((message) => sentenceIn(wayWords(message), unit));
  return {
    inShort: sentenceIn(wayWords(`inShort.${id}`), unit),
    asksOfPaper: sentenceIn(wayWords(`asksOfPaper.${id}`), unit),
    asksOfBlock: sentenceIn(wayWords(`asksOfBlock.${id}`), unit),
    make: listed((n) => `make.${id}.${n}`),
    steps: listed((n) => `steps.${id}.${n}`),
  };
}

/** No list of a way is longer. */
const LONGEST = 12;
