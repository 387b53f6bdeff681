'use client';
import Button from '@mui/material/Button';
import { FLATTEN_LIMITS } from '@/core/picture/settings';
import { usePrintDesk } from '../kit/printContext';
import type { Flatten, Work } from './useFlatten';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './FlattenPanel.module.css';
import type { FlatPlan, Plan } from '@/model';
import type { Regions } from '@/ui/kit/regions/useRegions';
import { CuttablePanel } from './cuttable/CuttablePanel';
import type { ThinLines } from './cuttable/useThinLines';
import { Dial } from './Dial';
import { ToneFindingPanel } from './tones/ToneFindingPanel';
import type { ToneFinding } from './tones/usePointing';
import { pictureWords } from '@/words/picture';
import { quantity } from '@/words/quantities';

interface Props {
  readonly flatten: Flatten;
  readonly closed: boolean;
  readonly regions: Regions;
  readonly thinLines: ThinLines;
  readonly finding: ToneFinding;
}

/** How many colours, how smooth, how small an island may be. */
export function FlattenPanel({ flatten, closed, regions, thinLines, finding }: Props) {
  const { plan } = usePrintDesk('plan');
  const { settings, work, took } = flatten;
  const set = (part: Partial<FlatPlan['settings']>) => flatten.move({ ...settings, ...part });
  return (
    <section>
      <h2>{pictureWords('flatten.flatten')}</h2>
      {closed ? (
        <p className={kit.note}>{pictureWords('flatten.theBlockIsCut')}</p>
      ) : (
        <>
          <Dial
            label={pictureWords('flatten.colours')}
            value={settings.colourCount}
            min={FLATTEN_LIMITS.minColours}
            max={FLATTEN_LIMITS.maxColours}
            step={1}
            shown={`${settings.colourCount}`}
            onChange={(colourCount) => set({ colourCount })}
          />
          <Dial
            label={pictureWords('flatten.smooth')}
            value={settings.radiusMm}
            min={0}
            max={FLATTEN_LIMITS.maxRadiusMm}
            step={0.05}
            shown={quantity('mm', settings.radiusMm, 2)}
            onChange={(radiusMm) => set({ radiusMm })}
          />
          <Dial
            label={pictureWords('flatten.smallestIsland')}
            value={Math.sqrt(settings.minIslandMm2)}
            min={0}
            max={Math.sqrt(FLATTEN_LIMITS.maxIslandMm2)}
            step={0.1}
            shown={quantity('mm2', settings.minIslandMm2, 1)}
            onChange={(root) => set({ minIslandMm2: Math.round(root * root * 10) / 10 })}
          />
          <Working work={work} flatten={flatten} plan={plan} took={took} settings={settings} />
          <ToneFindingPanel finding={finding} />
          <CuttablePanel flatten={flatten} regions={regions} thinLines={thinLines} />
        </>
      )}
    </section>
  );
}

interface WorkingProps {
  readonly work: Work;
  readonly flatten: Flatten;
  readonly plan: Plan;
  readonly took: number | undefined;
  readonly settings: FlatPlan['settings'];
}

/** How far the flattening is, what it came to, or why not. */
function Working({ work, flatten, plan, took, settings }: WorkingProps) {
  return (
    <div className={css.working} aria-live="polite">
      {work ? (
        <div className={clsx(kit.row, kit.between)}>
          <span className={kit.note}>
            {work.words}, {Math.round(work.share * 100)} %
          </span>
          <Button onClick={flatten.stop}>{pictureWords('flatten.stop')}</Button>
        </div>
      ) : plan.flat ? (
        <p className={kit.note}>
          {plan.flat.handChanges > 0
            ? pictureWords('flatten.changesByHand', { handChanges: plan.flat.handChanges })
            : took
              ? pictureWords('flatten.wholePictureFlattenedIn', { took: took / 1000 })
              : pictureWords('flatten.everyPixelHasExactly')}
        </p>
      ) : (
        <div className={clsx(kit.row, kit.between)}>
          <span className={kit.note}>{pictureWords('flatten.aFirstLookNothing')}</span>
          <Button variant="contained" color="primary" onClick={() => flatten.startWhole(settings)}>
            {pictureWords('flatten.flatten')}
          </Button>
        </div>
      )}
    </div>
  );
}
