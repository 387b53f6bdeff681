import type { ViewName } from '@/model';
import type { walk } from '@/words/en/walk';

/** A step of the walk: which control of which view is touched, and what of it counts as done. */
export interface WalkStep {
  readonly id: keyof (typeof walk)['step'];
  readonly view: ViewName;
  /** Finds the control. */
  readonly target: string;
  /** Done by touching it, by changing what it holds, when a leaf is turned to, or when what it does is in the log. */
  readonly by: 'click' | 'change' | 'turned' | 'cut' | 'started';
}

const leaf = (id: string) => `[role="tab"][id$="${id}"]`;
const named = (name: string) => `[data-walk="${name}"]`;

export const WALK: readonly WalkStep[] = [
  { id: 'islands', view: 'picture', target: leaf('islands'), by: 'turned' },
  { id: 'runLine', view: 'runs', target: '[data-testid="run-cell"]:nth-of-type(3)', by: 'click' },
  { id: 'weave', view: 'runs', target: leaf('weave'), by: 'turned' },
  { id: 'recipes', view: 'inks', target: named('recipes'), by: 'click' },
  { id: 'mirrored', view: 'block', target: named('mirrored'), by: 'click' },
  { id: 'jig', view: 'register', target: leaf('jig'), by: 'turned' },
  { id: 'edition', view: 'sheets', target: named('edition'), by: 'change' },
  { id: 'parts', view: 'cut', target: '[data-testid="part"]', by: 'click' },
  { id: 'gate', view: 'cut', target: named('gate'), by: 'cut' },
  { id: 'start', view: 'pull', target: named('start'), by: 'started' },
];
