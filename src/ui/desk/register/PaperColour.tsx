'use client';
import clsx from 'clsx';
import { EDITION_ROUND } from '@/model';
import { kit } from '@/ui/kit/styles';
import { LabFields } from '../../kit/fields';
import { FromWorkshop } from '../../kit/FromWorkshop';
import { usePrintDesk } from '../../kit/printContext';
import { Swatch } from '../../kit/Swatch';
import { registerWords } from '@/words/register';

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
        {registerWords('paperColour.paper')} <Swatch lab={paper.labD50} />
      </h2>
      <FromWorkshop kind="paper" label={registerWords('paperColour.paper')} none={paper.name} className={kit.above14} />
      <div className={kit.above14}>
        <LabFields
          name={registerWords('paperColour.thePapersColour')}
          lab={paper.labD50}
          onChange={(labD50) =>
            void change({ kind: 'paper-set', part: { name: registerWords('paperColour.paperOfOurOwn'), labD50 } })
          }
        />
      </div>
      <p className={clsx(kit.note, kit.above4)}>
        {registerWords('paperColour.looksWarningsAndRecipes', { frozenAt: String(frozenAt === null) })}
        {seenRound !== EDITION_ROUND && ` ${registerWords('paperColour.theLooksAreShown')}`}
      </p>
    </div>
  );
}
