import fc from 'fast-check';
import { deltaE2000, labD50FromSrgb8, type Lab } from '../colour';
import { filmOnGround, groundOf } from '../inks';
import { agreementWithWish, cannotCover, filmStackOf, looksAfterRuns, reductionStates, type PrintedRun } from './index';

const orders = fc.shuffledSubarray(['a', 'b', 'c', 'd', 'e', 'f'], { minLength: 1 });

test('stages of a reduction nest, and what is cut before a run is just what the run before printed last', () => {
  fc.assert(fc.property(orders, fc.boolean(), (order, hasPaper) => {
    const states = reductionStates(order, hasPaper ? 'paper' : undefined);
    expect(states.length).toBe(order.length);
    const all = hasPaper ? [...order, 'paper'] : order;
    states.forEach((state, run) => {
      expect([...state.standing, ...state.cutNow, ...state.clearedEarlier].sort()).toEqual([...all].sort());
      if (run === 0) return;
      expect(state.standing.every((colour) => states[run - 1].standing.includes(colour))).toBe(true);
      expect(state.cutNow).toEqual(states[run - 1].standing.filter((colour) => !state.standing.includes(colour)));
    });
  }));
});

const lab = (hex: number): Lab => labD50FromSrgb8([hex >> 16, (hex >> 8) & 255, hex & 255]);
const INKS: Record<string, Lab> = { straw: lab(0xead08c), rust: lab(0xb0532a), night: lab(0x20232f) };
const ground = groundOf([95, 0, 4], INKS.night);
const runsFor = (order: string[], opacity: 'opaque' | 'transparent' = 'opaque', impressions = 1): PrintedRun<string>[] =>
  reductionStates(order, 'paper').map((state, r) => ({ standing: state.standing, film: filmOnGround(ground, INKS[order[r]], opacity), impressions }));

test('light to dark with opaque inks reaches the wish; the bare paper never changes', () => {
  const order = ['straw', 'rust', 'night'];
  const looks = looksAfterRuns(ground, ['paper', ...order], runsFor(order));
  expect(looks.length).toBe(4);
  looks.forEach((after) => expect(after[0]).toEqual(ground.paperLabD50));
  expect(looks[1][3]).toEqual(looks[1][1]);
  const agreement = agreementWithWish(looks[3].slice(1), order.map((name) => INKS[name]), [1, 1, 2]);
  expect(agreement.worst).toBeLessThan(4);
  expect(agreement.mean).toBeLessThanOrEqual(agreement.worst);
});

test('dark to light with transparent inks is predicted to fail, and says so', () => {
  const order = ['night', 'rust', 'straw'];
  const looks = looksAfterRuns(ground, ['paper', ...order], runsFor(order, 'transparent'));
  expect(deltaE2000(looks[3][3], INKS.straw)).toBeGreaterThan(30);
  expect(cannotCover(INKS.straw, looks[2][3], looks[3][3])).toBe(true);
  expect(cannotCover(INKS.night, looks[0][3], looks[1][3])).toBe(false);
});

test('a run printed twice lies twice in the stack', () => {
  const runs = runsFor(['straw', 'night'], 'transparent', 2);
  expect(filmStackOf('night', runs)).toEqual([0, 0, 1, 1]);
  const once = looksAfterRuns(ground, ['straw'], runsFor(['straw', 'night'], 'transparent'));
  expect(looksAfterRuns(ground, ['straw'], runs)[1][0][0]).toBeLessThan(once[1][0][0]);
});
