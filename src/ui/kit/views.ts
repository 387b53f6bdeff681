import { wayInWords } from '@/words/ways';
import { canBeGiven, standingsOf } from '@/derived';
import type { ViewName } from '@/model';
import type { PrintDesk } from './printContext';
import { shortDayOf } from '@/words/dates';
import { frameWords } from '@/words/frame';
import type { frame } from '@/words/en/frame';

export const BENCH_VIEWS = [
  'today',
  'rehearse',
  'cut',
  'mix',
  'proof',
  'pull',
  'table',
] as const satisfies readonly ViewName[];
const DRAWER_VIEWS: readonly ViewName[] = ['ledger', 'cards', 'look-over', 'numbering', 'record', 'whereabouts'];
export type Place = 'desk' | 'bench' | 'drawer';

export function placeOf(view: ViewName): Place {
  if ((BENCH_VIEWS as readonly ViewName[]).includes(view)) return 'bench';
  return DRAWER_VIEWS.includes(view) ? 'drawer' : 'desk';
}

export interface Step {
  readonly view: keyof (typeof frame)['view'];
  readonly summary: (desk: Pick<PrintDesk, 'plan' | 'progress'>) => string;
}

export const DESK_STEPS: readonly Step[] = [
  {
    view: 'picture',
    summary: ({ plan: { picture, flat } }) => {
      if (!picture) return frameWords('summary.bringIn');
      if (!flat) return frameWords('summary.toFlatten');
      const islands = flat.colours.reduce((sum, c) => sum + c.islandCount, 0);
      return frameWords('summary.flat', { tones: flat.colours.length, islands });
    },
  },
  {
    view: 'runs',
    summary: ({ plan: { runs, blocks }, progress }) =>
      runs.length === 0
        ? frameWords('summary.afterPicture')
        : frameWords('summary.runs', { runs: runs.length, blocks: blocks.length, closed: progress.closedRuns }),
  },
  {
    view: 'inks',
    summary: ({ plan: { inks } }) => {
      const mixed = inks.filter((ink) => ink.recipe).length;
      if (inks.length === 0) return frameWords('summary.afterRuns');
      return mixed === 0 ? frameWords('summary.noRecipe') : frameWords('summary.recipes', { mixed, inks: inks.length });
    },
  },
  {
    view: 'block',
    summary: ({ progress: { cutsDone } }) =>
      cutsDone ? frameWords('summary.cut', { times: cutsDone }) : frameWords('summary.whatIsCut'),
  },
  {
    view: 'register',
    summary: ({ plan }) => (plan.picture ? wayInWords(plan.way.registration) : frameWords('summary.afterPicture')),
  },
  {
    view: 'sheets',
    summary: ({ plan, progress: { bench } }) =>
      bench.started
        ? frameWords('summary.started', { sheets: bench.started.counted + bench.started.tests })
        : frameWords('summary.wanted', { edition: plan.sheets.edition }),
  },
  { view: 'paper', summary: ({ plan }) => plan.paper.name },
  { view: 'finish', summary: ({ plan }) => frameWords(`summary.finish.${plan.finishing.to}`) },
  {
    view: 'days',
    summary: ({ plan: { days } }) =>
      days.wishedBy ? frameWords('summary.wishedBy', { day: shortDayOf(days.wishedBy) }) : frameWords('summary.noDay'),
  },
];

export const DRAWER_STEPS: readonly Step[] = [
  { view: 'ledger', summary: ({ progress }) => frameWords('summary.pulls', { pulls: progress.bench.pulls.length }) },
  { view: 'cards', summary: ({ plan }) => frameWords('summary.cards', { runs: plan.runs.length }) },
  {
    view: 'look-over',
    summary: ({ progress: { bench } }) =>
      bench.grades.size > 0
        ? frameWords('summary.sorted', { prints: bench.grades.size })
        : frameWords('summary.notYet'),
  },
  {
    view: 'numbering',
    summary: ({ progress: { bench } }) =>
      bench.marks.length ? frameWords('summary.marked', { marks: bench.marks.length }) : frameWords('summary.notYet'),
  },
  {
    view: 'record',
    summary: ({ plan: { record } }) => frameWords(record.by === '' ? 'summary.noTexts' : 'summary.told'),
  },
  {
    view: 'whereabouts',
    summary: ({ plan, progress }) => {
      const left = standingsOf(plan, progress).filter((row) => row.role === 'numbered' && canBeGiven(row)).length;
      return left > 0 ? frameWords('summary.left', { left }) : frameWords('summary.notYet');
    },
  },
];
