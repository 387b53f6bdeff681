import { type Setting } from '@/model';
import type { Fault } from '@/core/sheets';
import { EDITION_ROUND, SETTINGS, type BenchAct, type Plan } from '@/model';
import { randomStream } from '@/core/random/random';
import { onOwnBlocks, planOfBands } from '@/testing/plans';
import { MINUTE, pullsOf, settingOf, sitting } from '@/testing/sittings';
import { inWords } from '@/words/failures';
import {
  type ChargeCard,
  chargeCards,
  checkSetting,
  driftByFaults,
  faultsBySetting,
  inkNeedOfRun,
  plainSheet,
  replayLog,
  settingsBeside,
  stepped,
  warmUpsOf,
} from './index';

const plan = onOwnBlocks(planOfBands()),
  [run, second] = plan.runs,
  sheet = plainSheet(plan);
const pull = (name: number, ...faults: Fault[]): BenchAct => pullsOf(run.id, name, name, ...faults)[0];
const set = (what: Setting, value: string, fromSheet: string | number, runId = run.id): BenchAct =>
  settingOf(runId, what, value, fromSheet);
const warm = (even: boolean, runId = run.id): BenchAct => ({ kind: 'warmed-up', runId, even });

function after(...acts: readonly (BenchAct | number)[]) {
  const { events, nowMs } = sitting(...acts);
  return { bench: replayLog(events), nowMs };
}
const beside = (next: string, ...acts: BenchAct[]) =>
  settingsBeside(plan, sheet, run, after(...acts).bench, EDITION_ROUND, next);
const valueOf = (what: Setting, next: string, ...acts: BenchAct[]) =>
  beside(next, ...acts).find((one) => one.what === what)?.value;
const brushedPlan: Plan = { ...plan, inks: plan.inks.map((ink) => ({ ...ink, mediumId: 'pigment and paste' })) };
const wooden: Plan = { ...plan, blocks: plan.blocks.map((block) => ({ ...block, materialId: 'cherry' })) };

describe('settings in force', () => {
  test('six stand beside the pull before anything is changed, charges as their card has them', () => {
    const first = beside('1');
    expect(first.map(({ what }) => what)).toEqual([
      ...['ink', 'charges', 'rubbing tool', 'passes', 'pressure or packing', 'slip sheet'],
    ]);
    expect(first.every(({ from }) => from === undefined)).toBe(true);
    const [card] = chargeCards(plan, sheet, run, 1);
    expect(first.find(({ what }) => what === 'charges')!.value).toBe(String(Math.max(1, card.laterCharges)));
    const brushed = settingsBeside(brushedPlan, sheet, run, after().bench, EDITION_ROUND, '1');
    expect(brushed.map(({ what }) => what)).toEqual([
      ...['water', 'paste', 'rubbing tool', 'passes', 'dampness', 'mask'],
    ]);
  });

  test('a change holds from its sheet on, the one said last where two say it', () => {
    const acts = [set('charges', '3', 5), set('charges', '4', 9)];
    expect(['4', '5', '8', '9', '40'].map((next) => valueOf('charges', next, ...acts))).toEqual([
      '1',
      '3',
      '3',
      '4',
      '4',
    ]);
    expect(valueOf('charges', '9', ...acts, set('charges', '2', 7))).toBe('2');
    expect(valueOf('charges', '6', ...acts, set('charges', '2', 7))).toBe('3');
    expect(valueOf('charges', 'T1', ...acts)).toBe('1');
    expect(valueOf('charges', '9', set('charges', '3', 5, second.id))).toBe('1');
  });

  test('what was changed last stands beside the pull, in an order that stays; taken back it is as before', () => {
    const changed = beside('3', set('mask', 'on', 2), set('drier', '+1', 3));
    expect(changed.map(({ what }) => what)).toEqual([...['ink', 'drier', 'charges', 'rubbing tool', 'passes', 'mask']]);
    const { bench } = after(set('passes', '2', 2), { kind: 'setting-undone', settingId: 'event-1' });
    expect(bench.settings).toEqual([]);
    expect(replayLog([]).settings).toEqual([]);
  });

  test('more and less: counts within their bounds, levels by signed steps, choices round and round, words not', () => {
    expect(stepped('charges', '3', 1)).toBe('4');
    expect(stepped('charges', '1', -1)).toBeUndefined();
    expect(stepped('charges', '30', 1)).toBeUndefined();
    expect([stepped('ink', '0', 1), stepped('ink', '+2', -1), stepped('ink', '0', -1)]).toEqual(['+1', '+1', '-1']);
    expect([stepped('ink', '+9', 1), stepped('ink', '-9', -1)]).toEqual([undefined, undefined]);
    expect([stepped('slip sheet', 'none', 1), stepped('slip sheet', 'none', -1)]).toEqual(['one', 'two']);
    expect(stepped('mask', 'something typed', 1)).toBe('on');
    expect(stepped('order of laying', 'as told', 1)).toBeUndefined();
    for (const what of SETTINGS)
      for (const by of [1, -1] as const) {
        const there = stepped(what, '3', by);
        if (there !== undefined) expect(stepped(what, there, by === 1 ? -1 : 1)).toBeDefined();
      }
  });
});

