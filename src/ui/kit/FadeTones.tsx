'use client';
import clsx from 'clsx';
import { tonesOf, type inkingsOf } from '@/derived';
import { kit } from '@/ui/kit/styles';
import { fadeWords } from '@/words/fades';
import css from './FadeTones.module.css';
import { usePrintDesk } from './printContext';
import { Swatch } from './Swatch';

const TONE_NAMES = ['begin', 'quarter', 'half', 'threeQuarters', 'end'] as const;

interface FadeTonesProps {
  readonly inking: ReturnType<typeof inkingsOf>[number];
  /** Of its run, from 0. */
  readonly index: number;
}

/** The tones of a fade at its ends and its quarters, as seen after its run: a strip to be held beside the sheet. */
export function FadeTones({ inking, index }: FadeTonesProps) {
  const { plan, looks, sheet, progress } = usePrintDesk('plan', 'looks', 'sheet', 'progress');
  const tones = looks ? tonesOf(plan, progress.bench.coloursGot, looks, sheet, index, inking) : [];
  return (
    <ol className={css.tones} aria-label={fadeWords('tones')}>
      {tones.map(({ along, gone, labD50 }, i) => {
        const at = fadeWords(`tone.${TONE_NAMES[i]}`);
        return (
          <li key={along} title={fadeWords('toneSaid', { at, gone: Math.round(100 * gone) })}>
            <Swatch lab={labD50} />
            <span className={clsx(kit.num, kit.quiet)}>{at}</span>
          </li>
        );
      })}
    </ol>
  );
}
