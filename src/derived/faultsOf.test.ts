import { FAULTS } from '@/core/sheets';
import { planOfBands } from '@/testing/plans';
import { applyEdit } from './applyEdit';
import { faultsOf, firstFade, inkingsOf } from './index';

const plain = planOfBands();

test('faults of fades and of damp paper are asked only where there are such', () => {
  const [run] = plain.runs;
  const usual = faultsOf(plain, run);
  expect(usual).toContain('other');
  expect(usual).toHaveLength(FAULTS.length - 6);
  const [inking] = inkingsOf(run);
  const fading = applyEdit(plain, {
    kind: 'inking-set',
    inkingId: inking.id,
    part: { fade: firstFade(plain, inking) },
  });
  if (!fading.ok) throw new Error(fading.code);
  expect(faultsOf(fading.value, fading.value.runs[0]).filter((fault) => !usual.includes(fault))).toEqual([
    'fade too short',
    'fade too long',
  ]);
  const damp = { ...plain, inks: plain.inks.map((ink) => ({ ...ink, mediumId: 'pigment and paste' as const })) };
  expect(faultsOf(damp, damp.runs[0])).toEqual(expect.arrayContaining(['bled', 'broken', 'paste shine', 'mould']));
});
