'use client';
import { useEffect } from 'react';
import { inksWords } from '@/words/inks';
import { Choice } from './Choice';
import { usePrintDesk } from './printContext';

/** Shows the view in one of the print's sets of inks, as long as it is open; nothing where there is one set. */
export function InkSet({ className }: { readonly className?: string }) {
  const { plan, seenColourway, seeColourway } = usePrintDesk('plan', 'seenColourway', 'seeColourway');
  useEffect(() => () => seeColourway(undefined), [seeColourway]);
  if (plan.colourways.length === 0) return null;
  return (
    <Choice
      className={className}
      label={inksWords('set.label')}
      value={seenColourway ?? ''}
      options={[['', inksWords('set.first')] as const, ...plan.colourways.map(({ id, name }) => [id, name] as const)]}
      onChange={(id) => seeColourway(id === '' ? undefined : id)}
    />
  );
}
