'use client';
import { pathOfMm } from '../../kit/paths';
import { usePrintDesk } from '../../kit/printContext';
import { useChosenIsland, type Regions } from './useRegions';

/** The chosen island's own outline, and a ring that finds it where it is small. In mm of the print; `mm` is a screen pixel. */
export function IslandOverlay({ mm }: { mm: number }) {
  const { state } = usePrintDesk();
  const chosen = useChosenIsland();
  const mmPerPx = state.plan.picture?.raster.mmPerPx ?? 0.1;
  if (!chosen) return null;
  return (
    <>
      {chosen.outlinesMm && <path className="island-line" d={pathOfMm(chosen.outlinesMm)} />}
      <circle
        className="place-mark picked"
        cx={(chosen.x + 0.5) * mmPerPx}
        cy={(chosen.y + 0.5) * mmPerPx}
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
        <DrawnPath pointsMm={line.pointsPx.map((v) => v * mmPerPx)} closed={line.use === 'lasso'} mm={mm} />
      )}
    </>
  );
}

/** A line in the making: its points stay visible. */
export function DrawnPath({ pointsMm, closed, mm }: { pointsMm: readonly number[]; closed: boolean; mm: number }) {
  const d = pathOfMm([pointsMm], closed);
  return (
    <>
      <path d={d} fill={closed ? '#A63A2B22' : 'none'} stroke="#FBF9F3" strokeWidth={4 * mm} />
      <path d={d} fill="none" stroke="#A63A2B" strokeWidth={1.8 * mm} />
      {pointsMm.map(
        (v, i) =>
          i % 2 === 0 && (
            <circle key={i} cx={v} cy={pointsMm[i + 1]} r={3 * mm} fill="#A63A2B" stroke="#FBF9F3" strokeWidth={mm} />
          ),
      )}
    </>
  );
}
