import { setLocale, ValidationError, type Schema } from 'yup';
import { failed, phrase, success, type Outcome, type Phrase } from '@/core/units';
import { REFUSALS } from './refusals';

setLocale(REFUSALS);

/**
 * A value of a schema as it came, nothing added, dropped or turned into another kind; or the first thing wrong with it. Messages of schemas
 * are phrases here, never sentences.
 */
export function checkWith<T>(schema: Schema, value: unknown): Outcome<T> {
  try {
    return success(schema.validateSync(value, { strict: true }) as T);
  } catch (error) {
    // names that every object has (“constructor”) are not fields: the schema package stumbles over them
    const first: unknown = error instanceof ValidationError ? error.errors[0] : undefined;
    return failed(isPhrase(first) ? first : phrase('fields.meansNothing'));
  }
}

const isPhrase = (value: unknown): value is Phrase => typeof value === 'object' && value !== null && 'code' in value;
