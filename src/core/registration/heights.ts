import { phrase, ranged, type Phrase } from '../units';

/** What lies on one another under the pressure, mm. */
export interface HeightStack {
  readonly blockMm: number;
  readonly backingMm: number;
  readonly paperMm: number;
  readonly packingMm: number;
  /** Opening of the press at its setting for printing; null when printed by hand. */
  readonly pressGapMm: number | null;
}

export interface HeightAnswer {
  readonly totalMm: number;
  /** Positive: pressed into the packing by so much. Null by hand. */
  readonly pressMm: number | null;
  readonly verdict: 'by hand' | 'does not touch' | 'prints' | 'too hard' | 'does not pass';
  /** Runners or rails: as high as block and backing. */
  readonly runnerMm: number;
  /** Packing that would be right. */
  readonly packingWantedMm: number | null;
  /** To bring the block to type height: put under it, or negative: too high. */
  readonly toTypeHeightMm: number;
  readonly text: Phrase;
}

/** 0.918 inch (geometry). */
export const TYPE_HEIGHT_MM = 23.32;
/** Start values: a block prints with this much bite into the packing; more crushes, much more does not pass the cylinder. */
const BITE_MM = { least: 0.05, good: 0.25, most: 0.6, passes: 1.5 } as const;
export const HEIGHT_RANGE_MM = { minMm: 0, maxMm: 80, what: phrase('measure.height') } as const;

export function heightsOf(stack: HeightStack): HeightAnswer {
  const { blockMm, backingMm, paperMm, packingMm, pressGapMm } = stack;
  for (const part of ['blockMm', 'backingMm', 'paperMm', 'packingMm'] as const)
    ranged(`a height (${part})`, stack[part], 0);
  if (pressGapMm !== null) ranged('the opening of the press (mm)', pressGapMm, 0);
  const runnerMm = blockMm + backingMm,
    totalMm = runnerMm + paperMm + packingMm;
  const shared = { totalMm, runnerMm, toTypeHeightMm: TYPE_HEIGHT_MM - runnerMm };
  if (pressGapMm === null)
    return {
      ...shared,
      pressMm: null,
      packingWantedMm: null,
      verdict: 'by hand',
      text: phrase('heights.printedByHandNothing'),
    };
  const pressMm = totalMm - pressGapMm,
    packingWantedMm = pressGapMm + BITE_MM.good - runnerMm - paperMm;
  const put = { ...shared, pressMm, packingWantedMm };
  const packing =
    packingWantedMm >= 0
      ? phrase('heights.packingOfMmWould', { packingWantedMm })
      : phrase('heights.evenWithoutPackingIt', { tooHighMm: -packingWantedMm });
  if (pressMm < BITE_MM.least)
    return {
      ...put,
      verdict: 'does not touch',
      text: phrase('heights.thereAreMmToo', { littleMm: BITE_MM.least - pressMm, packing }),
    };
  if (pressMm > BITE_MM.passes)
    return {
      ...put,
      verdict: 'does not pass',
      text: phrase('heights.theStackIsMm', { pressMm, packing }),
    };
  if (pressMm > BITE_MM.most)
    return {
      ...put,
      verdict: 'too hard',
      text: phrase('heights.aBiteOfMm', { pressMm, packing }),
    };
  return {
    ...put,
    verdict: 'prints',
    text: phrase('heights.itPassesWithA', { pressMm, runnerMm }),
  };
}
