import type { LocaleObject } from 'yup';

/** What a schema says where it has no sentence of its own: which value, what is allowed. */
const at = (path: string) => (path ? `“${path}”` : 'What was sent');
const shown = (value: unknown) => {
  const text = JSON.stringify(value) ?? String(value);
  return text.length > 60 ? `${Array.from(text).slice(0, 60).join('')}…` : text;
};
const KINDS: Readonly<Record<string, string>> = {
  array: 'a list',
  boolean: 'yes or no',
  number: 'a number',
  object: 'a record with named fields',
  string: 'a text',
};

/** Sentences in place of the schema package's own. */
export const SENTENCES: LocaleObject = {
  mixed: {
    default: ({ path, value }) => `${at(path)} cannot be ${shown(value)}.`,
    required: ({ path }) => `${at(path)} is missing.`,
    defined: ({ path }) => `${at(path)} is missing.`,
    notNull: ({ path }) => `${at(path)} may not be empty.`,
    oneOf: ({ path, value, values }) => `${at(path)} cannot be ${shown(value)}; it may be ${values}.`,
    notType: ({ path, value, type }) => `${at(path)} is ${shown(value)}, but should be ${KINDS[type] ?? `a ${type}`}.`,
  },
  string: {
    length: ({ path, length }) => `${at(path)} must have just ${length} characters.`,
    min: ({ path, min }) => `${at(path)} must have at least ${min} characters.`,
    max: ({ path, max }) => `${at(path)} may be up to ${max} characters long.`,
    matches: ({ path, value }) => `${at(path)} cannot be ${shown(value)}.`,
  },
  number: {
    min: ({ path, min, value }) => `${at(path)} is ${value}; it may be ${min} at least.`,
    max: ({ path, max, value }) => `${at(path)} is ${value}; it may be ${max} at most.`,
    integer: ({ path, value }) => `${at(path)} is ${value}, which is not a whole number.`,
  },
  array: {
    length: ({ path, length }) => `${at(path)} must have just ${length} entries.`,
    min: ({ path, min }) => `${at(path)} must have at least ${min} entries.`,
    max: ({ path, max }) => `${at(path)} may have up to ${max} entries.`,
  },
};
