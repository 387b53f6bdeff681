import format, { type CompiledMessage } from 'icu-minify/format';
import type { createTranslator } from 'use-intl/core';
import { languageHere, localeHere, type Language } from './language';

/** Messages of a room: nested by what they belong to, ICU messages at the ends. */
export interface Messages {
  readonly [key: string]: string | Messages;
}
/** The same, read once when the program is built: what is sent to a page needs no reader of messages. */
export interface Compiled {
  readonly [key: string]: CompiledMessage | Compiled;
}

/** All rooms of a language. */
export type Catalogue = Readonly<Record<string, Compiled>>;

declare global {
  /** What was fetched of languages other than the one the program holds itself. */
  var ulexiteCatalogues: Partial<Record<Language, Catalogue>> | undefined;
}

/** Says messages by their keys; keys and values are checked against the catalogue by the compiler. */
export type Say<Room extends Messages> = ReturnType<typeof createTranslator<Room>>;

type Values = Parameters<typeof format>[2];

const kept = new Map<string, Intl.DateTimeFormat | Intl.NumberFormat | Intl.PluralRules>();
/** Made once for each way of writing: they cost a millisecond each. */
function once<T extends Intl.DateTimeFormat | Intl.NumberFormat | Intl.PluralRules>(
  Kind: new (locale?: string, options?: object) => T,
  args: readonly unknown[],
): T {
  const key = `${Kind.name} ${JSON.stringify(args)}`;
  const known = kept.get(key) as T | undefined;
  if (known) return known;
  const made = new Kind(...(args as [string, object]));
  kept.set(key, made);
  return made;
}
const formatters = {
  getDateTimeFormat: (...args: unknown[]) => once(Intl.DateTimeFormat as never, args) as Intl.DateTimeFormat,
  getNumberFormat: (...args: unknown[]) => once(Intl.NumberFormat as never, args) as Intl.NumberFormat,
  getPluralRules: (...args: unknown[]) => once(Intl.PluralRules as never, args) as Intl.PluralRules,
};

/**
 * What says the messages of one room in the language there, in page, worker, server and files alike. `made`: as `npm run words` wrote them
 * in the language that is written first; it is what is said where the catalogue of another was not fetched.
 * @throws when a key is not in the catalogue or a value is missing: both are faults of the program
 */
export function translator<Room extends Messages>(name: string, made: unknown): Say<Room> {
  const room = () => globalThis.ulexiteCatalogues?.[languageHere()]?.[name] ?? (made as Compiled);
  const said = (key: string, values?: Values) => {
    const message = at(room(), key);
    if (message === undefined) throw new RangeError(`no message is called “${key}”`);
    const missing = valuesOf(message).find((name) => values?.[name] === undefined);
    if (missing !== undefined) throw new RangeError(`the message “${key}” wants a value for “${missing}”`);
    return format(message, localeHere(), values, { formatters });
  };
  return Object.assign((key: string, values?: Values) => said(key, values) as string, {
    /** With parts of other kinds in it; as a list where there are any. */
    rich: said,
    markup: said,
    has: (key: string) => at(room(), key) !== undefined,
    raw: (key: string) => at(room(), key),
  }) as unknown as Say<Room>;
}

const wanted = new WeakMap<object, readonly string[]>();

/** Names of the values a message holds, those of its elements among them; read off once. */
export function valuesOf(message: CompiledMessage): readonly string[] {
  if (typeof message === 'string') return [];
  const known = wanted.get(message);
  if (known) return known;
  const names = [...new Set(message.flatMap(valuesOfNode))];
  wanted.set(message, names);
  return names;
}

/** A node is text, a value, a value with its forms by kind and count, or an element with what it holds. */
function valuesOfNode(node: unknown): string[] {
  if (!Array.isArray(node)) return [];
  const [name, kind, ...rest] = node as unknown[];
  if (typeof name !== 'string') return node.flatMap(valuesOfNode);
  if (typeof kind !== 'number') return [name, ...[kind, ...rest].flatMap(valuesOfNode)];
  const forms = typeof rest[0] === 'object' && rest[0] !== null ? Object.values(rest[0]) : [];
  return [name, ...forms.flatMap((form) => (Array.isArray(form) ? form.flatMap(valuesOfNode) : []))];
}

function at(room: Compiled, key: string): CompiledMessage | undefined {
  let here: CompiledMessage | Compiled | undefined = room;
  for (const part of key.split('.')) {
    if (typeof here !== 'object' || Array.isArray(here) || !Object.hasOwn(here, part)) return undefined;
    here = (here as Compiled)[part];
  }
  return typeof here === 'string' || Array.isArray(here) ? here : undefined;
}
