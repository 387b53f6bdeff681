import { languageHere } from '@/words/language';
import { shelfWords } from '@/words/shelf';
import { languageOf, learnLanguages, speaking, wordsScript } from './speaking';

afterAll(() => {
  globalThis.ulexiteLanguage = undefined;
  globalThis.ulexiteCatalogues = undefined;
});

test.each([
  [{}, 'en'],
  [{ 'accept-language': 'de-AT,de;q=0.9,en;q=0.5' }, 'de'],
  [{ 'accept-language': 'fr,en;q=0.3,de;q=0.8' }, 'de'],
  [{ 'accept-language': 'de;q=0,en' }, 'en'],
  [{ 'accept-language': '*' }, 'en'],
  [{ 'accept-language': 'de', cookie: 'a=b; ulexite-language=en' }, 'en'],
  [{ cookie: 'ulexite-language=de' }, 'de'],
  [{ cookie: 'other-ulexite-language=de; ulexite-language=xx' }, 'en'],
  [{ 'accept-language': 'de;q=abc' }, 'en'],
  [{ 'accept-language': `${'x,'.repeat(500)}de` }, 'en'],
] as const)('%j reads %s', (headers, language) => expect(languageOf(headers)).toBe(language));

test('answers that wait beside one another each keep their own language', async () => {
  learnLanguages();
  const later = async () => {
    await new Promise((done) => setTimeout(done, 5));
    return [languageHere(), shelfWords('new')];
  };
  expect(await Promise.all([speaking('de', later), speaking('en', later), later()])).toEqual([
    ['de', 'Neuer Druck'],
    ['en', 'New print'],
    ['en', 'New print'],
  ]);
});

test('the program with the words of a language gives them to whoever runs it, and is marked by what it says', () => {
  learnLanguages();
  const { text, mark } = wordsScript('de')!;
  expect(mark).toMatch(/^[0-9a-f]{16}$/);
  expect(wordsScript('de')!.mark).toBe(mark);
  const page: { ulexiteCatalogues?: Record<string, { shelf: { new: string } }> } = {};
  new Function('globalThis', text)(page);
  expect(page.ulexiteCatalogues?.de.shelf.new).toBe('Neuer Druck');
  expect(wordsScript('en')).toBeUndefined();
});
