import { SETTING_SCALES, type Setting } from '@/model';
import type { inking } from './en/inking';
import made from './made/en/inking.json';
import { translator } from './translator';

export const inkingWords = translator<typeof inking>('inking', made);

type Choice = Parameters<typeof inkingWords>[0] extends infer Key
  ? Key extends `setting.choice.${infer Value}`
    ? Value
    : never
  : never;

/** A setting's value as it is read: what was typed in words stays as it was typed. */
export function settingInWords(what: Setting, value: string): string {
  const scale = SETTING_SCALES[what];
  if (value === '') return inkingWords('setting.notSaid');
  if (scale.is === 'choice')
    return scale.values.includes(value) ? inkingWords(`setting.choice.${value as Choice}`) : value;
  const steps = Number(value);
  if (scale.is === 'words' || !Number.isInteger(steps)) return value;
  if (scale.is === 'level')
    return steps < 0 ? inkingWords('setting.less', { steps: -steps }) : inkingWords('setting.level', { steps });
  return what === 'charges' ? inkingWords('setting.charges', { value: steps }) : String(steps);
}

/** The same in as few signs as can be, to be read from two metres. */
export function settingInShort(what: Setting, value: string): string {
  const { is } = SETTING_SCALES[what],
    steps = Number(value);
  if (!Number.isInteger(steps) || value === '' || (is !== 'level' && is !== 'count'))
    return settingInWords(what, value);
  if (is === 'count') return String(steps);
  return steps === 0 ? '±0' : value.replace('-', '−');
}
