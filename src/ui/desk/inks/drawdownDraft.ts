import { perLanguage } from '@/words/language';
import { newId } from '@/session';
import type { Drawdown, Reading, ReadingRequest, ReadingSource } from '@/model';
import type { StripOfPrint } from '@/derived';
import { inksWords } from '@/words/inks';

/** Places of a drawdown card that are read. */
export const slots = perLanguage(
  () =>
    [
      { id: 'paper', words: inksWords('drawdown.barePaper'), over: 'paper', film: 'none' },
      { id: 'black', words: inksWords('drawdown.bareBlackStrip'), over: 'black', film: 'none' },
      { id: 'overPaper', words: inksWords('drawdown.fullFilmOverPaper'), over: 'paper', film: 'full' },
      { id: 'overBlack', words: inksWords('drawdown.fullFilmOverBlack'), over: 'black', film: 'full' },
      { id: 'thinOverPaper', words: inksWords('drawdown.thinFilmOverPaper'), over: 'paper', film: 'thin' },
    ] as const,
);
export type Slot = ReturnType<typeof slots>[number]['id'];
/** A strip of a film of this print: bare, and with the ink across. */
export interface DraftStrip extends StripOfPrint {
  readonly below?: Reading;
  readonly over?: Reading;
}
export type Draft = Partial<Record<Slot, Reading>> & { readonly strips?: readonly DraftStrip[] };

/** A second ground is there, and every strip that was chosen is read bare and crossed. */
export const isWhole = ({ paper, overPaper, black, strips = [] }: Draft) =>
  paper !== undefined &&
  overPaper !== undefined &&
  (black !== undefined || strips.length > 0) &&
  strips.every(({ below, over }) => below !== undefined && over !== undefined);

/** One patch the reader is held on, and where its reading goes. */
export interface Patch {
  readonly words: string;
  readonly ask: ReadingRequest;
  readonly put: (draft: Draft, reading: Reading) => Draft;
}

/** Patches of a drawdown card. */
export const cardPatches = (inkId: string, wanted: readonly Slot[] = slots().map(({ id }) => id)): Patch[] =>
  slots()
    .filter(({ id }) => wanted.includes(id))
    .map(({ id: slot, words, over, film }) => ({
      words,
      ask: { kind: 'drawdown', inkId, over, film },
      put: (draft, reading) => ({ ...draft, [slot]: reading }),
    }));

/** Patches of a cross strip: paper, and each strip bare and crossed. */
export function crossPatches(printId: string, inkId: string, strips: readonly StripOfPrint[]): Patch[] {
  const crossed = strips.flatMap(({ inkId: stripInkId, name }, at) =>
    (['none', 'full'] as const).map((film): Patch => ({
      words: inksWords(film === 'none' ? 'drawdown.stripBare' : 'drawdown.stripCrossed', { strip: name }),
      ask: { kind: 'strip', printId, stripInkId, inkId, film },
      put: (draft, reading) => ({
        ...draft,
        strips: draft.strips!.map((one, i) =>
          i === at ? { ...one, [film === 'none' ? 'below' : 'over']: reading } : one,
        ),
      }),
    })),
  );
  return [...cardPatches(inkId, ['paper', 'overPaper']), ...crossed];
}

/** The drawdown as it is kept; undefined while something of it is not read. */
export function cardOf(draft: Draft, source: ReadingSource): Drawdown | undefined {
  const { paper, overPaper, black = null, overBlack = null, thinOverPaper = null, strips = [] } = draft;
  if (!paper || !overPaper || !isWhole(draft)) return undefined;
  return {
    ...{ id: newId(), at: new Date().toISOString(), source },
    ...{ paper, black, overPaper, overBlack: black && overBlack, thinOverPaper },
    strips: strips.map(({ name, below, over, takenUp }) => ({ name, takenUp, below: below!, over: over! })),
  };
}