test('what is typed of a setting: counts and steps within their bounds, refused in words; choices in words of one’s own', () => {
  const kept = (what: Setting, text: string) => {
    const got = checkSetting(what, text);
    return got.ok ? got.value : inWords(got);
  };
  expect([kept('charges', ' 3 '), kept('ink', '+2'), kept('ink', '-1'), kept('ink', '0')]).toEqual([
    '3',
    '+2',
    '-1',
    '0',
  ]);
  expect(kept('ink', '−4')).toBe('-4');
  expect(kept('rubbing tool', ' wooden spoon ')).toBe('wooden spoon');
  expect(kept('charges', '0')).toMatch(/“0” is outside.*charges of the roller.*1.*30/);
  expect(kept('charges', 'a few')).toMatch(/“a few” is not a whole number/);
  expect(kept('passes', '1 1/2 in')).toMatch(/not a whole number/);
  expect(kept('water', '+12')).toMatch(/outside.*−?-?9.*9/);
  expect(kept('mask', '   ')).toBe('Say how it is now.');
});

describe('faults against settings', () => {
  const numbered = (from: number, to: number, ...faults: Fault[]) => pullsOf(run.id, from, to, ...faults);
  const told = (...acts: BenchAct[]) => faultsBySetting(plan, sheet, run, after(...acts).bench);

  test('a fault that came with a setting is told, with its counts and how unsure they are', () => {
    const [one, ...others] = told(
      ...numbered(1, 13),
      pull(14, 'ghost'),
      set('rubbing tool', 'hard', 15),
      ...numbered(15, 19, 'ghost'),
      pull(20),
    );
    expect(others).toEqual([]);
    expect(one).toMatchObject({
      ...{ fault: 'ghost', settings: [{ what: 'rubbing tool', value: 'hard' }] },
      ...{ with: { of: 6, with: 5 }, without: { of: 14, with: 1 } },
    });
    expect(one.chance).toBeLessThan(0.01);
    expect(one.withRange.least).toBeCloseTo(0.4365, 3);
  });

  test('few sheets, or a fault as often before as after, say nothing', () => {
    expect(told(...numbered(1, 2), set('charges', '3', 3), ...numbered(3, 4, 'weak'))).toEqual([]);
    expect(
      told(
        ...numbered(1, 5),
        ...numbered(6, 10, 'weak'),
        set('charges', '3', 11),
        ...numbered(11, 15),
        ...numbered(16, 20, 'weak'),
      ),
    ).toEqual([]);
    expect(told(...numbered(1, 20, 'weak'))).toEqual([]);
  });

  test('two settings changed at the same sheet are one question: which of them did it is not said', () => {
    const [one] = told(
      ...numbered(1, 10),
      ...[set('charges', '3', 11), set('slip sheet', 'one', 11)],
      ...numbered(11, 20, 'too heavy'),
    );
    expect(one.settings).toEqual([
      { what: 'charges', value: '3' },
      { what: 'slip sheet', value: 'one' },
    ]);
  });

  test('studios in which no setting does anything are told of one in at most 5 in 100', () => {
    let wrongly = 0;
    for (let seed = 0; seed < 400; seed++) {
      const random = randomStream(seed);
      const pulls = Array.from({ length: 30 }, (_, i) => [
        ...(i % 7 === 5 ? [set(SETTINGS[Math.floor(random() * 4)], `+${i}`, i + 1)] : []),
        pull(i + 1, ...(['weak', 'ghost', 'misfit', 'patchy'] as const).filter(() => random() < 0.15)),
      ]);
      if (told(...pulls.flat()).length > 0) wrongly++;
    }
    expect(wrongly / 400).toBeLessThan(0.05);
  });

  test('the last five lighter than those before: told, and not any more once the charges were changed', () => {
    const { bench } = after(...numbered(1, 12), ...numbered(13, 17, 'weak'));
    expect(driftByFaults(run, bench)).toMatchObject({
      ...{ towards: 'lighter', last: { of: 5, with: 5 }, before: { of: 12, with: 0 } },
    });
    expect(driftByFaults(run, after(...numbered(1, 12), ...numbered(13, 17, 'filled')).bench)?.towards).toBe('heavier');
    expect(driftByFaults(run, after(...numbered(1, 4), ...numbered(5, 9, 'weak')).bench)).toBeUndefined();
    expect(driftByFaults(run, after(...numbered(1, 12), ...numbered(13, 17, 'crease')).bench)).toBeUndefined();
    const changed = after(
      ...numbered(1, 12),
      ...numbered(13, 17, 'weak'),
      set('charges', '2', 18),
      ...numbered(18, 22),
    );
    expect(driftByFaults(run, changed.bench)).toBeUndefined();
  });
});

