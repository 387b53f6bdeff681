'use client';
import { useMemo } from 'react';
import { sheetLayoutOf, type Impression } from '@/derived';
import { usePrintDesk } from '@/ui/kit/printContext';
import { ImageOnSheet } from '@/ui/kit/OnSheet';
import { craftWords } from '@/words/craft';
import { lookOverWords } from '@/words/lookOver';
import css from './lookOver.module.css';

/** Width of the picture of a look that one can lean in to, px. */
const LARGE_PX = 1200;

/** A print as it was photographed; where it was not, as it is predicted. Faults that have a place are drawn there. */
export function PrintPicture({ print, large = false }: { readonly print: Impression; readonly large?: boolean }) {
  const { plan, urls } = usePrintDesk('plan', 'urls');
  const layout = useMemo(() => sheetLayoutOf(plan), [plan]);
  if (!layout) return null;
  const { widthMm, heightMm } = layout.images[0];
  const label = lookOverWords(print.photograph ? 'photograph' : 'predicted', { print: print.name });
  return (
    <div className={css.picture}>
      {print.photograph ? (
        <ImageOnSheet src={urls.blob(print.photograph.pictureSha)} layout={layout} label={label} of={print.image} />
      ) : (
        <img
          className={css.look}
          style={{ aspectRatio: `${widthMm} / ${heightMm}` }}
          src={urls.look(print.printed, large ? LARGE_PX : undefined, print.colourwayId)}
          alt={label}
          draggable={false}
        />
      )}
      {print.placedFaults.map(({ placeId, fault, xMm, yMm }, i) => (
        <span
          key={placeId}
          className={css.dot}
          style={{ left: `${(100 * xMm) / widthMm}%`, top: `${(100 * yMm) / heightMm}%` }}
          title={craftWords(`fault.${fault}`)}
        >
          {large && i + 1}
        </span>
      ))}
    </div>
  );
}
