import * as plain from '@/core/units';
import type { LengthUnit } from '@/core/units';
import { marksHere } from './language';

/** A figure that is written with a point, with the mark there is here. */
export const written = (figure: string): string => figure.replaceAll('.', marksHere().decimal);

/** A length with its unit as it is written here: 12.5 mm, 12,5 mm, 5 1/2 in. As the core’s. */
export const formatLength = (...args: Parameters<typeof plain.formatLength>): string =>
  written(plain.formatLength(...args));

/** As `formatLength`, without the unit. */
export const formatBare = (...args: Parameters<typeof plain.formatBare>): string => written(plain.formatBare(...args));

/** `240 × 180 mm` as it is written here. */
export const formatSize = (...args: Parameters<typeof plain.formatSize>): string => written(plain.formatSize(...args));

/** A number with at most so many digits after its mark. */
export const trimNumber = (...args: Parameters<typeof plain.trimNumber>): string => written(plain.trimNumber(...args));

const lengths = ({ decimal, thousands }: ReturnType<typeof marksHere>) => {
  const number = `[−-]?(?:\\d{1,3}(?:\\${thousands}\\d{3})+|\\d+)(?:\\${decimal}\\d+)?`;
  return new RegExp(`(?:(${number}) × )?(${number}) mm(?![²\\w])`, 'g');
};

/**
 * A sentence whose lengths are the trade's own or were made in millimetres, told in `unit`: each to the fineness it was written with.
 * Areas stay as they are. For sentences that hold nothing a person typed.
 */
export function sentenceIn(text: string, unit: LengthUnit): string {
  if (unit === 'mm') return text;
  const marks = marksHere();
  const told = (figure: string, withUnit: boolean) => {
    const value = Number(figure.replace('−', '-').replaceAll(marks.thousands, '').replace(marks.decimal, '.')),
      digits = figure.split(marks.decimal)[1]?.length ?? 0;
    return withUnit ? formatLength(value, unit, digits) : formatBare(value, unit, digits);
  };
  return text.replace(
    lengths(marks),
    (_, first: string | undefined, second: string) => `${first ? `${told(first, false)} × ` : ''}${told(second, true)}`,
  );
}
