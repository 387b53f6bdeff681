import type { PartingCut } from '@/core/sheets';
import { formatLength, type LengthUnit } from '@/core/units';
import { paperWords } from './paper';

/** A cut of a parent sheet, as one makes it. */
export function cutInWords({ fromMm, toMm }: PartingCut, by: 'cut' | 'torn', unit: LengthUnit): string {
  const upright = fromMm[0] === toMm[0];
  const length = Math.abs(upright ? toMm[1] - fromMm[1] : toMm[0] - fromMm[0]);
  return paperWords(upright ? 'cut.upright' : 'cut.level', {
    ...{ by, at: formatLength(upright ? fromMm[0] : fromMm[1], unit), length: formatLength(length, unit) },
  });
}
