'use client';
import { perLanguage } from '@/words/language';
import { type MaskKind } from '@/model';
import { inkNamesOf } from '@/derived';
import { Cautions } from '../../kit/Cautions';
import { usePrintDesk } from '../../kit/printContext';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import { MaskRow } from './MaskRow';
import { LeaveOut } from './LeaveOut';
import { useMasking, type Masking, type MaskPanelProps } from './useMasking';
import { blockWords } from '@/words/block';

/** Masks, wipes and what is not inked in a run; two tones from one stage. */
export function MaskPanel(props: MaskPanelProps) {
  const masking: Masking = { ...props, ...useMasking(props) };
  return (
    <>
      <MasksOfRun {...masking} />
      <LeaveOut {...masking} />
      <Cautions place="board" />
    </>
  );
}

function MasksOfRun(masking: Masking) {
  const { run, theRun, masks, closed } = masking;
  const { plan } = usePrintDesk('plan');
  return (
    <section>
      <h2>{blockWords('mask.run', { run, inkNames: inkNamesOf(plan, theRun) })}</h2>
      {masks.length === 0 && <p className={kit.note}>{blockWords('mask.noMaskEverythingThat')}</p>}
      {masks.map((mask, i) => (
        <MaskRow key={mask.id} {...masking} mask={mask} i={i} />
      ))}
      {closed && <p className={kit.note}>{blockWords('mask.thisRunIsPrinted')}</p>}
      <LostMasks runId={theRun.id} closed={closed} />
    </section>
  );
}

/** Masks whose run is gone since the picture was flattened anew: kept until somebody decides. */
function LostMasks({ runId, closed }: { runId: string; closed: boolean }) {
  const { plan, change } = usePrintDesk('plan', 'change');
  const runs = new Set(plan.runs.map((run) => run.id));
  const lost = plan.masks.filter((mask) => !runs.has(mask.runId));
  if (lost.length === 0) return null;
  return (
    <div className={clsx(kit.say, kit.wait, kit.above10)}>
      <p>
        {blockWords('mask.lostTheirRun', {
          lost: lost.length,
        })}
      </p>
      {lost.map((mask) => (
        <p key={mask.id} className={clsx(kit.row, kit.gap12, kit.above6)}>
          <span>{mask.note || maskWords()[mask.kind]}</span>
          <button
            type="button"
            className={kit.link}
            disabled={closed}
            onClick={() => void change({ kind: 'mask-set', maskId: mask.id, part: { runId } })}
          >
            {blockWords('mask.giveItToThis')}
          </button>
          <button
            type="button"
            className={kit.link}
            onClick={() => void change({ kind: 'mask-removed', maskId: mask.id })}
          >
            {blockWords('mask.takeItAway')}
          </button>
        </p>
      ))}
    </div>
  );
}

const maskWords = perLanguage((): Readonly<Record<MaskKind, string>> => ({
  mask: blockWords('mask.aMaskLaidOver'),
  wipe: blockWords('mask.aPlaceWipedOff'),
  'do not ink': blockWords('mask.aPlaceNotInked'),
  'keep clean': blockWords('mask.aMaskWithOpenings'),
}));
