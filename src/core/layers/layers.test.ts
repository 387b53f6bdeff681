import fc from 'fast-check';
import { deltaE2000, labD50FromSrgb8, type Lab } from '../colour';
import { filmOnGround, groundOf } from '../inks';
import { agreementWithWish, cutStatesOf, filmStackOf, looksAfterRuns, nestedStages, type PrintedRun } from './index';

const orders = fc.shuffledSubarray(['a', 'b', 'c', 'd', 'e', 'f'], { minLength: 1 });

test('stages of a reduction nest, and what is cut before a run is just what the run before printed last', () => {
  fc.assert(
    fc.property(orders, fc.boolean(), (order, hasPaper) => {
      const all = hasPaper ? [...order, 'paper'] : order;
      const states = cutStatesOf(nestedStages(order.map((colour) => [colour])), all);
      expect(states.length).toBe(order.length);
      states.forEach((state, run) => {
        expect([...state.standing, ...state.cutNow, ...state.clearedEarlier].sort()).toEqual([...all].sort());
        if (run === 0) return;
        expect(state.standing.every((colour) => states[run - 1].standing.includes(colour))).toBe(true);
        expect(state.cutNow).toEqual(states[run - 1].standing.filter((colour) => !state.standing.includes(colour)));
      });
    }),
  );
});

const lab = (hex: number): Lab => labD50FromSrgb8([hex >> 16, (hex >> 8) & 255, hex & 255]);
const INKS: Record<string, Lab> = { straw: lab(0xead08c), rust: lab(0xb0532a), night: lab(0x20232f) };
const ground = groundOf([95, 0, 4], INKS.night);
const runsFor = (
  order: string[],
  opacity: 'opaque' | 'transparent' = 'opaque',
  impressions = 1,
): PrintedRun<string>[] =>
  nestedStages(order.map((name) => [name])).map((standing, r) => ({
    inkings: [{ standing, film: filmOnGround(ground, INKS[order[r]], opacity), weight: 1 }],
    impressions,
  }));

test('light to dark with opaque inks reaches the wish; the bare paper never changes', () => {
  const order = ['straw', 'rust', 'night'];
  const { looks, reached } = looksAfterRuns(ground, ['paper', ...order], runsFor(order));
  expect(looks.length).toBe(4);
  expect(reached.map((r) => r.length)).toEqual([1, 2, 3, 4]);
  looks.forEach((after) => expect(after[0]).toEqual(ground.paperLabD50));
  expect(looks[1][3]).toEqual(looks[1][1]);
  const agreement = agreementWithWish(
    looks[3].slice(1),
    order.map((name) => INKS[name]),
    [1, 1, 2],
  );
  expect(agreement.worst).toBeLessThan(4);
  expect(agreement.mean).toBeLessThanOrEqual(agreement.worst);
});

test('dark to light with transparent inks is predicted to fail', () => {
  const order = ['night', 'rust', 'straw'];
  const { looks } = looksAfterRuns(ground, ['paper', ...order], runsFor(order, 'transparent'));
  expect(deltaE2000(looks[3][3], INKS.straw)).toBeGreaterThan(30);
});

test('a run printed twice lies twice in the stack', () => {
  const runs = runsFor(['straw', 'night'], 'transparent', 2);
  expect(filmStackOf('night', runs)).toEqual([0, 0, 1, 1].map((run) => ({ run, inking: 0 })));
  const once = looksAfterRuns(ground, ['straw'], runsFor(['straw', 'night'], 'transparent'));
  expect(looksAfterRuns(ground, ['straw'], runs).looks[1][0][0]).toBeLessThan(once.looks[1][0][0]);
});

test('two inks of one run lie each on its own colours', () => {
  const film = (name: string) => filmOnGround(ground, INKS[name], 'opaque');
  const runs: PrintedRun<string>[] = [
    {
      impressions: 1,
      inkings: [
        { standing: ['a'], film: film('straw'), weight: 1 },
        { standing: ['b'], film: film('rust'), weight: 1 },
      ],
    },
  ];
  const { looks, stacks } = looksAfterRuns(ground, ['a', 'b', 'c'], runs);
  expect(stacks).toEqual([[{ run: 0, inking: 0 }], [{ run: 0, inking: 1 }], []]);
  expect(deltaE2000(looks[1][0], INKS.straw)).toBeLessThan(1);
  expect(deltaE2000(looks[1][1], INKS.rust)).toBeLessThan(1);
  expect(looks[1][2]).toEqual(ground.paperLabD50);
});
