import { decidedBy, SAMPLE_PRINTS, samplePlan, withWay } from '@/derived';
import { WAYS_OF_WORKING } from '@/model';
import { decidedInWords, reasonInWords } from './decidedWords';

const COUNTS = ['blockCount', 'runCount'];
const plan = samplePlan(SAMPLE_PRINTS[0]);

test.each(WAYS_OF_WORKING)('worked by %s, all that is decided is said with its reason', (way) => {
  const decided = decidedBy(withWay(plan, way, true));
  expect(decided.length).toBeGreaterThan(9);
  for (const { what, value } of decided) {
    expect(decidedInWords(what, value, 'mm')).toMatch(/\S/);
    if (!COUNTS.includes(what)) expect(reasonInWords(what, value)).toMatch(/\.$/);
    else expect(reasonInWords(what, value)).toBe('');
  }
});

test('a length is said in the unit one reads, a name in its own words', () => {
  expect(decidedInWords('trapMm', 0.3, 'mm')).toBe('0.3 mm');
  expect(decidedInWords('trapMm', 25.4, 'in')).toMatch(/^1 ?(in|″)/);
  expect(decidedInWords('mediumId', 'oil relief', 'mm')).toBe('oil relief ink');
  expect(decidedInWords('materialId', 'lino', 'mm')).toBe('linoleum, firm');
  expect(decidedInWords('direction', 'dark to light', 'mm')).toBe('dark to light');
});

test('no overlap has another reason than some, and many thin films another than few', () => {
  expect(reasonInWords('trapMm', 0)).not.toBe(reasonInWords('trapMm', 0.3));
  expect(reasonInWords('maxFilms', 9)).not.toBe(reasonInWords('maxFilms', 4));
});
