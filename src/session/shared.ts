const plain = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' &&
  value !== null &&
  (Array.isArray(value) || Object.getPrototypeOf(Object.getPrototypeOf(value)) === null);

/**
 * `next` with every part that is alike in `old` taken from there, `old` itself where all is alike: what is worked out from an
 * object stays worked out when the same is heard again from the server. Plain records and lists only; neither is changed.
 */
export function shared<T>(old: unknown, next: T): T {
  if (Object.is(old, next) || !plain(old) || !plain(next) || Array.isArray(old) !== Array.isArray(next)) return next;
  const keys = Object.keys(next);
  let same = keys.length === Object.keys(old).length;
  const out: Record<string, unknown> = Array.isArray(next) ? ([] as never) : {};
  for (const key of keys) {
    out[key] = shared(old[key], next[key]);
    same &&= key in old && Object.is(out[key], old[key]);
  }
  return (same ? old : out) as T;
}