const gramsOf = (card: ChargeCard) => card.heaps.reduce((sum, { heap }) => sum + heap.grams, 0);

describe('the charge card', () => {
  test('each ink of a run by its own area; brushed inks have none', () => {
    const cards = plan.runs.map((one) => chargeCards(plan, sheet, one, 20));
    expect(cards.every((of) => of.length === 1)).toBe(true);
    cards.forEach(([card], r) => {
      expect(card.heaps.length).toBe(1);
      expect(gramsOf(card)).toBeCloseTo(inkNeedOfRun(plan, sheet, plan.runs[r], 20).grams, 9);
      expect(card.firstCharges).toBeGreaterThanOrEqual(card.laterCharges);
    });
    expect(chargeCards(brushedPlan, sheet, run, 20)).toEqual([]);
  });

  test('wood drinks, the workshop’s roller is reckoned with', () => {
    const [lino] = chargeCards(plan, sheet, run, 20),
      [wood] = chargeCards(wooden, sheet, run, 20);
    expect([lino.drinks, wood.drinks]).toEqual([false, true]);
    expect(wood.heaps[0].heap.partsMl.block).toBeCloseTo(2 * lino.heaps[0].heap.partsMl.block, 9);
    const broad: Plan = {
      ...plan,
      roller: { ...plan.roller, diameterMm: 75 },
      uses: [
        {
          ...{
            id: 'broad',
            kind: 'roller',
            name: 'the broad one',
            diameterMm: 75,
            widthMm: 300,
            soft: false,
            note: '',
          },
        } as unknown as Plan['uses'][number],
      ],
    };
    const [card] = chargeCards(broad, sheet, run, 20);
    expect(card.rollerName).toBe('the broad one');
    expect(card.giftMl / lino.giftMl).toBeCloseTo(3, 6);
  });
});

describe('warm-up pulls', () => {
  test('start values by what is inked, then learned from the sittings of all such runs', () => {
    const none = after();
    expect([plan, wooden, brushedPlan].map((one) => warmUpsOf(one, run, none.bench, none.nowMs).wanted)).toEqual([
      1, 2, 4,
    ]);
    const learned = after(
      ...[warm(false), warm(false), warm(false), warm(true), pull(1), 10],
      ...[warm(false, second.id), warm(false, second.id), warm(false, second.id), warm(true, second.id)],
    );
    expect(warmUpsOf(plan, run, learned.bench, learned.nowMs)).toMatchObject({ wanted: 2, sittings: 2 });
  });

  test('counted apart within the sitting, and a sheet pulled weak counts as a warm-up that was not made', () => {
    const now = after(warm(false), warm(true));
    expect(warmUpsOf(plan, run, now.bench, now.nowMs)).toMatchObject({ made: 2, even: true, begins: true });
    expect(now.bench.pulls).toEqual([]);
    const printed = after(warm(true), pull(1));
    expect(warmUpsOf(plan, run, printed.bench, printed.nowMs)).toMatchObject({ made: 1, begins: false });
    const weak = after(pull(1, 'weak'), pull(2, 'patchy'), pull(3, 'weak'), pull(4, 'weak'), pull(5));
    expect(warmUpsOf(plan, run, weak.bench, weak.nowMs)).toMatchObject({ wanted: 2, sittings: 1, made: 0 });
  });

  test('after a pause the block is cold again', () => {
    const { bench, nowMs } = after(warm(true), pull(1));
    expect(warmUpsOf(plan, run, bench, nowMs + 5 * 60 * MINUTE)).toMatchObject({ made: 0, even: false, begins: true });
  });
});
