import { ranged } from '../units';

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
  readonly text: string;
}

/** 0.918 inch (geometry). */
export const TYPE_HEIGHT_MM = 23.32;
/** Start values: a block prints with this much bite into the packing; more crushes, much more does not pass the cylinder. */
const BITE_MM = { least: 0.05, good: 0.25, most: 0.6, passes: 1.5 } as const;
export const HEIGHT_RANGE_MM = { minMm: 0, maxMm: 80, what: 'the height' } as const;

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
      text: 'Printed by hand nothing has to pass; the block’s stops must stay lower than its face.',
    };
  const pressMm = totalMm - pressGapMm,
    packingWantedMm = pressGapMm + BITE_MM.good - runnerMm - paperMm;
  const put = { ...shared, pressMm, packingWantedMm };
  const mm = (v: number) => `${Math.round(Math.abs(v) * 100) / 100} mm`;
  const packing =
    packingWantedMm >= 0
      ? `Packing of ${mm(packingWantedMm)} would be right.`
      : `Even without packing it is ${mm(packingWantedMm)} too high: open the press.`;
  if (pressMm < BITE_MM.least)
    return {
      ...put,
      verdict: 'does not touch',
      text: `There are ${mm(pressMm - BITE_MM.least)} too little: the block will print weakly or not at all. ${packing}`,
    };
  if (pressMm > BITE_MM.passes)
    return {
      ...put,
      verdict: 'does not pass',
      text: `The stack is ${mm(pressMm)} higher than the press is open: it does not pass, do not force it. ${packing}`,
    };
  if (pressMm > BITE_MM.most)
    return {
      ...put,
      verdict: 'too hard',
      text: `A bite of ${mm(pressMm)} crushes the edges and stretches the paper. ${packing}`,
    };
  return {
    ...put,
    verdict: 'prints',
    text: `It passes with a bite of ${mm(pressMm)}. Runners as high as the block, ${mm(runnerMm)}, keep the cylinder level at the block’s ends.`,
  };
}
