import type { quantities } from './en/quantities';
import made from './made/en/quantities.json';
import { localeHere, perLanguage } from './language';
import { translator } from './translator';

const quantityWords = translator<typeof quantities>('quantities', made);

const formatsHere = perLanguage(() => new Map<number, Intl.NumberFormat>());

/** A figure with just so many digits after the point, and a true minus. */
export function decimal(value: number, digits: number): string {
  const formats = formatsHere();
  let format = formats.get(digits);
  if (!format) {
    format = new Intl.NumberFormat(localeHere(), { minimumFractionDigits: digits, maximumFractionDigits: digits });
    formats.set(digits, format);
  }
  return format.format(value).replace('-', '−');
}

/** A figure with its unit. */
export function quantity(unit: keyof typeof quantities, value: number, digits = 0): string {
  return quantityWords(unit, { value: decimal(value, digits) });
}

/** A mass as it is weighed: to a tenth of a gram under ten. */
export function gramsInWords(grams: number): string {
  return quantity('grams', grams, grams < 10 ? 1 : 0);
}

/** A volume as it is measured out: to a tenth of a millilitre under ten. */
export function millilitresInWords(millilitres: number): string {
  return quantity('ml', millilitres, millilitres < 10 ? 1 : 0);
}

/** An area as one would say it: cm² from 10 cm² on, else mm². */
export function areaInWords(areaMm2: number): string {
  return areaMm2 >= 1000 ? quantity('cm2', areaMm2 / 100) : quantity('mm2', areaMm2, areaMm2 < 10 ? 1 : 0);
}
