'use client';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import clsx from 'clsx';
import { useMemo, useState } from 'react';
import {
  CHIP_ERROR_DELTA_E,
  chipsAround,
  colourByChip,
  hexFromLabD50,
  NUDGES,
  type Lab,
  type Nudge,
} from '@/core/colour';
import { DialogEnds } from '@/ui/kit/DialogEnds';
import { FileLink } from '@/ui/kit/FileLink';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { nameForColour } from '@/words/colours';
import { mixWords } from '@/words/mix';
import type { InkOfRun } from './useMix';
import css from './mix.module.css';

interface Props {
  readonly one: InkOfRun;
  readonly wanted: Lab;
  readonly onKeep: (labD50: Lab) => void;
  readonly onClose: () => void;
}

const OPPOSITE: Readonly<Record<Nudge, Nudge>> = {
  ...{ lighter: 'darker', darker: 'lighter', redder: 'greener' },
  ...{ greener: 'redder', yellower: 'bluer', bluer: 'yellower' },
};

/** The nearest of the printed chips, and which way the drawdown is off it by half a step. */
export function ChipDialog({ one, wanted, onKeep, onClose }: Props) {
  const { urls } = usePrintDesk('urls');
  const chips = useMemo(() => chipsAround(wanted), [wanted]);
  const [number, setNumber] = useState(14);
  const [nudges, setNudges] = useState<readonly Nudge[]>([]);
  const toggle = (nudge: Nudge) =>
    setNudges((said) =>
      said.includes(nudge)
        ? said.filter((one) => one !== nudge)
        : [...said.filter((o) => o !== OPPOSITE[nudge]), nudge],
    );
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth>
      <DialogTitle>{mixWords('chips.title')}</DialogTitle>
      <DialogContent>
        <p>{mixWords('chips.says')}</p>
        <FileLink href={urls.file(`chips-${one.index + 1}.pdf?ink=${one.ink.id}`)}>{mixWords('chips.print')}</FileLink>
        <div className={css.chips} role="radiogroup" aria-label={mixWords('chips.label')}>
          {chips.map((chip) => (
            <label key={chip.number} className={clsx(css.chip, number === chip.number && css.taken)}>
              <input
                type="radio"
                name="chip"
                checked={number === chip.number}
                onChange={() => setNumber(chip.number)}
                aria-label={mixWords('chips.chip', { number: chip.number, word: nameForColour(chip.labD50) })}
              />
              <i style={{ background: hexFromLabD50(chip.labD50) }} aria-hidden />
              <small>{chip.number}</small>
            </label>
          ))}
        </div>
        <HalfSteps number={number} nudges={nudges} onToggle={toggle} />
        <p className={kit.note}>{mixWords('chips.error', { error: CHIP_ERROR_DELTA_E })}</p>
      </DialogContent>
      <DialogEnds
        leave={mixWords('chips.leave')}
        keep={mixWords('chips.keep')}
        onLeave={onClose}
        onKeep={() => onKeep(colourByChip(chips[number - 1].labD50, nudges))}
      />
    </Dialog>
  );
}

interface HalfStepsProps {
  readonly number: number;
  readonly nudges: readonly Nudge[];
  readonly onToggle: (nudge: Nudge) => void;
}

function HalfSteps({ number, nudges, onToggle }: HalfStepsProps) {
  const says = mixWords('chips.nudge', { number });
  return (
    <>
      <p className={kit.above12}>{says}</p>
      <div className={css.nudges} role="group" aria-label={says}>
        {NUDGES.map((nudge) => (
          <button
            key={nudge}
            type="button"
            className={clsx(css.way, kit.pressIn)}
            aria-pressed={nudges.includes(nudge)}
            onClick={() => onToggle(nudge)}
          >
            {mixWords(`chips.nudges.${nudge}`)}
          </button>
        ))}
      </div>
    </>
  );
}
