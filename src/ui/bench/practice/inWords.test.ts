import { PRACTICE_LEVELS, questionOf, rightOnes } from '@/derived';
import { PRACTICE_KINDS } from '@/model';
import { LANGUAGES, type Language } from '@/words/language';
import de from '@/words/made/de.json';
import type { Catalogue } from '@/words/translator';
import { askedInWords, LETTERS, optionInWords, whyInWords } from './inWords';

beforeAll(() => {
  globalThis.ulexiteCatalogues = { de: de as unknown as Catalogue };
});
afterAll(() => {
  globalThis.ulexiteLanguage = undefined;
  globalThis.ulexiteCatalogues = undefined;
});

function speaking<T>(language: Language, say: () => T): T {
  globalThis.ulexiteLanguage = () => language;
  return say();
}

describe.each(LANGUAGES)('in the language %s', (language) => {
  test.each(PRACTICE_KINDS)('a question of the kind %s says what is asked, every answer otherwise, and why', (kind) => {
    for (const level of PRACTICE_LEVELS)
      for (const seed of [3, 77, 4242, 90_001]) {
        const question = questionOf(kind, level, seed)!;
        const [asked, options, why] = speaking(
          language,
          () =>
            [
              askedInWords(question, 'mm'),
              question.options.map((_, at) => optionInWords(question, at, 'mm')),
              whyInWords(question),
            ] as const,
        );
        for (const said of [...asked, ...options, why]) expect(said).not.toMatch(/[{}]|undefined|NaN|^$/);
        expect(asked[0]).toMatch(/[?]$/);
        // blocks of one print may be offered twice, told apart by their pictures
        if (kind !== 'mirrored' && kind !== 'dry') expect(new Set(options).size).toBe(options.length);
        expect(options.length).toBeLessThanOrEqual(LETTERS.length);
        expect(rightOnes(question)).toHaveLength(1);
      }
  });

  test('lengths are told in the unit that was chosen', () => {
    const question = questionOf('shim', 2, 5)!;
    expect(speaking(language, () => askedInWords(question, 'in'))[0]).toMatch(/ in /);
  });
});
