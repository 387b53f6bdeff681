'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { CUTTABLE_LIMITS } from '@/core/cuttable/settings';
import { usePrintDesk } from '@/ui/kit/printContext';
import type { Regions } from '@/ui/kit/regions/useRegions';
import { kit } from '@/ui/kit/styles';
import { cuttableWords } from '@/words/cuttable';
import type { Flatten } from '../useFlatten';

/** The chosen island stays as it was flattened, whatever is too thin of it. */
export function KeepIsland({ regions, flatten }: { regions: Regions; flatten: Flatten }) {
  const { sheetWorker } = usePrintDesk('sheetWorker');
  const { chosen } = regions,
    { settings, move } = flatten,
    { cuttable } = settings;
  if (!chosen || !cuttable || cuttable.keptMm.length >= CUTTABLE_LIMITS.maxKept) return null;
  const keep = async () => {
    const answer = await sheetWorker.ask('outlines', { region: { islands: [chosen.key], outlinesPx: [] } });
    if (!answer.ok) return;
    // its outer ring: what lies within it goes with it
    const [outer] = [...answer.value.outlinesMm].sort((a, b) => b.length - a.length);
    move({ ...settings, cuttable: { ...cuttable, keptMm: [...cuttable.keptMm, [...outer]] } });
  };
  return (
    <div className={clsx(kit.row, kit.above6)}>
      <Button size="small" onClick={() => void keep()}>
        {cuttableWords('keep.keepIsland')}
      </Button>
    </div>
  );
}
