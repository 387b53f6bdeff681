import type { LocaleObject } from 'yup';
import { phrase, type Phrase, type Told } from '@/core/units';

/** What a schema refuses where it has no phrase of its own: which value, what is allowed. */
const at = (path: string): Told => (path ? `“${path}”` : phrase('fields.whatWasSent'));
const shown = (value: unknown) => {
  const text = JSON.stringify(value) ?? String(value);
  return text.length > 60 ? `${Array.from(text).slice(0, 60).join('')}…` : text;
};
const KINDS = ['array', 'boolean', 'number', 'object', 'string'];
const kindOf = (type: string): Told => (KINDS.includes(type) ? phrase(`schema.kind.${type}`) : type);

/** Phrases in place of the schema package's own sentences. The package takes any value for a message, and says text only in its types. */
export const REFUSALS = {
  mixed: {
    default: ({ path, value }) => told('schema.cannotBe', { at: at(path), value: shown(value) }),
    required: ({ path }) => told('schema.missing', { at: at(path) }),
    defined: ({ path }) => told('schema.missing', { at: at(path) }),
    notNull: ({ path }) => told('schema.notEmpty', { at: at(path) }),
    oneOf: ({ path, value, values }) =>
      told('schema.oneOf', { at: at(path), value: shown(value), values: String(values) }),
    notType: ({ path, value, type }) =>
      told('schema.notKind', { at: at(path), value: shown(value), kind: kindOf(String(type)) }),
  },
  string: {
    length: ({ path, length }) => told('schema.justCharacters', { at: at(path), length: Number(length) }),
    min: ({ path, min }) => told('schema.leastCharacters', { at: at(path), min: Number(min) }),
    max: ({ path, max }) => told('schema.mostCharacters', { at: at(path), max: Number(max) }),
    matches: ({ path, value }) => told('schema.cannotBe', { at: at(path), value: shown(value) }),
  },
  number: {
    min: ({ path, min, value }) => told('schema.least', { at: at(path), value: shown(value), min: Number(min) }),
    max: ({ path, max, value }) => told('schema.most', { at: at(path), value: shown(value), max: Number(max) }),
    integer: ({ path, value }) => told('schema.notWhole', { at: at(path), value: shown(value) }),
  },
  array: {
    length: ({ path, length }) => told('schema.justEntries', { at: at(path), length: Number(length) }),
    min: ({ path, min }) => told('schema.leastEntries', { at: at(path), min: Number(min) }),
    max: ({ path, max }) => told('schema.mostEntries', { at: at(path), max: Number(max) }),
  },
} satisfies LocaleObject;

function told(code: string, values: Phrase['values']): Record<PropertyKey, unknown> {
  return phrase(code, values);
}
