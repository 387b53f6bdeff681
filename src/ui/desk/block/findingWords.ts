import type { BlockMaterial, Finding, FindingKind } from '@/core/cutting';
import { formatBare, formatLength, type LengthUnit } from '@/core/units';

export const FINDING_TITLES: Readonly<Record<FindingKind, readonly [string, string]>> = {
  ridge: ['ridge too thin', 'ridges too thin'],
  gap: ['gap too narrow', 'gaps too narrow'],
  uncuttable: ['part no tool enters', 'parts no tool enters'],
  loose: ['part that will break loose', 'parts that will break loose'],
  chatter: ['opening the roller reaches into', 'openings the roller reaches into'],
};
export const FINDING_ORDER: readonly FindingKind[] = ['ridge', 'gap', 'uncuttable', 'loose', 'chatter'];

/** The figure of a finding beside what it should be. */
export function figureOf(finding: Finding, unit: LengthUnit): string {
  if (finding.kind === 'loose') return `${finding.value.toFixed(1)} of ${finding.limit.toFixed(1)} mm²`;
  if (finding.kind === 'chatter')
    return `${formatBare(finding.value, unit, 0)} wide, ${formatLength(finding.limit, unit, 0)} bridged`;
  return `${formatBare(finding.value, unit, 2)} of ${formatLength(finding.limit, unit, 2)}`;
}

/** Why it matters, in a sentence. */
export function reasonOf(finding: Finding, material: BlockMaterial): string {
  switch (finding.kind) {
    case 'ridge':
      return `${material.grain ? `Running this way to the grain, ${material.name}` : capital(material.name)} does not hold a ridge this thin; it breaks under the tool or the roller.`;
    case 'gap':
      return 'The narrowest tool is wider than this gap: it takes the edges with it, or the gap fills with ink.';
    case 'uncuttable':
      return 'Not even the narrowest tool enters this part, so it cannot be cleared at all.';
    case 'loose':
      return 'A part this small has too little foot; it comes off while the rest is cut or inked.';
    case 'chatter':
      return 'Nothing stands near enough to carry the roller: it dips and prints from the floor.';
  }
}

export interface Cure {
  readonly id: 'thicken' | 'widen' | 'merge' | 'mask' | 'keep';
  readonly words: string;
}

/** What can be done about it. Shapes can be changed only before the first cut. */
export function curesOf(finding: Finding, unit: LengthUnit, shapesOpen: boolean): Cure[] {
  const keep: Cure = { id: 'keep', words: 'Keep it: it is wanted' };
  const merge: Cure = { id: 'merge', words: 'Merge into its neighbour' };
  const to = formatLength(finding.limit, unit, 2);
  const shape: Readonly<Record<FindingKind, readonly Cure[]>> = {
    ridge: [{ id: 'thicken', words: `Thicken to ${to}` }],
    gap: [{ id: 'widen', words: `Widen to ${to}` }],
    uncuttable: [{ id: 'widen', words: `Widen to ${to}` }, merge],
    loose: [merge],
    chatter: [],
  };
  return [
    ...(shapesOpen ? shape[finding.kind] : []),
    ...(finding.kind === 'chatter' ? [{ id: 'mask' as const, words: 'Mask cleared ground in this run' }] : []),
    keep,
  ];
}

function capital(text: string): string {
  return text[0].toUpperCase() + text.slice(1);
}
