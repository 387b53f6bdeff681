import { deltaE2000, type Lab } from '@/core/colour';
import { transferById } from '@/core/cutting';
import { dryingHours, learnedDrying } from '@/core/days';
import { filmOnGround, groundOf, mediumById, stackLooksLabD50 } from '@/core/inks';
import { NO_MOTION, shimPlan, type Contact } from '@/core/registration';
import { chanceOfReaching, likelyCauses, startBelief } from '@/core/sheets';
import { phrase } from '@/core/units';
import type { PracticeKind } from '@/model';
import { groupsOf } from '../runGroups';
import { drawnPlan, SAMPLE_PRINTS, SAMPLE_SIZE_MM, sampleMap, type DrawnPicture } from '../samplePrints';
import type { PictureId, PracticeForms, Question, QuestionOf } from './question';
import { sketchOf } from './sketches';

/** Colours nearer than this are the same to whoever answers. */
const SAME_DELTA_E = 2;
/** Black against which the inks of questions are reckoned. */
const DARKEST: Lab = [18, 0, 0];
/** How sure one wants to be of the edition. */
export const SURE = 0.9;

/** The picture a question is about. */
export const pictureOf = (id: PictureId): DrawnPicture =>
  typeof id === 'number' ? sketchOf(id) : SAMPLE_PRINTS.find((one) => one.id === id)!;

/** Fine enough for what is asked of a picture: which colours it has, and where. */
export const ASKED_MM_PER_PX = 1;
/** What was reckoned last is asked again for each answer that is shown. */
const MOST_KEPT = 20;
const dues = new Map<PictureId, readonly number[]>();

/** Before which run (from 0) each colour of a picture is cut away; the number of runs where it stands to the end. */
export function dueOfPicture(id: PictureId): readonly number[] {
  let due = dues.get(id);
  if (!due) {
    const picture = pictureOf(id),
      names = picture.colours.map((_, i) => String(i)),
      plan = drawnPlan(picture, '', names, ASKED_MM_PER_PX),
      groups = groupsOf(plan);
    due = plan.flat!.colours.map((colour) => groups.findIndex((group) => group.includes(colour.id)) + 1);
    if (dues.size >= MOST_KEPT) dues.clear();
    dues.set(id, due);
  }
  return due;
}

const seen = new WeakMap<PracticeForms['overprint']['asked'], Lab>();

/** What is seen where the second film lies on the first; worked out once for all answers of a question. */
export function overprinted(asked: PracticeForms['overprint']['asked']): Lab {
  const known = seen.get(asked);
  if (known) return known;
  const ground = groundOf(asked.paperLabD50, DARKEST);
  const film = (labD50: Lab) => ({ film: filmOnGround(ground, labD50, asked.opacity), weight: 1 });
  const looks = stackLooksLabD50(ground, [film(asked.belowLabD50), film(asked.overLabD50)])[2];
  seen.set(asked, looks);
  return looks;
}

/** Stops as on a board: two under the foot of the print, which push up, one at its right, which pushes left. */
const STOPS: readonly Contact[] = [
  { name: phrase('stop.near'), xMm: 30, yMm: SAMPLE_SIZE_MM.heightMm, pushes: [0, -1] },
  { name: phrase('stop.far'), xMm: 90, yMm: SAMPLE_SIZE_MM.heightMm, pushes: [0, -1] },
  { name: phrase('stop.short'), xMm: SAMPLE_SIZE_MM.widthMm, yMm: 45, pushes: [-1, 0] },
];

/** What the block of a run is held off its stops by; nothing where all others would have to be. */
export function shimsFor({ dxMm, dyMm }: PracticeForms['shim']['asked']): PracticeForms['shim']['option'] {
  const image = { xMm: 0, yMm: 0, ...SAMPLE_SIZE_MM };
  const at = (id: string, xMm: number, yMm: number) => ({
    id,
    misfit: { ...NO_MOTION, dxMm: xMm, dyMm: yMm },
    shimsMm: [0, 0, 0],
  });
  const plan = shimPlan(
    [at('first', 0, 0), at('run', dxMm, dyMm)],
    STOPS,
    [{ name: 'foil', thicknessMm: 0.05 }],
    image,
  );
  const [near, , right] = plan.settings[1].contacts;
  return { rightMm: right.neededMm, footMm: near.neededMm };
}

