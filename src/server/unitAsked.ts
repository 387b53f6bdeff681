import { AsyncLocalStorage } from 'node:async_hooks';
import type { LengthUnit } from '@/core/units';

const asked = new AsyncLocalStorage<LengthUnit>();

/** Answers a request in whose unit lengths are told, whatever it waits for on its way. */
export function inUnit<T>(unit: LengthUnit, answer: () => T): T {
  return asked.run(unit, answer);
}

/** The unit the request that is being answered wants lengths told in. */
export const unitAsked = (): LengthUnit => asked.getStore() ?? 'mm';
