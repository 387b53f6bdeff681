import { failure, success, type Outcome } from '@/core/units';

const NAME_LIMIT = 120;

/** A print's name: 1–120 characters, no control characters. */
export function checkName(value: unknown): Outcome<string> {
  if (typeof value !== 'string' || value.trim() === '') return failure('name-missing');
  const name = value.trim().normalize('NFC');
  if (name.length > NAME_LIMIT) return failure('name-long', { name: name.length, nameLimit: NAME_LIMIT });
  if (/[\u0000-\u001f\u007f-\u009f\u2028\u2029]/.test(name)) return failure('name-characters');
  return success(name);
}
