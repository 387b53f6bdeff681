import { glossaryWords, termInWords, type Term } from '@/words/glossary';
import { DRAWINGS } from './drawings';

/** A word, what it means, and its drawing where it has one. */
export function TermText({ term }: { readonly term: Term }) {
  const { name, says } = termInWords(term);
  const drawing = DRAWINGS[term];
  return (
    <>
      <h2>{name}</h2>
      {drawing && (
        <svg viewBox="0 0 200 96" role="img" aria-label={glossaryWords('drawing', { term: name })}>
          {drawing}
        </svg>
      )}
      <p>{says}</p>
    </>
  );
}
