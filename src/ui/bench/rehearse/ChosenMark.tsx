import clsx from 'clsx';
import { pathOfMm } from '../../kit/paths';
import { kit } from '@/ui/kit/styles';
import type { Part } from './useRehearsal';

interface ChosenMarkProps {
  readonly outline: readonly (readonly number[])[] | undefined;
  readonly chosenPart: Part;
  readonly mmPerPx: number;
  readonly mm: number;
}

/** Where the cutter stands: the outline of the chosen part and a ring about the place. */
export function ChosenMark({ outline, chosenPart, mmPerPx, mm }: ChosenMarkProps) {
  return (
    <>
      {outline && <path className={kit.islandLine} d={pathOfMm(outline)} />}
      <circle
        className={clsx(kit.placeMark, kit.picked)}
        data-testid="picked"
        cx={(chosenPart.x + 0.5) * mmPerPx}
        cy={(chosenPart.y + 0.5) * mmPerPx}
        r={9 * mm}
      />
    </>
  );
}