/** Hours until the next film may follow: one in ten is dry by `low`, nine in ten by `high`. */
export function dryingOfQuestion({ medium, ...air }: PracticeForms['dry']['asked']) {
  const hours = dryingHours({ mediumHours: mediumById(medium).dryingHours, ...air }),
    { low, middle, high } = learnedDrying([]);
  return { low: hours * low, middle: hours * middle, high: hours * high };
}

/** Of more sheets the chances take too long to reckon while somebody waits for a question. */
const MOST_SHEETS_ASKED = 96;
const reckoned = new WeakMap<PracticeForms['sheets']['asked'], Float64Array>();

/** The chances of the edition for 0 … at least `most` sheets; reckoned once for all answers of a question. */
function chancesUpTo(asked: PracticeForms['sheets']['asked'], most: number): Float64Array {
  const known = reckoned.get(asked);
  if (known && known.length > most) return known;
  const chances = chanceOfReaching(asked.edition, most, asked.runs, startBelief(asked.experience));
  reckoned.set(asked, chances);
  return chances;
}

/** The chance that each of these counts of sheets gives the edition. */
export function chancesOf(asked: PracticeForms['sheets']['asked'], sheets: readonly number[]): number[] {
  const chances = chancesUpTo(asked, Math.max(...sheets));
  return sheets.map((count) => chances[count]);
}

/** The fewest sheets that are sure enough; undefined where they are too many to be asked about. */
export function fewestSheets(asked: PracticeForms['sheets']['asked']): number | undefined {
  for (let most = 2 * asked.edition; most <= MOST_SHEETS_ASKED; most *= 1.5) {
    const fewest = chancesUpTo(asked, Math.floor(most)).findIndex((chance) => chance >= SURE);
    if (fewest >= 0) return fewest;
  }
  return undefined;
}

/** How much of a picture is another colour when it is looked at in a mirror: little of it, and nobody could tell. */
export function toldFromItsMirror(id: PictureId): number {
  const { width, height, labels } = sampleMap(pictureOf(id), ASKED_MM_PER_PX);
  let other = 0;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) if (labels[y * width + x] !== labels[y * width + width - 1 - x]) other++;
  return other / labels.length;
}

type Check = {
  readonly [Kind in PracticeKind]: (question: QuestionOf<Kind>, option: PracticeForms[Kind]['option']) => boolean;
};

/** Whether an answer is right, by what the core says and nothing else: not by which one was meant when the question was made. */
const CHECKS: Check = {
  transfer: ({ asked }, { mirrored, headDown }) => {
    // the print's left must lie at the block's right, and its top at the top
    const { flips } = transferById(asked.way);
    const onBlock = mirrored !== (flips % 2 === 1);
    return onBlock && !headDown;
  },
  cut: ({ asked }, { colour }) => dueOfPicture(asked.picture)[colour] === asked.run,
  overprint: ({ asked }, { labD50 }) => deltaE2000(labD50, overprinted(asked)) < SAME_DELTA_E,
  shim: ({ asked }, { rightMm, footMm }) => {
    const wanted = shimsFor(asked);
    return Math.abs(wanted.rightMm - rightMm) < 0.03 && Math.abs(wanted.footMm - footMm) < 0.03;
  },
  // the fewest that are sure enough: with more one is surer, so more need not be reckoned
  sheets: ({ asked, options }, { sheets }) => {
    const fewestFirst = options.map((option) => option.sheets).sort((a, b) => a - b);
    return fewestFirst.find((count) => chancesOf(asked, [count])[0] >= SURE) === sheets;
  },
  fault: ({ asked, options }, { cause }) => {
    const chances = new Map(likelyCauses({ ...asked, laidBy: 'roller' }).map(({ id, chance }) => [id, chance]));
    const own = chances.get(cause) ?? 0;
    return options.every((other) => other.cause === cause || (chances.get(other.cause) ?? 0) * LIKELIER < own);
  },
  mirrored: (_, { mirrored }) => !mirrored,
  dry: ({ asked }, { hours }) => {
    const { low, high } = dryingOfQuestion(asked);
    return hours >= low && hours <= high;
  },
};
/** A cause is the answer where it is so many times as likely as any other that is offered. */
const LIKELIER = 1.6;

/** Whether an answer to a question is right; `at`: its place among those that are offered. */
export function isRight(question: Question, at: number): boolean {
  const check = CHECKS[question.kind] as (asked: Question, option: unknown) => boolean;
  return check(question, question.options[at]);
}

/** Which of its answers are right, by their places: one, or the question is none. */
export function rightOnes(question: Question): number[] {
  return question.options.flatMap((_, at) => (isRight(question, at) ? [at] : []));
}
