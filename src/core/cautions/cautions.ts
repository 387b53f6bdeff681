/** Choices and places in the work that raise a caution. */
export type CautionPlace = 'cut' | 'pull' | 'ink' | 'board' | 'saw';

/** What can hurt. */
export type CautionId =
  'blades' | 'warm-lino' | 'hands' | 'solvents' | 'rags' | 'driers' | 'kitchen' | 'sanding' | 'press' | 'drain' | 'saw';

export interface Caution {
  readonly id: CautionId;
  readonly raisedBy: readonly CautionPlace[];
}

export const CAUTIONS: readonly Caution[] = [
  {
    id: 'blades',
    raisedBy: ['cut', 'board'],
  },
  {
    id: 'warm-lino',
    raisedBy: ['cut'],
  },
  {
    id: 'hands',
    raisedBy: ['cut', 'pull'],
  },
  {
    id: 'solvents',
    raisedBy: ['ink', 'pull'],
  },
  {
    id: 'rags',
    raisedBy: ['pull', 'ink'],
  },
  {
    id: 'driers',
    raisedBy: ['ink'],
  },
  {
    id: 'kitchen',
    raisedBy: ['ink', 'pull'],
  },
  {
    id: 'saw',
    raisedBy: ['saw'],
  },
  {
    id: 'sanding',
    raisedBy: ['board', 'saw'],
  },
  {
    id: 'press',
    raisedBy: ['pull'],
  },
  {
    id: 'drain',
    raisedBy: ['pull', 'ink'],
  },
];

export function cautionsFor(place: CautionPlace): Caution[] {
  return CAUTIONS.filter((caution) => caution.raisedBy.includes(place));
}
