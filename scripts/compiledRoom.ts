import compile from 'icu-minify/compile';
import type { Compiled, Messages } from '../src/words/translator';

/** The messages of a room as programs take them. @throws when one is no ICU message */
export function compiledRoom(room: Messages): Compiled {
  return Object.fromEntries(
    Object.entries(room).map(([key, message]) => [
      key,
      typeof message === 'string' ? compile(message) : compiledRoom(message),
    ]),
  );
}
