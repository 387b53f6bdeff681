import { compiledRoom } from '../../scripts/compiledRoom';
import { betweenDays, dayOf, momentOf } from './dates';
import { languageHere, languageIn, localeHere, perLanguage } from './language';
import { formatLength, formatSize, sentenceIn } from './lengths';
import { listOf } from './phrases';
import { decimal } from './quantities';
import { inWords } from './failures';
import { translator } from './translator';
import { readTyped } from './typed';
import { parseCount, parseLengthMm, parseLengthsMm, parseNumber, success } from '@/core/units';

const english = { hello: '{count, plural, one {# sheet} other {# sheets}}', only: 'said in one' };
const german = { hello: '{count, plural, one {# Bogen} other {# Bogen}} von {count, number}' };

/** What is said within, in German. */
function inGerman<T>(say: () => T): T {
  globalThis.ulexiteLanguage = () => 'de';
  globalThis.ulexiteCatalogues = { de: { room: compiledRoom(german) } };
  try {
    return say();
  } finally {
    globalThis.ulexiteLanguage = undefined;
    globalThis.ulexiteCatalogues = undefined;
  }
}

test('a tag of a language is read by its first part; what is none is none', () => {
  expect(['de', 'de-AT', ' DE-ch ', 'en-US', 'fr', '', 'deutsch'].map(languageIn)).toEqual([
    'de',
    'de',
    'de',
    'en',
    undefined,
    undefined,
    undefined,
  ]);
});

test('a message is said in the language there is just then, and in the first where the other catalogue is not there', () => {
  const say = translator<typeof english>('room', compiledRoom(english));
  expect(say('hello', { count: 2 })).toBe('2 sheets');
  expect(inGerman(() => say('hello', { count: 1200 }))).toBe('1.200 Bogen von 1.200');
  expect(languageHere()).toBe('en');
  globalThis.ulexiteLanguage = () => 'de';
  expect(say('hello', { count: 1 })).toBe('1 sheet');
  globalThis.ulexiteLanguage = undefined;
});

test('what is made for a language is made once for each', () => {
  let made = 0;
  const locale = perLanguage(() => `${++made} ${localeHere()}`);
  expect([locale(), inGerman(locale), locale(), inGerman(locale)]).toEqual([
    '1 en-GB',
    '2 de-DE',
    '1 en-GB',
    '2 de-DE',
  ]);
});

test('lengths, figures, lists and days are written as the language does', () => {
  const all = () => [
    formatLength(12.5, 'mm'),
    formatLength(-0.125, 'mm'),
    formatSize(240, 180.5, 'mm'),
    formatLength(63.5, 'in'),
    decimal(1234.5, 1),
    listOf(['1', '2', '3']),
    dayOf('2026-11-26T10:00:00Z', true),
  ];
  expect(all()).toEqual(['12.5 mm', '−0.125 mm', '240 × 180.5 mm', '2 1/2 in', '1,234.5', '1, 2 and 3', '26 Nov 2026']);
  expect(inGerman(all)).toEqual([
    '12,5 mm',
    '−0,125 mm',
    '240 × 180,5 mm',
    '2 1/2 in',
    '1.234,5',
    '1, 2 und 3',
    '26. Nov. 2026',
  ]);
  expect(inGerman(() => momentOf('2026-11-29T21:31:00'))).toMatch(/^So\., 29\. Nov\./);
  expect(inGerman(() => betweenDays('2026-11-29T10:00:00', '2026-12-02T10:00:00'))).toMatch(/^29\. Nov\..*2\. Dez\.$/);
});

test('lengths within a sentence are turned into inches, however their figures are written', () => {
  expect(sentenceIn('A board of 1,270 mm, cut at 63.5 mm; 40 mm² stay', 'in')).toBe(
    'A board of 50 in, cut at 2 1/2 in; 40 mm² stay',
  );
  expect(inGerman(() => sentenceIn('Ein Brett von 1.270 mm, bei 63,5 mm geschnitten; 40 mm² bleiben', 'in'))).toBe(
    'Ein Brett von 50 in, bei 2 1/2 in geschnitten; 40 mm² bleiben',
  );
});

describe('what is typed in German', () => {
  const range = { minMm: -5000, maxMm: 5000, what: 'the width' };
  const length = (typed: string) => inGerman(() => readTyped(typed, (text) => parseLengthMm(text, 'mm', range)));
  const number = (typed: string) =>
    inGerman(() => readTyped(typed, (text) => parseNumber(text, { min: -5000, max: 5000, what: 'it' })));

  test.each([
    ['12,5 cm', 125],
    ['12.5 cm', 125],
    ['1.250,5', 1250.5],
    ['1,250', 1.25],
    ['0,125', 0.125],
    ['5 1/2 Zoll', 139.7],
    ['−3,5 mm', -3.5],
    ['240', 240],
    ['1 m 20,5 cm', 1205],
  ])('%s', (typed, mm) => expect(length(typed)).toEqual(success(expect.closeTo(mm, 6))));

  test('thousands parted by points are read where nothing else can be meant', () => {
    expect(number('1.000,5')).toEqual(success(1000.5));
    expect(number('-2,25 %')).toEqual(success(-2.25));
    expect(inGerman(() => readTyped('12', (text) => parseCount(text, { min: 1, max: 50, what: 'it' })))).toEqual(
      success(12),
    );
  });

  test('one point before three figures could be either, and is asked back', () => {
    expect(length('1.250')).toMatchObject({
      ok: false,
      code: 'number-ambiguous.canBeReadAs',
      values: { plain: '1.250', asDecimal: '1,25', asThousands: '1250', withPoint: '1,250' },
    });
  });

  test('lists are parted by semicolons; refusals say what was typed as it was typed', () => {
    const list = inGerman(() => readTyped('0,5; 1,5; 3', (text) => parseLengthsMm(text, 'mm', range)));
    expect(list).toEqual(success([0.5, 1.5, 3]));
    expect(number('9999,5')).toMatchObject({ ok: false, values: { text: '9999,5' } });
    expect(length('12,5 mm 3')).toMatchObject({ ok: false, values: { given: '12,5 mm 3' } });
  });

  test('in English nothing of it is touched', () => {
    const read = readTyped('1,250', (text) => parseLengthMm(text, 'mm', range));
    expect(read).toMatchObject({ ok: false });
    expect(!read.ok && inWords(read)).toContain('1,250');
  });
});
