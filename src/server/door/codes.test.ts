import { CODE_LIVES_MS, Codes, hashOf, newToken } from './codes';

let now = 0;
const codes = () => new Codes(() => now);
const one = { role: 'bench', devices: 1, places: false } as const;
beforeEach(() => {
  now = 1000;
});

test('a code lets one device in, once; small letters, spaces and hyphens do no harm', () => {
  const door = codes();
  const code = door.begin(one);
  expect(code).toMatch(/^[A-HJ-NP-Z2-9]{4}-[A-HJ-NP-Z2-9]{4}$/);
  expect(door.take(` ${code.toLowerCase().replace('-', ' ')} `, 'a')).toEqual({
    is: 'let-in',
    role: 'bench',
    place: null,
  });
  expect(door.take(code, 'a')).toEqual({ is: 'wrong-code' });
});

test('a code is over after five minutes, not a moment before', () => {
  const door = codes();
  const [first, second] = [door.begin(one), door.begin(one)];
  now += CODE_LIVES_MS - 1;
  expect(door.take(first, 'a').is).toBe('let-in');
  now += 1;
  expect(door.take(second, 'a').is).toBe('wrong-code');
});

test('a code for a class lets so many in, each with the next place', () => {
  const door = codes();
  const code = door.begin({ role: 'look', devices: 3, places: true });
  const came = [1, 2, 3, 4].map((n) => door.take(code, `device ${n}`));
  expect(Array.from({ length: 20 }, () => door.take(door.begin(one), 'one address').is)).not.toContain('too-often');
  expect(came.map((tried) => (tried.is === 'let-in' ? tried.place : tried.is))).toEqual([1, 2, 3, 'wrong-code']);
});

test('guessing is cut short, for one address and for all together, and goes on after a minute', () => {
  const door = codes();
  const code = door.begin(one);
  const guesses = Array.from({ length: 8 }, () => door.take('AAAA-AAAA', 'guesser').is);
  expect(guesses).toEqual([...Array<string>(6).fill('wrong-code'), 'too-often', 'too-often']);
  expect(door.take(code, 'guesser').is).toBe('too-often');
  for (let n = 0; n < 54; n++) door.take('AAAA-AAAA', `other ${n}`);
  expect(door.take(code, 'honest').is).toBe('too-often');
  now += 60_000;
  expect(door.take(code, 'honest').is).toBe('let-in');
});

test('no more codes are open than may be: the oldest gives way', () => {
  const door = codes();
  const all = Array.from({ length: 41 }, () => door.begin(one));
  expect(new Set(all).size).toBe(41);
  expect(door.take(all[0], 'a').is).toBe('wrong-code');
  expect(door.take(all[1], 'a').is).toBe('let-in');
});

test('tokens are long, differ, and are kept as hashes only', () => {
  const tokens = Array.from({ length: 200 }, newToken);
  expect(new Set(tokens).size).toBe(200);
  expect(tokens.every((token) => /^[\w-]{43}$/.test(token))).toBe(true);
  expect(hashOf('abc')).toBe('ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad');
});
