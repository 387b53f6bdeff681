/** Start values: thinnest ridge a material holds, and how fast a hand outlines and clears it. */
export interface BlockMaterial {
  readonly id: 'lino' | 'plywood' | 'cherry';
  readonly name: string;
  readonly short: string;
  readonly minRidgeMm: number;
  readonly outlineMPerH: number;
  readonly clearingCm2PerH: number;
}

export const BLOCK_MATERIALS: readonly BlockMaterial[] = [
  { id: 'lino', name: 'linoleum', short: 'lino', minRidgeMm: 0.5, outlineMPerH: 1.2, clearingCm2PerH: 60 },
  { id: 'plywood', name: 'hard plywood, across the grain', short: 'plywood', minRidgeMm: 1, outlineMPerH: 0.6, clearingCm2PerH: 30 },
  { id: 'cherry', name: 'cherry', short: 'cherry', minRidgeMm: 0.3, outlineMPerH: 0.6, clearingCm2PerH: 30 },
];
export const DEFAULT_TOOL_MM = 0.5;
export const TOOL_RANGE_MM = { minMm: 0.2, maxMm: 3, what: 'the narrowest tool' } as const;

export function materialById(id: string): BlockMaterial {
  return BLOCK_MATERIALS.find((material) => material.id === id) ?? BLOCK_MATERIALS[0];
}
