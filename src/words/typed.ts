import { failure, type Outcome } from '@/core/units';
import { marksHere } from './language';

/** A figure in whatever is typed: digits with marks between them. */
const FIGURE = /\d[\d.,]*\d|\d/g;

/**
 * Reads what was typed as numbers are written here. Where a comma parts the decimals, “12,5” and “1.250,5” mean that, “12.5” is
 * understood too, and “1.250” is asked back, as “1,250” is elsewhere: it could be either. Refusals say what was typed as it was typed.
 */
export function readTyped<T>(typed: string, read: (text: string) => Outcome<T>): Outcome<T> {
  if (marksHere().decimal === '.') return read(typed);
  const figures = typed.match(FIGURE) ?? [];
  const unclear = figures.find((figure) => /^[1-9]\d{0,2}\.\d{3}$/.test(figure));
  if (unclear !== undefined)
    return failure('number-ambiguous.canBeReadAs', {
      plain: unclear,
      asDecimal: unclear.replace('.', ',').replace(/,?0+$/, ''),
      asThousands: unclear.replace('.', ''),
      withPoint: unclear.replace('.', ','),
    });
  const plain = typed.replace(FIGURE, pointed);
  const answer = read(plain);
  if (answer.ok || plain === typed) return answer;
  const values = Object.entries(answer.values).map(([name, value]) => [
    name,
    value === plain.trim() ? typed.trim() : value,
  ]);
  return { ...answer, values: Object.fromEntries(values) as typeof answer.values };
}

/** “1.250,5” as “1250.5”; what is written otherwise stays for whoever reads it. */
function pointed(figure: string): string {
  if (/^\d{1,3}(\.\d{3})+,\d+$/.test(figure) || /^\d{1,3}(\.\d{3}){2,}$/.test(figure))
    return figure.replaceAll('.', '').replace(',', '.');
  return /^\d+,\d+$/.test(figure) ? figure.replace(',', '.') : figure;
}
