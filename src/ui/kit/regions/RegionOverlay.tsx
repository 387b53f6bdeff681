'use client';
import { pathOfMm } from '@/ui/kit/paths';
import { usePrintDesk } from '@/ui/kit/printContext';
import { useChosenIsland, type Regions } from './useRegions';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import { TOKENS } from '@/ui/theme/tokens';

/** The chosen island's own outline, and a ring that finds it where it is small. In mm of the print; `mm` is a screen pixel. */
export function IslandOverlay({ mm }: { mm: number }) {
  const { plan } = usePrintDesk('plan');
  const chosen = useChosenIsland();
  const mmPerPx = plan.picture?.raster.mmPerPx ?? 0.1;
  if (!chosen) return null;
  return <ChosenIsland {...chosen} mmPerPx={mmPerPx} mm={mm} />;
}

interface ChosenIslandProps {
  readonly outlinesMm?: readonly (readonly number[])[];
  /** A pixel of it. */
  readonly x: number;
  readonly y: number;
  readonly mmPerPx: number;
  readonly mm: number;
}

/** The outline of an island, once it is known, and a ring about a place in it. */
export function ChosenIsland({ outlinesMm, x, y, mmPerPx, mm }: ChosenIslandProps) {
  return (
    <>
      {outlinesMm && <path className={kit.islandLine} d={pathOfMm(outlinesMm)} />}
      <circle
        className={clsx(kit.placeMark, kit.picked)}
        data-testid="picked"
        cx={(x + 0.5) * mmPerPx}
        cy={(y + 0.5) * mmPerPx}
        r={9 * mm}
      />
    </>
  );
}

/** The same, and the line being drawn. */
export function RegionOverlay({ regions, mm }: { regions: Regions; mm: number }) {
  const { line, mmPerPx } = regions;
  return (
    <>
      <IslandOverlay mm={mm} />
      {line && line.pointsPx.length > 0 && (
        <DrawnPath
          pointsMm={line.pointsPx.map((v) => v * mmPerPx)}
          closed={line.use === 'lasso' || line.use === 'zone'}
          mm={mm}
        />
      )}
    </>
  );
}

/** A line in the making: its points stay visible. */
export function DrawnPath({ pointsMm, closed, mm }: { pointsMm: readonly number[]; closed: boolean; mm: number }) {
  const d = pathOfMm([pointsMm], closed);
  return (
    <>
      <path d={d} fill={closed ? `${TOKENS.madder}22` : 'none'} stroke={TOKENS.sheet} strokeWidth={4 * mm} />
      <path d={d} fill="none" stroke={TOKENS.madder} strokeWidth={1.8 * mm} />
      {pointsMm.map(
        (v, i) =>
          i % 2 === 0 && (
            <circle
              key={i}
              cx={v}
              cy={pointsMm[i + 1]}
              r={3 * mm}
              fill={TOKENS.madder}
              stroke={TOKENS.sheet}
              strokeWidth={mm}
            />
          ),
      )}
    </>
  );
}
