'use client';
import { frameWords } from '@/words/frame';
import { LANGUAGE_COOKIE, LANGUAGES, languageHere } from '@/words/language';
import { kit } from './styles';

const KEPT_S = 400 * 24 * 3600;

/** Turns everything to the other language; it is kept on this device. What was done is on disk, so the page is simply asked for anew. */
export function LanguageSwitch({
  short = false,
  className,
}: {
  readonly short?: boolean;
  readonly className?: string;
}) {
  const here = languageHere();
  const other = LANGUAGES.find((one) => one !== here)!;
  const turn = () => {
    document.cookie = `${LANGUAGE_COOKIE}=${other};path=/;max-age=${KEPT_S};samesite=strict`;
    location.reload();
  };
  const name = frameWords(`language.${other}`);
  return (
    <button type="button" className={className} onClick={turn} lang={other}>
      <span>
        {short ? other : name}
        <span className={kit.visuallyHidden}>{frameWords('language.change')}</span>
      </span>
    </button>
  );
}
