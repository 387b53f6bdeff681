'use client';
import clsx from 'clsx';
import { EDITION_ROUND } from '@/model';
import { kit } from '@/ui/kit/styles';
import { LabFields } from '../../kit/fields';
import { FromWorkshop } from '../../kit/FromWorkshop';
import { usePrintDesk } from '../../kit/printContext';
import { Swatch } from '../../kit/Swatch';

/** The paper's name and colour, chosen from the workshop or typed: every look follows. */
export function PaperColour() {
  const {
    change,
    paperPlanned: paper,
    seenRound,
    plan: { frozenAt },
  } = usePrintDesk('change', 'paperPlanned', 'seenRound', 'plan');
  return (
    <div className={kit.below8}>
      <h2 className={clsx(kit.row, kit.gap6)}>
        Paper <Swatch lab={paper.labD50} />
      </h2>
      <FromWorkshop kind="paper" label="Paper" none={paper.name} className={kit.above14} />
      <div className={kit.above14}>
        <LabFields
          name="The paper’s colour"
          lab={paper.labD50}
          onChange={(labD50) => void change({ kind: 'paper-set', part: { name: 'paper of our own', labD50 } })}
        />
      </div>
      <p className={clsx(kit.note, kit.above4)}>
        Looks, warnings and recipes reckon with this colour.{' '}
        {frozenAt === null
          ? 'Until the first cut it follows the workshop.'
          : 'It is kept as it was at the first cut, whatever becomes of the workshop’s.'}
        {seenRound !== EDITION_ROUND &&
          ' The looks are shown on the paper of a round of proofs now; under Sheets they go back to this one.'}
      </p>
    </div>
  );
}
