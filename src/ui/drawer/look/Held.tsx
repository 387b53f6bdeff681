'use client';
import Button from '@mui/material/Button';
import { kit } from '@/ui/kit/styles';
import { lookOverWords } from '@/words/lookOver';
import type { LookingOver } from './useLookOver';

/** What is held beside the print one leans in on. */
export function Held({ looking }: { readonly looking: LookingOver }) {
  const { bat, againstBat, holdBat, layBeside, beside, chosen, acts } = looking;
  const isBat = bat !== undefined && bat.key === chosen?.key;
  return (
    <div className={kit.row}>
      <Button onClick={layBeside} aria-pressed={!againstBat && beside !== undefined}>
        {lookOverWords('layBeside')}&ensp;<kbd>C</kbd>
      </Button>
      <Button onClick={holdBat} disabled={!bat} aria-pressed={againstBat}>
        {lookOverWords('holdBat')}&ensp;<kbd>B</kbd>
      </Button>
      {chosen && (
        <Button aria-pressed={isBat} onClick={() => !isBat && void acts.chooseBat(chosen)}>
          {lookOverWords(isBat ? 'isBat' : 'chooseBat')}
        </Button>
      )}
    </div>
  );
}
