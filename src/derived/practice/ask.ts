import { deltaE2000, type Lab } from '@/core/colour';
import { TRANSFER_WAYS } from '@/core/cutting';
import { MEDIUM_IDS, type MediumId } from '@/core/inks';
import { causeById, CLUES, likelyCauses, SIGNS, type Clue } from '@/core/sheets';
import { randomStream, type RandomStream } from '@/core/random/random';
import { roundTo } from '@/core/numeric';
import { SAMPLE_IDS, type Plan, type PracticeKind } from '@/model';
import { sampleMap, type DrawnPicture } from '../samplePrints';
import {
  ASKED_MM_PER_PX,
  dryingOfQuestion,
  dueOfPicture,
  fewestSheets,
  overprinted,
  pictureOf,
  rightOnes,
  shimsFor,
  toldFromItsMirror,
} from './answers';
import type { PictureId, PracticeForms, PracticeLevel, Question, QuestionOf } from './question';
import { SKETCH_MOTIFS } from './sketches';

/** What questions may be made of besides the samples: a print of one's own. */
export type Own = Pick<Plan, 'inks' | 'paper' | 'runs' | 'sheets'>;

interface Making {
  readonly random: RandomStream;
  readonly level: PracticeLevel;
  readonly own: Own | undefined;
}
type Draft<Kind extends PracticeKind> = Pick<QuestionOf<Kind>, 'asked' | 'options'> | undefined;

const whole = (random: RandomStream, least: number, most: number) => least + Math.floor(random() * (most - least + 1));
const oneOf = <T>(random: RandomStream, all: readonly T[]): T => all[Math.floor(random() * all.length)];
function shuffled<T>(random: RandomStream, all: readonly T[]): T[] {
  const out = [...all];
  for (let i = out.length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1));
    [out[i], out[j]] = [out[j], out[i]];
  }
  return out;
}

/** A sample now and then; mostly a picture that nobody has seen yet, with as many inks as the level has. */
const SAMPLE_SHARE = 0.2,
  SKETCHES = 1_000_000;
function pictureFor(random: RandomStream, level: PracticeLevel): PictureId {
  const samples = level === 1 ? SAMPLE_IDS.slice(0, 1) : level === 2 ? SAMPLE_IDS.slice(0, 2) : SAMPLE_IDS.slice(1);
  return random() < SAMPLE_SHARE ? oneOf(random, samples) : 3 * whole(random, 0, SKETCHES) + level - 1;
}
/** Less of a picture that changes in a mirror, and its block cannot be told from one drawn wrongly. */
const LEAST_TOLD = 0.04;

/** Ways of which one thinks first, then all. */
const EASY_WAYS = ['tracing', 'carbon', 'drawing'];

function askTransfer({ random, level }: Making): Draft<'transfer'> {
  const ways = TRANSFER_WAYS.filter(({ id }) => level > 1 || EASY_WAYS.includes(id));
  const turns = level === 1 ? [false] : [false, true];
  const options = turns.flatMap((headDown) => [true, false].map((mirrored) => ({ mirrored, headDown })));
  const picture = pictureFor(random, level);
  return toldFromItsMirror(picture) < LEAST_TOLD
    ? undefined
    : { asked: { way: oneOf(random, ways).id, picture }, options };
}

/** A point well inside each patch of a picture, by colour: where a letter can stand. */
function pointsOf(picture: DrawnPicture, random: RandomStream) {
  const { width, height, labels } = sampleMap(picture, ASKED_MM_PER_PX);
  const inside = (x: number, y: number, reach: number) => {
    for (let v = -reach; v <= reach; v++)
      for (let u = -reach; u <= reach; u++) if (labels[(y + v) * width + x + u] !== labels[y * width + x]) return false;
    return true;
  };
  return picture.colours.map((_, colour) => {
    for (const reach of [4, 3, 2, 1]) {
      const all: [number, number][] = [];
      for (let y = reach; y < height - reach; y++)
        for (let x = reach; x < width - reach; x++)
          if (labels[y * width + x] === colour && inside(x, y, reach)) all.push([x, y]);
      if (all.length > 0) {
        const [x, y] = oneOf(random, all);
        return { x: (x + 0.5) / width, y: (y + 0.5) / height };
      }
    }
    return undefined;
  });
}

function askCut({ random, level }: Making): Draft<'cut'> {
  const picture = pictureFor(random, level),
    due = dueOfPicture(picture),
    points = pointsOf(pictureOf(picture), random);
  const run = whole(random, 0, Math.max(...due) - 1);
  const pieces = points.flatMap((point, colour) => (point ? [{ colour, ...point, due: due[colour] }] : []));
  const now = pieces.filter((piece) => piece.due === run),
    others = shuffled(
      random,
      pieces.filter((piece) => piece.due !== run),
    );
  if (now.length === 0 || others.length < 2) return undefined;
  const options = [oneOf(random, now), ...others.slice(0, 3)].map(({ colour, x, y }) => ({ colour, x, y }));
  return { asked: { picture, run }, options };
}

