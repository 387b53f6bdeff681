import type { LengthUnit } from '@/core/units';

/** Says to the server in which unit this device wants lengths told. */
export const UNIT_HEADER = 'x-length-unit';

let chosen: LengthUnit = 'mm';

/** The unit chosen on this device; on the server, where many are served, it stays millimetres and is given. */
export const unitChosen = (): LengthUnit => chosen;

/** From now on lengths are told in this unit. */
export function tellLengthsIn(unit: LengthUnit): void {
  chosen = unit;
}
