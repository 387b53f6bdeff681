import { CAUSES, CLUES, type Cause, type CauseId, type Clue, type Sign } from './faultTable';

/** What is known of the case: asked, or taken from the log. */
export type Clues = Readonly<Partial<Record<Clue, boolean>>>;

/** How often the remedy of a cause was tried in this workshop, and how often it helped. */
export interface Tried {
  readonly tries: number;
  readonly helped: number;
}

export interface FaultCase {
  readonly sign: Sign;
  readonly block: 'lino' | 'wood';
  readonly laidBy: 'roller' | 'brush';
  readonly clues: Clues;
  readonly tried?: Readonly<Partial<Record<CauseId, Tried>>>;
}

export interface Likely {
  readonly id: CauseId;
  /** 0–1; those of one case add up to 1. */
  readonly chance: number;
}

/** A clue that a cause says nothing of is as likely as not. */
const UNTOLD = 0.5;
/** Two tries' worth of start value stands against the tries made. */
const START_TRIES = 2;

const applies = ({ only }: Cause, { block, laidBy }: FaultCase) =>
  only === undefined ||
  (only === 'wood' && block === 'wood') ||
  (only === 'brushed' && laidBy === 'brush') ||
  (only === 'rolled' && laidBy === 'roller');

/**
 * The causes of what is seen, likeliest first: how often each is behind the sign, times what the clues say of it (each on its own), times
 * how often its remedy helped here.
 */
export function likelyCauses(task: FaultCase): Likely[] {
  const weighed = CAUSES.flatMap((cause: Cause & { readonly id: CauseId }) => {
    const often = cause.signs[task.sign];
    if (often === undefined || !applies(cause, task)) return [];
    let weight = often;
    for (const clue of CLUES) {
      const answer = task.clues[clue];
      if (answer !== undefined) weight *= answer ? chanceOf(cause, clue) : 1 - chanceOf(cause, clue);
    }
    const { tries, helped } = task.tried?.[cause.id] ?? { tries: 0, helped: 0 };
    // as begun where nothing was tried; twice that when it always helped
    weight *= (2 * (START_TRIES / 2 + helped)) / (START_TRIES + tries);
    return [{ id: cause.id, weight }];
  });
  const all = weighed.reduce((sum, { weight }) => sum + weight, 0);
  return weighed.map(({ id, weight }) => ({ id, chance: weight / all })).sort((a, b) => b.chance - a.chance);
}

const chanceOf = (cause: Cause, clue: Clue) => cause.clues[clue] ?? UNTOLD;

/** A question is worth asking while it is expected to tell at least so much, bits. */
const WORTH_ASKING = 0.05;

/** The clue that is expected to tell most of what is not known yet, none of `unanswerable`; undefined when none tells anything. */
export function questionFor(task: FaultCase, unanswerable: readonly Clue[] = []): Clue | undefined {
  const causes = likelyCauses(task),
    now = uncertainty(causes);
  const told = CLUES.filter((clue) => task.clues[clue] === undefined && !unanswerable.includes(clue)).map((clue) => {
    const yes = causes.reduce(
      (sum, { id, chance }) =>
        sum +
        chance *
          chanceOf(
            CAUSES.find((cause) => cause.id === id)!,
            clue,
          ),
      0,
    );
    const after = (answer: boolean) => uncertainty(likelyCauses({ ...task, clues: { ...task.clues, [clue]: answer } }));
    return { clue, bits: now - yes * after(true) - (1 - yes) * after(false) };
  });
  const best = told.reduce<(typeof told)[number] | undefined>((a, b) => (a && a.bits >= b.bits ? a : b), undefined);
  return best && best.bits > WORTH_ASKING ? best.clue : undefined;
}

/** Entropy of what the cause may be, bits. */
function uncertainty(causes: readonly Likely[]): number {
  return causes.reduce((sum, { chance }) => (chance > 0 ? sum - chance * Math.log2(chance) : sum), 0);
}

export function causeById(id: CauseId): Cause {
  return CAUSES.find((cause) => cause.id === id)!;
}