/** Inks to ask of: those of the print, or some that are made up. */
function inkOf(random: RandomStream, own: Own | undefined): Lab {
  const mine = own?.inks ?? [];
  if (mine.length > 1 && random() < 0.5) return oneOf(random, mine).solidLabD50;
  const hue = random() * 2 * Math.PI,
    chroma = 25 + 45 * random();
  return [
    roundTo(30 + 55 * random(), 1),
    roundTo(chroma * Math.cos(hue), 1),
    roundTo(chroma * Math.sin(hue), 1),
  ] as Lab;
}

/** Wrong colours lie at least so far from the right one and from one another. */
const APART = { 1: 18, 2: 12, 3: 8 } as const;

function askOverprint({ random, level, own }: Making): Draft<'overprint'> {
  const asked = {
    paperLabD50: own?.paper.labD50 ?? ([94.5, 0.3, 4.2] as Lab),
    belowLabD50: inkOf(random, own),
    overLabD50: inkOf(random, own),
    opacity: oneOf(
      random,
      level === 1 ? (['transparent', 'opaque'] as const) : (['transparent', 'half', 'opaque'] as const),
    ),
  };
  const right = overprinted(asked);
  const between = (a: Lab, b: Lab): Lab => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2];
  const wrong: Lab[] = [
    asked.overLabD50,
    asked.belowLabD50,
    between(asked.overLabD50, asked.belowLabD50),
    overprinted({ ...asked, opacity: asked.opacity === 'opaque' ? 'transparent' : 'opaque' }),
    [Math.min(96, right[0] + 22), right[1] * 0.6, right[2] * 0.6],
    [right[0], -right[1] + 12, right[2]],
    [Math.max(12, right[0] - 20), right[1], right[2]],
  ];
  const options: Lab[] = [right];
  for (const lab of shuffled(random, wrong))
    if (options.length < 4 && options.every((one) => deltaE2000(one, lab) >= APART[level])) options.push(lab);
  return options.length < 4 ? undefined : { asked, options: options.map((labD50) => ({ labD50 })) };
}

function askShim({ random, level }: Making): Draft<'shim'> {
  const far = () => roundTo(0.1 + 0.05 * whole(random, 1, 14), 2);
  const across = level > 1 || random() < 0.5,
    down = level > 1 || !across;
  // to the right and down the block itself is held off; elsewhere it is the others that move
  const asked = { dxMm: across ? far() : 0, dyMm: down ? far() : 0 };
  if (level === 3 && random() < 0.5) asked.dyMm = -asked.dyMm;
  const { rightMm, footMm } = shimsFor(asked);
  const right = { rightMm: roundTo(rightMm, 2), footMm: roundTo(footMm, 2) };
  const [x, y] = [Math.abs(asked.dxMm), Math.abs(asked.dyMm)];
  const options = [right];
  for (const one of shuffled(random, [
    { rightMm: y, footMm: x },
    { rightMm: x, footMm: y },
    { rightMm: 0, footMm: x || y },
    { rightMm: x || y, footMm: 0 },
    { rightMm: 2 * x, footMm: 2 * y },
    { rightMm: roundTo(x / 2, 2), footMm: roundTo(y / 2, 2) },
    { rightMm: 2 * y, footMm: x },
    { rightMm: x || y, footMm: x || y },
  ]))
    if (
      options.length < 4 &&
      one.rightMm + one.footMm > 0 &&
      options.every((other) => Math.abs(other.rightMm - one.rightMm) + Math.abs(other.footMm - one.footMm) > 0.08)
    )
      options.push(one);
  return options.length < 4 || right.rightMm + right.footMm === 0 ? undefined : { asked, options };
}

/** Editions that are asked about. */
const MOST_ASKED = 40;

function askSheets({ random, level, own }: Making): Draft<'sheets'> {
  const mine = own && own.runs.length > 0 && own.sheets.edition <= MOST_ASKED && random() < 0.4;
  const asked = {
    edition: mine ? own.sheets.edition : whole(random, 8, level === 1 ? MOST_ASKED : MOST_ASKED / 2),
    runs: mine ? own.runs.length : whole(random, 2, level === 1 ? 4 : 9),
    experience: oneOf(random, ['new', 'practised', 'workshop'] as const),
  };
  const right = fewestSheets(asked);
  if (right === undefined) return undefined;
  const spread = { 1: 2, 2: 1.6, 3: 1.3 }[level];
  const options = [right, asked.edition, Math.round(right / spread), Math.ceil(right * spread)].map((sheets) => ({
    sheets,
  }));
  return new Set(options.map(({ sheets }) => sheets)).size < 4 ? undefined : { asked, options };
}

