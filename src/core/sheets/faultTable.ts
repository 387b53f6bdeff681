import type { Fault } from './names';

/** What is seen on a sheet, each drawn small: where the way to a cause begins. */
export const SIGNS = [
  'pale',
  'patches',
  'speckled',
  'heavy',
  'filled',
  'double',
  'fringe',
  'ground',
  'smear',
  'spots',
  'crease',
  'torn',
  'colour',
  'offset',
  'shiny',
  'bled',
  'broken',
  'mould',
] as const;
export type Sign = (typeof SIGNS)[number];

/** The faults a sign may have been logged as. */
export const FAULTS_OF_SIGN: Readonly<Record<Sign, readonly Fault[]>> = {
  pale: ['weak'],
  patches: ['patchy'],
  speckled: ['patchy', 'weak'],
  heavy: ['too heavy'],
  filled: ['filled', 'too heavy'],
  double: ['ghost'],
  fringe: ['misfit'],
  ground: ['chatter'],
  smear: ['smudge'],
  spots: ['mark'],
  crease: ['crease'],
  torn: ['tear'],
  colour: ['wrong colour'],
  offset: ['mark', 'smudge'],
  shiny: ['paste shine', 'other'],
  bled: ['bled'],
  broken: ['broken'],
  mould: ['mould', 'mark'],
};

/** What can be asked, or is known from the log. */
export const CLUES = [
  'first',
  'worse',
  'changed',
  'same place',
  'one side',
  'edge',
  'solids',
  'lines',
  'over films',
  'wet below',
  'tacky',
  'dry slab',
  'long rubbing',
  'slides',
  'damp',
] as const;
export type Clue = (typeof CLUES)[number];

/** What is done next, as a setting of the bench where it is one. */
export interface Remedy {
  readonly what:
    | 'charges'
    | 'ink'
    | 'rubbing tool'
    | 'passes'
    | 'pressure or packing'
    | 'slip sheet'
    | 'water'
    | 'paste'
    | 'dampness'
    | 'drier';
  /** More or less of it; of a choice, which. */
  readonly by: 1 | -1 | 'hard' | 'broad' | 'one';
}

export interface Cause {
  readonly id: string;
  /** How often it is behind a sign, against the other causes of that sign (start values). */
  readonly signs: Readonly<Partial<Record<Sign, number>>>;
  /** Chance that a clue holds where this is the cause; where it is not named the clue tells nothing for or against it. */
  readonly clues: Readonly<Partial<Record<Clue, number>>>;
  readonly remedy?: Remedy;
  /** What trying it costs: minutes, and sheets that may be lost by it. */
  readonly minutes: number;
  readonly sheets: number;
  /** Only on wood, only in damp work. */
  readonly only?: 'wood' | 'brushed' | 'rolled';
}

const more = (what: Remedy['what']): Remedy => ({ what, by: 1 }),
  less = (what: Remedy['what']): Remedy => ({ what, by: -1 });

