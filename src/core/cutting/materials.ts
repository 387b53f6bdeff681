import { phrase, ranged } from '../units';

/** Start values: thinnest ridge a material holds, smallest part that stays on, and how fast a hand outlines and clears it. */
export interface BlockMaterial {
  readonly id: 'lino' | 'soft-lino' | 'plywood' | 'cherry';
  /** A ridge that runs with the grain, and one that crosses it; alike where there is no grain. */
  readonly ridgeAlongMm: number;
  readonly ridgeAcrossMm: number;
  /** Standing parts smaller than this break loose sooner or later. */
  readonly looseMm2: number;
  readonly grain: boolean;
  readonly outlineMPerH: number;
  readonly clearingCm2PerH: number;
}

export const BLOCK_MATERIALS: readonly BlockMaterial[] = [
  {
    id: 'lino',
    ridgeAlongMm: 0.5,
    ridgeAcrossMm: 0.5,
    looseMm2: 0.8,
    grain: false,
    outlineMPerH: 1.2,
    clearingCm2PerH: 60,
  },
  {
    id: 'soft-lino',
    ridgeAlongMm: 0.8,
    ridgeAcrossMm: 0.8,
    looseMm2: 1.5,
    grain: false,
    outlineMPerH: 1.6,
    clearingCm2PerH: 90,
  },
  {
    id: 'plywood',
    ridgeAlongMm: 0.6,
    ridgeAcrossMm: 1,
    looseMm2: 2,
    grain: true,
    outlineMPerH: 0.6,
    clearingCm2PerH: 30,
  },
  {
    id: 'cherry',
    ridgeAlongMm: 0.3,
    ridgeAcrossMm: 0.4,
    looseMm2: 0.5,
    grain: true,
    outlineMPerH: 0.6,
    clearingCm2PerH: 30,
  },
];
/** Gouges and knives by the width they clear, mm: start value. */
export const DEFAULT_TOOLS_MM: readonly number[] = [0.5, 1, 2, 3, 6, 10];
export const TOOL_RANGE_MM = { minMm: 0.2, maxMm: 30, what: phrase('measure.toolsWidth') } as const;
export const MAX_TOOLS = 12;

export interface InkRoller {
  readonly diameterMm: number;
  /** A soft roller sinks into openings by half a millimetre more (start value). */
  readonly soft: boolean;
  /** How deep wide openings are cleared. */
  readonly depthMm: number;
}
export const DEFAULT_ROLLER: InkRoller = { diameterMm: 50, soft: false, depthMm: 1.5 };
export const ROLLER_DIAMETER_MM = { minMm: 10, maxMm: 400, what: phrase('measure.rollersDiameter') } as const;
export const DEPTH_MM = { minMm: 0.2, maxMm: 10, what: phrase('measure.depthOfClearing') } as const;

export function materialById(id: string): BlockMaterial {
  return BLOCK_MATERIALS.find((material) => material.id === id) ?? BLOCK_MATERIALS[0];
}

/** The thinnest ridge a material holds that runs at `angleDeg` to its grain: between the two by the square of the sine. */
export function ridgeLimitMm(material: BlockMaterial, angleDeg: number): number {
  ranged('an angle to the grain (°)', angleDeg, -360, 360);
  const across = Math.sin((angleDeg * Math.PI) / 180) ** 2;
  return material.ridgeAlongMm + (material.ridgeAcrossMm - material.ridgeAlongMm) * across;
}
