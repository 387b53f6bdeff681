/**
 * How people write numbers, read character by character and never guessed at: what could be two numbers is refused with
 * both named, so that no value is taken that was not meant.
 */
import { failure, success, type Outcome } from './outcome';

const MINUS = /[−﹣‐‑‒]/g;
/** En and em dash stand between a whole and its fraction ("5–1/2"), or before a number as a minus. */
const DASH = /[–—]/g;
const SPACES = /[\s\u00a0\u2000-\u200b\u202f\u205f\u2060\u3000\ufeff]+/g;
const LONGEST = 60;

/**
 * One spelling for each sign: full-width letters, digits and signs become plain ones, every kind of blank a space. The
 * true minus stays apart as `~` so that "5−1/2" is not taken for "5-1/2".
 */
export function plainSpelling(text: string): string {
  return text
    .slice(0, LONGEST + 1)
    .replace(/[\uff01-\uff5e]/g, (c) => String.fromCharCode(c.charCodeAt(0) - 0xfee0))
    .replace(DASH, '-')
    .replace(MINUS, (c) => (c === '−' || c === '﹣' ? '~' : '-'))
    .replace(/[⁄∕]/g, '/')
    .replace(SPACES, ' ')
    .trim()
    .toLowerCase();
}

export function tooLong(text: string): boolean {
  return text.trim().length > LONGEST;
}

/**
 * A decimal without sign: `12`, `.5`, `5.`, `12,5`, `1,234.5`. A lone comma before just three digits could be a decimal
 * comma or part a thousand: refused. A lone point is always the decimal point, which is how values are shown.
 */
export function readDecimal(plain: string): Outcome<number> {
  const both = /^\d{1,3}(,\d{3})+\.\d*$/.test(plain) || /^\d{1,3}(\.\d{3})+,\d*$/.test(plain);
  if (both) return success(decimalOf(plain, plain.lastIndexOf('.') > plain.lastIndexOf(',') ? '.' : ','));
  if (/^\d{1,3}(,\d{3}){2,}$/.test(plain)) return success(Number(plain.replaceAll(',', '')));
  if (/^[1-9]\d{0,2},\d{3}$/.test(plain)) {
    const [asDecimal, asThousands] = [decimalOf(plain, ','), Number(plain.replace(',', ''))];
    return failure('number-ambiguous.canBeReadAs', {
      ...{ plain, asDecimal: String(asDecimal), asThousands: String(asThousands) },
      withPoint: plain.replace(',', '.'),
    });
  }
  if (!/^(\d+([.,]\d*)?|[.,]\d+)$/.test(plain)) return failure('number-unreadable', { plain });
  return success(decimalOf(plain, plain.includes(',') ? ',' : '.'));
}

function decimalOf(plain: string, point: '.' | ','): number {
  return Number(plain.replaceAll(point === '.' ? ',' : '.', '').replace(point, '.'));
}

/** The sign at the start of a plainly spelled number, and what follows it. */
export function splitSign(plain: string): { sign: 1 | -1; rest: string } {
  const found = /^([-+~]) ?/.exec(plain);
  return { sign: found && found[1] !== '+' ? -1 : 1, rest: found ? plain.slice(found[0].length) : plain };
}
