import type { Laying } from '@/model';
import { planOfBands } from '@/testing/plans';
import { plannedLaying, variedOf } from '@/derived';
import { roundNamed, variedInWords } from './trials';

const plan = planOfBands();
const [run] = plan.runs;
const planned = plannedLaying(plan, run);
const words = (laying: Laying) => variedInWords(laying, variedOf(plan, { runId: run.id, laying }));
const inked = (part: Partial<Laying['inkings'][number]>): Laying => ({
  ...planned,
  inkings: planned.inkings.map((inking) => ({ ...inking, ...part })),
});

test('only what is otherwise than planned is said', () => {
  expect(words(planned)).toBe('as planned');
  expect(words(inked({ extenderPercent: 25 }))).toBe('25 % extender');
  expect(words(inked({ filmWeight: 0.8 }))).toBe('film × 0.8');
  expect(words({ ...inked({ extenderPercent: 25, filmWeight: 1.4 }), passes: 2, wet: true })).toBe(
    '25 % extender · film × 1.4 · twice · wet',
  );
});

test('another ink is named; the same one mixed otherwise is said to be so', () => {
  expect(words(inked({ ink: plan.inks[2] }))).toBe(`${plan.inks[2].name} instead`);
  expect(words(inked({ ink: { ...plan.inks[0], solidLabD50: [70, 5, 30] } }))).toBe('mixed otherwise');
});

test('a round without a name of its own goes by its number', () => {
  expect(roundNamed({ name: '' }, 1)).toBe('Proofs 2');
  expect(roundNamed({ name: 'Apricot' }, 0)).toBe('Apricot');
});
