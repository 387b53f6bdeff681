/** An expected failure is a value with a code, not an exception: callers must look at `ok`. */
export type Failure = { readonly ok: false; readonly code: string; readonly message: string };
export type Outcome<T> = { readonly ok: true; readonly value: T } | Failure;

export function success<T>(value: T): Outcome<T> {
  return { ok: true, value };
}

/** `message` says which value, what is allowed and what to do. */
export function failure(code: string, message: string): Failure {
  return { ok: false, code, message };
}