/** One row a cause; figures are start values until the workshop's own tries replace them. */
export const CAUSES = [
  {
    id: 'fewCharges',
    ...{
      signs: { pale: 5, patches: 2, speckled: 3 },
      clues: { worse: 0.8, solids: 0.7, first: 0.2, 'same place': 0.2 },
    },
    ...{ remedy: more('charges'), minutes: 1, sheets: 0, only: 'rolled' },
  },
  {
    id: 'coldBlock',
    ...{ signs: { pale: 4, patches: 4 }, clues: { first: 0.95, worse: 0.03, 'same place': 0.2 } },
    ...{ minutes: 4, sheets: 0 },
  },
  {
    id: 'woodDrinks',
    ...{ signs: { pale: 3, patches: 3, speckled: 2 }, clues: { first: 0.8, worse: 0.05, solids: 0.8 } },
    ...{ remedy: more('charges'), minutes: 3, sheets: 0, only: 'wood' },
  },
  {
    id: 'lightRubbing',
    ...{
      signs: { pale: 3, patches: 4 },
      clues: { 'one side': 0.6, solids: 0.7, 'long rubbing': 0.03, 'same place': 0.3 },
    },
    ...{ remedy: { what: 'rubbing tool', by: 'hard' }, minutes: 2, sheets: 0 },
  },
  {
    id: 'hollowBlock',
    ...{ signs: { patches: 3, pale: 1 }, clues: { 'same place': 0.97, 'one side': 0.5, worse: 0.05, changed: 0.05 } },
    ...{ remedy: more('pressure or packing'), minutes: 8, sheets: 1 },
  },
  {
    id: 'wornRoller',
    ...{ signs: { patches: 2, speckled: 1, ground: 1 }, clues: { 'same place': 0.3, worse: 0.1, lines: 0.3 } },
    ...{ minutes: 10, sheets: 1, only: 'rolled' },
  },
  {
    id: 'stiffInk',
    ...{
      signs: { speckled: 4, pale: 2, patches: 1 },
      clues: { tacky: 0.95, 'dry slab': 0.5, 'same place': 0.1, worse: 0.5 },
    },
    ...{ remedy: less('ink'), minutes: 5, sheets: 0, only: 'rolled' },
  },
  {
    id: 'drySlab',
    ...{ signs: { speckled: 2, pale: 2, spots: 2 }, clues: { 'dry slab': 0.95, worse: 0.8, first: 0.03, tacky: 0.7 } },
    ...{ minutes: 10, sheets: 0, only: 'rolled' },
  },
  {
    id: 'roughPaper',
    ...{ signs: { speckled: 3 }, clues: { solids: 0.9, worse: 0.05, 'same place': 0.1, changed: 0.3 } },
    ...{ remedy: more('passes'), minutes: 4, sheets: 1 },
  },
  {
    id: 'sealedFilm',
    ...{ signs: { speckled: 3, shiny: 5, pale: 1 }, clues: { 'over films': 0.97, 'wet below': 0.03, worse: 0.2 } },
    ...{ minutes: 15, sheets: 1, only: 'rolled' },
  },
  {
    id: 'wetBelow',
    ...{ signs: { pale: 1, speckled: 1, offset: 3, smear: 2 }, clues: { 'wet below': 0.97, 'over films': 0.9 } },
    ...{ minutes: 60, sheets: 0, only: 'rolled' },
  },
  {
    id: 'manyCharges',
    ...{ signs: { heavy: 5, filled: 4, offset: 2 }, clues: { worse: 0.7, lines: 0.6, tacky: 0.2, first: 0.1 } },
    ...{ remedy: less('charges'), minutes: 1, sheets: 0, only: 'rolled' },
  },
  {
    id: 'thinInk',
    ...{ signs: { heavy: 2, filled: 3, offset: 1 }, clues: { tacky: 0.03, lines: 0.8, changed: 0.5 } },
    ...{ remedy: more('ink'), minutes: 6, sheets: 0, only: 'rolled' },
  },
  {
    id: 'hardRubbing',
    ...{ signs: { filled: 2, heavy: 2 }, clues: { 'long rubbing': 0.8, lines: 0.6, worse: 0.2 } },
    ...{ remedy: { what: 'rubbing tool', by: 'broad' }, minutes: 0, sheets: 0 },
  },
  {
    id: 'rollerInLines',
    ...{ signs: { filled: 3 }, clues: { lines: 0.95, 'same place': 0.8, 'long rubbing': 0.2 } },
    ...{ minutes: 5, sheets: 0, only: 'rolled' },
  },
  {
    id: 'manyFilms',
    ...{ signs: { filled: 2, shiny: 2 }, clues: { 'over films': 0.95, lines: 0.8, worse: 0.1 } },
    ...{ remedy: less('charges'), minutes: 1, sheets: 1, only: 'rolled' },
  },
  {
    id: 'sheetMoved',
    ...{ signs: { double: 5 }, clues: { slides: 0.8, 'one side': 0.5, 'long rubbing': 0.3, 'same place': 0.1 } },
    ...{ minutes: 1, sheets: 0 },
  },
  {
    id: 'rubbedLong',
    ...{ signs: { double: 4 }, clues: { 'long rubbing': 0.95, edge: 0.5, slides: 0.2, damp: 0.5 } },
    ...{ remedy: { what: 'rubbing tool', by: 'hard' }, minutes: 0, sheets: 0 },
  },
  {
    id: 'blockMoved',
    ...{ signs: { double: 2, fringe: 2 }, clues: { slides: 0.3, 'one side': 0.2, changed: 0.4, 'same place': 0.4 } },
    ...{ minutes: 5, sheets: 0 },
  },
  {
    id: 'peeledAskew',
    ...{ signs: { double: 1, smear: 3 }, clues: { 'one side': 0.8, slides: 0.4, 'same place': 0.2 } },
    ...{ minutes: 0, sheets: 0 },
  },
  {
    id: 'stopsLoose',
    ...{ signs: { fringe: 3 }, clues: { slides: 0.9, 'same place': 0.1, worse: 0.5 } },
    ...{ minutes: 10, sheets: 0 },
  },
  {
    id: 'laidAskew',
    ...{ signs: { fringe: 3 }, clues: { 'one side': 0.7, 'same place': 0.1, slides: 0.4, worse: 0.1 } },
    ...{ minutes: 1, sheets: 0 },
  },
  {
    id: 'paperGrew',
    ...{ signs: { fringe: 3 }, clues: { edge: 0.9, damp: 0.7, worse: 0.5, 'one side': 0.4, 'same place': 0.6 } },
    ...{ remedy: less('dampness'), minutes: 30, sheets: 1 },
  },
  {
    id: 'boardGrew',
    ...{ signs: { fringe: 2 }, clues: { edge: 0.9, 'same place': 0.9, damp: 0.6, changed: 0.1 } },
    ...{ minutes: 60, sheets: 0, only: 'wood' },
  },
  {
    id: 'marksWrong',
    ...{ signs: { fringe: 4 }, clues: { 'same place': 0.97, worse: 0.03, first: 0.5, slides: 0.1 } },
    ...{ minutes: 15, sheets: 1 },
  },
  {
    id: 'rollerReaches',
    ...{ signs: { ground: 5 }, clues: { 'same place': 0.85, edge: 0.2, 'long rubbing': 0.1 } },
    ...{ minutes: 10, sheets: 0, only: 'rolled' },
  },
  {
    id: 'ridgesLeft',
    ...{ signs: { ground: 4 }, clues: { 'same place': 0.97, lines: 0.7, worse: 0.1 } },
    ...{ minutes: 15, sheets: 0 },
  },
  {
    id: 'paperSags',
    ...{ signs: { ground: 2 }, clues: { 'long rubbing': 0.7, damp: 0.5, 'same place': 0.4 } },
    ...{ remedy: { what: 'slip sheet', by: 'one' }, minutes: 2, sheets: 0 },
  },
  {
    id: 'rollerEdges',
    ...{ signs: { ground: 2, heavy: 1 }, clues: { edge: 0.9, 'same place': 0.2, worse: 0.5 } },
    ...{ minutes: 2, sheets: 0, only: 'rolled' },
  },
  {
    id: 'dirtyHands',
    ...{ signs: { smear: 4, spots: 2 }, clues: { edge: 0.7, 'same place': 0.05, worse: 0.4 } },
    ...{ minutes: 3, sheets: 0 },
  },
  {
    id: 'dirtyJig',
    ...{ signs: { smear: 3, spots: 1 }, clues: { edge: 0.9, 'same place': 0.8, worse: 0.5 } },
    ...{ minutes: 5, sheets: 0 },
  },
  {
    id: 'dust',
    ...{ signs: { spots: 5 }, clues: { 'same place': 0.4, solids: 0.7, worse: 0.3, edge: 0.1 } },
    ...{ minutes: 5, sheets: 0 },
  },
  {
    id: 'overTheEdge',
    ...{ signs: { crease: 5, torn: 2 }, clues: { edge: 0.97, 'long rubbing': 0.5, 'one side': 0.5 } },
    ...{ minutes: 0, sheets: 0 },
  },
  {
    id: 'softPaper',
    ...{ signs: { crease: 3, torn: 3 }, clues: { damp: 0.9, 'long rubbing': 0.5, edge: 0.4 } },
    ...{ remedy: { what: 'slip sheet', by: 'one' }, minutes: 2, sheets: 0 },
  },
  {
    id: 'laidWithAFold',
    ...{ signs: { crease: 3 }, clues: { edge: 0.3, 'same place': 0.05, 'one side': 0.5, damp: 0.3 } },
    ...{ minutes: 1, sheets: 0 },
  },
  {
    id: 'tapeTears',
    ...{ signs: { torn: 4 }, clues: { edge: 0.97, 'same place': 0.9, damp: 0.3 } },
    ...{ minutes: 5, sheets: 0 },
  },
  {
    id: 'inkPlucks',
    ...{ signs: { torn: 4, spots: 1 }, clues: { tacky: 0.97, solids: 0.9, edge: 0.1 } },
    ...{ remedy: less('ink'), minutes: 5, sheets: 0, only: 'rolled' },
  },
  {
    id: 'otherMixture',
    ...{ signs: { colour: 4 }, clues: { changed: 0.9, worse: 0.05, first: 0.3 } },
    ...{ minutes: 15, sheets: 1 },
  },
  {
    id: 'filmBelowShows',
    ...{ signs: { colour: 4 }, clues: { 'over films': 0.97, changed: 0.1, worse: 0.05 } },
    ...{ minutes: 15, sheets: 1 },
  },
  {
    id: 'otherFilm',
    ...{ signs: { colour: 3 }, clues: { worse: 0.7, changed: 0.3, solids: 0.6 } },
    ...{ remedy: more('charges'), minutes: 1, sheets: 0, only: 'rolled' },
  },
  {
    id: 'notStirred',
    ...{ signs: { colour: 2 }, clues: { worse: 0.5, 'dry slab': 0.3, first: 0.4, 'one side': 0.5 } },
    ...{ minutes: 5, sheets: 0 },
  },
  {
    id: 'stackedSoon',
    ...{ signs: { offset: 5, shiny: 1 }, clues: { 'wet below': 0.3, worse: 0.3, 'same place': 0.5 } },
    ...{ remedy: { what: 'slip sheet', by: 'one' }, minutes: 2, sheets: 0 },
  },
  {
    id: 'muchDrier',
    ...{ signs: { shiny: 4 }, clues: { 'over films': 0.7, changed: 0.4, 'dry slab': 0.5 } },
    ...{ remedy: less('drier'), minutes: 5, sheets: 0, only: 'rolled' },
  },
  {
    id: 'muchPaste',
    ...{ signs: { shiny: 5 }, clues: { solids: 0.8, changed: 0.4 } },
    ...{ remedy: less('paste'), minutes: 2, sheets: 0, only: 'brushed' },
  },
  {
    id: 'wetPack',
    ...{ signs: { bled: 5, double: 1 }, clues: { damp: 0.97, first: 0.6, lines: 0.6 } },
    ...{ remedy: less('dampness'), minutes: 30, sheets: 0, only: 'brushed' },
  },
  {
    id: 'muchWater',
    ...{ signs: { bled: 4 }, clues: { damp: 0.3, lines: 0.8, solids: 0.5, changed: 0.5 } },
    ...{ remedy: less('water'), minutes: 1, sheets: 0, only: 'brushed' },
  },
  {
    id: 'dryPack',
    ...{ signs: { broken: 5, pale: 1 }, clues: { damp: 0.03, worse: 0.8, first: 0.05 } },
    ...{ remedy: more('dampness'), minutes: 20, sheets: 0, only: 'brushed' },
  },
  {
    id: 'littlePaste',
    ...{ signs: { broken: 3, speckled: 2 }, clues: { worse: 0.2, solids: 0.8, damp: 0.5 } },
    ...{ remedy: more('paste'), minutes: 1, sheets: 0, only: 'brushed' },
  },
  {
    id: 'dryBoard',
    ...{ signs: { broken: 3, pale: 2 }, clues: { worse: 0.5, edge: 0.5, first: 0.4 } },
    ...{ remedy: more('water'), minutes: 3, sheets: 0, only: 'brushed' },
  },
  {
    id: 'packTooLong',
    ...{ signs: { mould: 5 }, clues: { damp: 0.7, 'same place': 0.05 } },
    ...{ minutes: 60, sheets: 5, only: 'brushed' },
  },
  {
    id: 'paperStained',
    ...{ signs: { mould: 2, spots: 1 }, clues: { 'same place': 0.05, damp: 0.3 } },
    ...{ minutes: 5, sheets: 1 },
  },
] as const satisfies readonly Cause[];
export type CauseId = (typeof CAUSES)[number]['id'];
