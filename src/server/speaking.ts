import { AsyncLocalStorage } from 'node:async_hooks';
import { createHash } from 'node:crypto';
import type { IncomingHttpHeaders } from 'node:http';
import { LANGUAGE_COOKIE, languageIn, type Language } from '@/words/language';
import de from '@/words/made/de.json';
import type { Catalogue } from '@/words/translator';

const asked = new AsyncLocalStorage<Language>();

/** From now on this process knows every language and says in each answer the one that was asked for. */
export function learnLanguages(): void {
  globalThis.ulexiteCatalogues = { de: de as unknown as Catalogue };
  globalThis.ulexiteLanguage = () => asked.getStore() ?? 'en';
}

/** Answers in a language, whatever is waited for on the way. */
export function speaking<T>(language: Language, answer: () => T): T {
  return asked.run(language, answer);
}

/** The language a request wants: the one chosen on its device, else the first it reads that there is. */
export function languageOf(headers: IncomingHttpHeaders): Language {
  const chosen = new RegExp(`(?:^|;\\s*)${LANGUAGE_COOKIE}=(\\w+)`).exec(headers.cookie ?? '')?.[1];
  const reads = (headers['accept-language'] ?? '')
    .slice(0, 200)
    .split(',')
    .map((entry) => {
      const [tag, quality] = entry.split(';q=');
      return { tag, quality: quality === undefined ? 1 : Number(quality) };
    })
    .filter(({ quality }) => quality > 0)
    .sort((a, b) => b.quality - a.quality);
  return [chosen ?? '', ...reads.map(({ tag }) => tag)].map(languageIn).find((one) => one !== undefined) ?? 'en';
}

interface Script {
  readonly text: string;
  /** Changes with every word of it. */
  readonly mark: string;
}
const scripts = new Map<Language, Script>();

/** A program that gives a page the words of a language; undefined for the one that pages hold themselves. */
export function wordsScript(language: Language): Script | undefined {
  const catalogue = globalThis.ulexiteCatalogues?.[language];
  if (!catalogue) return undefined;
  let script = scripts.get(language);
  if (!script) {
    const text = `globalThis.ulexiteCatalogues={...globalThis.ulexiteCatalogues,${language}:${JSON.stringify(catalogue)}};`;
    script = { text, mark: createHash('sha256').update(text).digest('hex').slice(0, 16) };
    scripts.set(language, script);
  }
  return script;
}
