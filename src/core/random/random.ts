/** A seeded stream of numbers in [0, 1). The same seed always gives the same stream. */
export type RandomStream = () => number;

/** sfc32 (C. Doty-Humphrey, PractRand), seeded through splitmix32; period about 2^127. */
export function randomStream(seed: number): RandomStream {
  let state = seed >>> 0;
  const splitmix = () => {
    state = (state + 0x9e3779b9) | 0;
    let t = state ^ (state >>> 16);
    t = Math.imul(t, 0x21f0aaad);
    t ^= t >>> 15;
    t = Math.imul(t, 0x735a2d97);
    return (t ^ (t >>> 15)) >>> 0;
  };
  let a = splitmix(),
    b = splitmix(),
    c = splitmix(),
    counter = 1;
  return () => {
    const sum = (((a + b) | 0) + counter) | 0;
    counter = (counter + 1) | 0;
    a = b ^ (b >>> 9);
    b = (c + (c << 3)) | 0;
    c = (((c << 21) | (c >>> 11)) + sum) | 0;
    return (sum >>> 0) / 4294967296;
  };
}

/** Standard normal deviate (Box & Muller 1958). */
export function normalDeviate(random: RandomStream): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}
