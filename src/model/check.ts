import { setLocale, ValidationError, type Schema } from 'yup';
import { failure, success, type Outcome } from '@/core/units';
import { SENTENCES } from './refusals';

setLocale(SENTENCES);

/** A value of a schema as it came, nothing added, dropped or turned into another kind; or the first thing wrong with it in words. */
export function checkWith<T>(schema: Schema, value: unknown, code: string): Outcome<T> {
  try {
    return success(schema.validateSync(value, { strict: true }) as T);
  } catch (error) {
    // names that every object has (“constructor”) are not fields: the schema package stumbles over them
    return failure(
      code,
      error instanceof ValidationError ? error.message : 'What was sent has a field that means nothing here.',
    );
  }
}
