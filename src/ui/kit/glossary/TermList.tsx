import type { Term } from '@/words/glossary';
import css from './glossary.module.css';
import { TermText } from './TermText';

/** Words below one another, each under an address of its own. */
export function TermList({ terms }: { readonly terms: readonly Term[] }) {
  return (
    <div className={css.list}>
      {terms.map((term) => (
        <section key={term} id={term} className={css.entry}>
          <TermText term={term} />
        </section>
      ))}
    </div>
  );
}
