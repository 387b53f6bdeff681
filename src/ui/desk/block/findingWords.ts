import type { BlockMaterial, Finding, FindingKind } from '@/core/cutting';
import type { LengthUnit } from '@/core/units';
import { formatBare, formatLength } from '@/words/lengths';
import { capitalised } from '@/words/phrases';
import { blockWords } from '@/words/block';
import { materialInWords } from '@/words/materials';

/** How many places of a kind there are. */
export function placesOfKind(kind: FindingKind, places: number): string {
  return blockWords(`findingWords.places.${kind}`, { places });
}

export const FINDING_ORDER: readonly FindingKind[] = ['ridge', 'gap', 'uncuttable', 'loose', 'chatter'];

/** The figure of a finding beside what it should be. */
export function figureOf(finding: Finding, unit: LengthUnit): string {
  if (finding.kind === 'loose')
    return blockWords('findingWords.areaOf', { found: finding.value, wanted: finding.limit });
  if (finding.kind === 'chatter')
    return blockWords('findingWords.bridged', {
      found: formatBare(finding.value, unit, 0),
      wanted: formatLength(finding.limit, unit, 0),
    });
  return blockWords('findingWords.lengthOf', {
    found: formatBare(finding.value, unit, 2),
    wanted: formatLength(finding.limit, unit, 2),
  });
}

/** Why it matters, in a sentence. */
export function reasonOf(finding: Finding, material: BlockMaterial): string {
  switch (finding.kind) {
    case 'ridge':
      return blockWords('findingWords.doesNotHoldA', {
        material: material.grain
          ? blockWords('findingWords.runningThisWayTo', { material: materialInWords(material) })
          : capitalised(materialInWords(material)),
      });
    case 'gap':
      return blockWords('findingWords.theNarrowestToolIs');
    case 'uncuttable':
      return blockWords('findingWords.notEvenTheNarrowest');
    case 'loose':
      return blockWords('findingWords.aPartThisSmall');
    case 'chatter':
      return blockWords('findingWords.nothingStandsNearEnough');
  }
}

export interface Cure {
  readonly id: 'thicken' | 'widen' | 'merge' | 'mask' | 'keep';
  readonly words: string;
}

/** What can be done about it. Shapes can be changed only before the first cut. */
export function curesOf(finding: Finding, unit: LengthUnit, shapesOpen: boolean): Cure[] {
  const keep: Cure = { id: 'keep', words: blockWords('findingWords.keepItItIs') };
  const merge: Cure = { id: 'merge', words: blockWords('findingWords.mergeIntoItsNeighbour') };
  const to = formatLength(finding.limit, unit, 2);
  const shape: Readonly<Record<FindingKind, readonly Cure[]>> = {
    ridge: [{ id: 'thicken', words: blockWords('findingWords.thickenTo', { to }) }],
    gap: [{ id: 'widen', words: blockWords('findingWords.widenTo', { to }) }],
    uncuttable: [{ id: 'widen', words: blockWords('findingWords.widenTo', { to }) }, merge],
    loose: [merge],
    chatter: [],
  };
  return [
    ...(shapesOpen ? shape[finding.kind] : []),
    ...(finding.kind === 'chatter'
      ? [{ id: 'mask' as const, words: blockWords('findingWords.maskClearedGroundIn') }]
      : []),
    keep,
  ];
}
