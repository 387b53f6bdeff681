'use client';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useState } from 'react';
import { ADDITIONS } from '@/derived';
import { POT_G } from '@/model';
import { Choice } from '@/ui/kit/Choice';
import { DialogEnds } from '@/ui/kit/DialogEnds';
import { NumberField } from '@/ui/kit/fields';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { mixWords } from '@/words/mix';
import type { Mix, PourItem } from './useMix';

interface Props {
  readonly mix: Mix;
  readonly onIn: (item: Pick<PourItem, 'what' | 'inkId' | 'name'>, grams: number) => void;
  readonly onClose: () => void;
}

/** Something went in that the recipe does not name: another ink, or softener, grease and drier. */
export function OtherInk({ mix: { one }, onIn, onClose }: Props) {
  const { cabinet } = usePrintDesk('cabinet');
  const inks = (cabinet.inks ?? []).filter(({ mediumId }) => mediumId === one?.ink.mediumId);
  const [id, setId] = useState(inks[0]?.id ?? ADDITIONS[0]),
    [grams, setGrams] = useState(0.1);
  const keep = () => {
    const addition = ADDITIONS.find((what) => what === id),
      ink = inks.find((known) => known.id === id);
    if (addition) onIn({ what: addition, inkId: null, name: '' }, grams);
    else if (ink) onIn({ what: 'ink', inkId: ink.id, name: ink.name }, grams);
  };
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth>
      <DialogTitle>{mixWords('pour.other')}</DialogTitle>
      <DialogContent>
        <Choice
          label={mixWords('pour.otherInk')}
          value={id}
          options={[
            ...inks.map((ink) => [ink.id, ink.name] as const),
            ...ADDITIONS.map((what) => [what, mixWords(`pour.${what}`)] as const),
          ]}
          className={kit.above8}
          onChange={setId}
        />
        <div className={kit.above12}>
          <NumberField label={mixWords('pour.grams')} value={grams} range={POT_G} digits={2} onChange={setGrams} />
        </div>
        <p className={kit.note}>{mixWords('pour.caution')}</p>
      </DialogContent>
      <DialogEnds leave={mixWords('chips.leave')} keep={mixWords('pour.isIn')} onLeave={onClose} onKeep={keep} />
    </Dialog>
  );
}
