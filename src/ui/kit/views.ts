import type { PrintDesk } from './printContext';

export const VIEW_NAMES = [
  'picture',
  'runs',
  'inks',
  'block',
  'register',
  'sheets',
  'rehearse',
  'cut',
  'proof',
  'pull',
  'ledger',
  'numbering',
] as const;
export type ViewName = (typeof VIEW_NAMES)[number];
export type Place = 'desk' | 'bench' | 'drawer';

export function placeOf(view: ViewName): Place {
  if (view === 'rehearse' || view === 'cut' || view === 'proof' || view === 'pull') return 'bench';
  return view === 'ledger' || view === 'numbering' ? 'drawer' : 'desk';
}

export interface Step {
  readonly view: ViewName;
  readonly name: string;
  readonly summary: (desk: Pick<PrintDesk, 'plan' | 'progress'>) => string;
}

export const DESK_STEPS: readonly Step[] = [
  {
    view: 'picture',
    name: 'Picture',
    summary: ({ plan }) => {
      const { flat } = plan;
      if (!plan.picture) return 'bring one in';
      return flat
        ? `${flat.colours.length} tones, ${flat.colours.reduce((sum, c) => sum + c.islandCount, 0)} islands`
        : 'to be flattened';
    },
  },
  {
    view: 'runs',
    name: 'Runs',
    summary: ({ plan, progress }) => {
      const runs = plan.runs.length;
      return runs
        ? `${runs} run${runs === 1 ? '' : 's'}, ${plan.blocks.length} block${plan.blocks.length === 1 ? '' : 's'}${progress.closedRuns ? `, ${progress.closedRuns} closed` : ''}`
        : 'after the picture';
    },
  },
  {
    view: 'inks',
    name: 'Inks',
    summary: ({ plan }) => {
      const { inks } = plan;
      const mixed = inks.filter((ink) => ink.recipe).length;
      return inks.length === 0
        ? 'after the runs'
        : mixed === 0
          ? 'no recipe yet'
          : `${mixed} of ${inks.length} recipes`;
    },
  },
  {
    view: 'block',
    name: 'Block',
    summary: ({ progress }) =>
      progress.cutsDone ? `cut ${progress.cutsDone} time${progress.cutsDone === 1 ? '' : 's'}` : 'what is cut',
  },
  {
    view: 'register',
    name: 'Register',
    summary: ({ plan }) => (plan.picture ? plan.way.registration : 'after the picture'),
  },
  {
    view: 'sheets',
    name: 'Sheets',
    summary: ({ plan, progress }) => {
      const started = progress.bench.started;
      return started ? `${started.counted + started.tests} started` : `for ${plan.sheets.edition} good prints`;
    },
  },
];

export const DRAWER_STEPS: readonly Step[] = [
  { view: 'ledger', name: 'Ledger', summary: ({ progress }) => `${progress.bench.pulls.length} pulls` },
  {
    view: 'numbering',
    name: 'Numbering',
    summary: ({ progress }) => (progress.bench.marks.length ? `${progress.bench.marks.length} marked` : 'not yet'),
  },
];
