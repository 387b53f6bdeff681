const KEPT = 'ulexite-asked';
const MOST = 600;

let asked: string[] | undefined;

/** Short for what may be long: two questions of one mark would be one in some thousand millions. */
function markOf(key: string): string {
  let [a, b] = [0x811c9dc5, 0x1234567];
  for (let i = 0; i < key.length; i++) {
    a = Math.imul(a ^ key.charCodeAt(i), 0x01000193);
    b = Math.imul(b + key.charCodeAt(i), 0x85ebca6b) ^ (b >>> 13);
  }
  return `${(a >>> 0).toString(36)}${(b >>> 0).toString(36)}`;
}

function read(): string[] {
  if (asked) return asked;
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEPT) ?? '[]');
    asked = Array.isArray(kept) ? kept.filter((one): one is string => typeof one === 'string') : [];
  } catch {
    asked = []; // a browser that keeps nothing: none comes twice as long as the page lasts
  }
  return asked;
}

/** Whether a question was asked on this device before, among the last some hundred. */
export const askedAlready = (key: string): boolean => read().includes(markOf(key));

export function keepAsked(key: string): void {
  asked = [...read(), markOf(key)].slice(-MOST);
  try {
    localStorage.setItem(KEPT, JSON.stringify(asked));
  } catch {
    // as above
  }
}
