/** Languages there is a whole catalogue of, the one that is written first in front. */
export const LANGUAGES = ['en', 'de'] as const;
export type Language = (typeof LANGUAGES)[number];

/** How each writes dates and numbers. */
const LOCALES: Readonly<Record<Language, string>> = { en: 'en-GB', de: 'de-DE' };

/** Keeps on a device which language was chosen there. */
export const LANGUAGE_COOKIE = 'ulexite-language';

declare global {
  /** The language of what is being answered; set where many are served at once. */
  var ulexiteLanguage: (() => Language) | undefined;
}

/** A language by its tag, as `lang` attributes and headers have it: “de-AT” is German. */
export const languageIn = (tag: string): Language | undefined =>
  LANGUAGES.find((one) => one === tag.trim().toLowerCase().split('-')[0]);

/** The language in which all is said here: the page’s own, or that of the request that is answered. */
export function languageHere(): Language {
  if (globalThis.ulexiteLanguage) return globalThis.ulexiteLanguage();
  return typeof document === 'undefined' ? 'en' : (languageIn(document.documentElement.lang) ?? 'en');
}

/** How dates and numbers are written here, as `Intl` names it. */
export const localeHere = (): string => LOCALES[languageHere()];

/** The mark between a whole and its decimals here, and the one between thousands. */
export const marksHere = (): { readonly decimal: '.' | ','; readonly thousands: '.' | ',' } =>
  languageHere() === 'de' ? { decimal: ',', thousands: '.' } : { decimal: '.', thousands: ',' };

/** Made once for each language, when it is asked for: what is said while a program loads would stay in one. */
export function perLanguage<T>(make: () => T): () => T {
  const made = new Map<Language, T>();
  return () => {
    const language = languageHere();
    if (!made.has(language)) made.set(language, make());
    return made.get(language)!;
  };
}