function askFault({ random, level }: Making): Draft<'fault'> {
  const sign = oneOf(random, SIGNS),
    block = oneOf(random, ['lino', 'wood'] as const);
  const offered = likelyCauses({ sign, clues: {}, block, laidBy: 'roller' }).map(({ id }) => id);
  if (offered.length < 3) return undefined;
  const meant = oneOf(random, offered);
  // what it makes likely, or all but rules out, is known; the harder, the less of it
  const holds = (clue: Clue) => causeById(meant).clues[clue] ?? 0.5;
  const telling = shuffled(
    random,
    CLUES.filter((clue) => Math.abs(holds(clue) - 0.5) > 0.25),
  ).slice(0, { 1: 4, 2: 3, 3: 2 }[level]);
  const clues = Object.fromEntries(telling.map((clue) => [clue, holds(clue) > 0.5]));
  const wrong = shuffled(
    random,
    offered.filter((id) => id !== meant),
  ).slice(0, 3);
  return { asked: { sign, clues, block }, options: [meant, ...wrong].map((cause) => ({ cause })) };
}

/** Pictures that differ: of any kind, and where it is hardest all of one motif. */
function picturesFor(random: RandomStream, level: PracticeLevel, count: number): PictureId[] {
  if (level < 3) return Array.from({ length: count }, () => pictureFor(random, level));
  const motif = whole(random, 0, SKETCH_MOTIFS.length - 1),
    around = 3 * SKETCH_MOTIFS.length;
  return Array.from({ length: count }, () => around * whole(random, 0, SKETCHES) + 3 * motif + whole(random, 0, 2));
}

function askMirrored({ random, level }: Making): Draft<'mirrored'> {
  const pictures = picturesFor(random, level, level + 1);
  if (new Set(pictures).size < pictures.length || pictures.some((one) => toldFromItsMirror(one) < LEAST_TOLD))
    return undefined;
  return {
    asked: { picture: pictures[0] },
    options: pictures.map((picture, i) => ({ picture, mirrored: i > 0, headDown: random() < 0.5 })),
  };
}

function askDry({ random, level, own }: Making): Draft<'dry'> {
  const mine = own?.inks.map(({ mediumId }) => mediumId) ?? [];
  const dries = MEDIUM_IDS.filter((id) => dryingOfQuestion({ ...AIR, medium: id }).middle > 0.05);
  const asked = {
    medium: oneOf(random, mine.length > 0 && random() < 0.4 ? mine : dries),
    filmsBelow: whole(random, 0, level === 1 ? 1 : 4),
    temperatureC: level === 1 ? 20 : whole(random, 14, 26),
    relativeHumidityPercent: level === 1 ? 50 : 5 * whole(random, 6, 15),
  };
  const { low, middle, high } = dryingOfQuestion(asked);
  const near = { 1: 5, 2: 3, 3: 1.8 }[level];
  const options = [middle, low / near, high * near, high * near * near].map((hours) => ({
    hours: roundTo(hours, hours < 2 ? 2 : 0),
  }));
  return middle < 0.05 ? undefined : { asked, options };
}
const AIR = { filmsBelow: 0, temperatureC: 20, relativeHumidityPercent: 50 } as const satisfies Omit<
  PracticeForms['dry']['asked'],
  'medium'
> & { readonly medium?: MediumId };

const ASK: { readonly [Kind in PracticeKind]: (making: Making) => Draft<Kind> } = {
  transfer: askTransfer,
  cut: askCut,
  overprint: askOverprint,
  shim: askShim,
  sheets: askSheets,
  fault: askFault,
  mirrored: askMirrored,
  dry: askDry,
};
const MOST_TRIES = 60;

/**
 * A question of a kind, made from the core: its answers in any order, just one of them right. `seed`: the same one makes the same question.
 * Undefined where none came of it in sixty tries.
 */
export function questionOf(kind: PracticeKind, level: PracticeLevel, seed: number, own?: Own): Question | undefined {
  const random = randomStream(seed);
  for (let tried = 0; tried < MOST_TRIES; tried++) {
    const draft = ASK[kind]({ random, level, own });
    if (!draft) continue;
    const question = { kind, level, ...draft, options: shuffled<unknown>(random, draft.options) } as Question;
    if (rightOnes(question).length === 1) return question;
  }
  return undefined;
}
