import type { CardSection } from '@/words/cards';
import css from './Sections.module.css';

/** What and how beside each other, section by section; days are said as the reader's own place has them. */
export function Sections({ sections }: { readonly sections: readonly CardSection[] }) {
  return sections.map(({ title, rows }) => (
    <section key={title} className={css.section}>
      <h3>{title}</h3>
      <dl>
        {rows.map(([what, how], i) => (
          <div key={`${what} ${i}`}>
            <dt>{what}</dt>
            <dd suppressHydrationWarning>{how}</dd>
          </div>
        ))}
      </dl>
    </section>
  ));
}
