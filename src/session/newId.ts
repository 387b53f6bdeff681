/** An id that no other device gives: 32 hexadecimal digits by chance. Also where a page has no ids of its own, as over plain http from another machine. */
export function newId(): string {
  return Array.from(crypto.getRandomValues(new Uint8Array(16)), (byte) => byte.toString(16).padStart(2, '0')).join('');
}
