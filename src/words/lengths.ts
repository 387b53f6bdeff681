import { formatBare, formatLength, type LengthUnit } from '@/core/units';

const NUMBER = '[−-]?(?:\\d{1,3}(?:,\\d{3})+|\\d+)(?:\\.\\d+)?';
const LENGTHS = new RegExp(`(?:(${NUMBER}) × )?(${NUMBER}) mm(?![²\\w])`, 'g');

/**
 * A sentence whose lengths are the trade's own or were made in millimetres, told in `unit`: each to the fineness it was written with.
 * Areas stay as they are. For sentences that hold nothing a person typed.
 */
export function sentenceIn(text: string, unit: LengthUnit): string {
  if (unit === 'mm') return text;
  const told = (figure: string, withUnit: boolean) => {
    const value = Number(figure.replace('−', '-').replaceAll(',', '')),
      digits = figure.split('.')[1]?.length ?? 0;
    return withUnit ? formatLength(value, unit, digits) : formatBare(value, unit, digits);
  };
  return text.replace(
    LENGTHS,
    (_, first: string | undefined, second: string) => `${first ? `${told(first, false)} × ` : ''}${told(second, true)}`,
  );
}
