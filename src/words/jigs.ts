import type { LengthUnit, Told } from '@/core/units';
import type { jigs } from './en/jigs';
import { sentenceIn } from './lengths';
import made from './made/en/jigs.json';
import { telling } from './told';
import { translator } from './translator';

const tell = telling(translator<typeof jigs>('jigs', made));

/** What a jig is made of and what stands on its drawing; lengths, those of the trade in millimetres too, in `unit`. */
export function jigInWords(told: Told, unit: LengthUnit = 'mm'): string {
  return sentenceIn(tell(told, unit), unit);
}
