import type { LengthUnit, PhraseValue, Told } from '@/core/units';
import { formatLength } from './lengths';
import { listOf } from './phrases';
import { unitChosen } from './unit';

/** As the translator of a room: which codes it knows, and their sentences. */
interface Room {
  (code: never, values?: never): string;
  has(code: never): boolean;
}

/** Tells what was found or refused, with lengths in `unit`, or in the one chosen on this device. */
export type Tell = (told: Told, unit?: LengthUnit) => string;

/**
 * Makes sentences of codes and values out of these rooms, the first that knows a code. Values may be told themselves, lists are read out,
 * numbers named `…Mm` are lengths. @throws when no room knows a code: a fault of the program
 */
export function telling(...rooms: readonly Room[]): Tell {
  const tell: Tell = (told, unit = unitChosen()) => {
    if (typeof told === 'string') return told;
    if ('said' in told && typeof told.said === 'string') return told.said;
    const room = rooms.find((one) => one.has(told.code as never));
    if (!room) throw new RangeError(`no sentence is kept for “${told.code}”`);
    const values = Object.entries(told.values).map(([name, value]) => [name, valueOf(name, value, unit)]);
    return room(told.code as never, Object.fromEntries(values) as never);
  };
  const valueOf = (name: string, value: PhraseValue, unit: LengthUnit): string | number => {
    if (typeof value === 'number') return name.endsWith('Mm') ? formatLength(value, unit) : value;
    if (typeof value === 'boolean') return String(value);
    if (Array.isArray(value)) return listOf((value as readonly Told[]).map((one) => tell(one, unit)));
    return tell(value as Told, unit);
  };
  return tell;
}
