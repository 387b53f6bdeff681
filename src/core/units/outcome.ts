/**
 * What is told to a person, before it is a sentence: which one, and what it is filled with. Values may be told themselves. Lengths in
 * them are millimetres; the sentence is made where the language and the unit are known.
 */
export type Phrase = {
  readonly code: string;
  readonly values: PhraseValues;
};
export type PhraseValue = string | number | boolean | Phrase | readonly (string | Phrase)[];
export type PhraseValues = Readonly<Record<string, PhraseValue>>;
/** Words a person wrote, or what is still to be told. */
export type Told = string | Phrase;

/** `code`: which sentence; its values say which thing, what is allowed. */
export function phrase(code: string, values: PhraseValues = {}): Phrase {
  return { code, values };
}

/** An expected failure is a value with a code, not an exception: callers must look at `ok`. `said`: as another program told it already. */
export type Failure = Phrase & { readonly ok: false; readonly said?: string };
export type Outcome<T> = { readonly ok: true; readonly value: T } | Failure;

export function success<T>(value: T): Outcome<T> {
  return { ok: true, value };
}

/** One code a sentence: it says which value, what is allowed and what to do. */
export function failure(code: string, values: PhraseValues = {}): Failure {
  return { ok: false, code, values };
}

/** A failure whose sentence was made where it was found: by the server, or where no answer came. */
export function failureSaid(code: string, said: string): Failure {
  return { ok: false, code, values: {}, said };
}

/** What was found to stand in the way, as a failure. */
export function failed({ code, values }: Phrase): Failure {
  return { ok: false, code, values };
}

/** What a code has in common with its like: what stands before its dot. */
export function familyOf(code: string): string {
  return code.split('.', 1)[0];
}
