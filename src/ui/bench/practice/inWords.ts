import { transferById } from '@/core/cutting';
import { likelyCauses, type Clue } from '@/core/sheets';
import type { LengthUnit } from '@/core/units';
import {
  chancesOf,
  dryingOfQuestion,
  motifOfSketch,
  pictureOf,
  rightOnes,
  SAMPLE_PRINTS,
  type PictureId,
  type Question,
} from '@/derived';
import { causeWords } from '@/words/causes';
import { nameForColour } from '@/words/colours';
import { stretchOf } from '@/words/day';
import { formatLength } from '@/words/lengths';
import { practiceWords } from '@/words/practice';
import { mediumInWords } from '@/words/prints';
import { transferWords } from '@/words/transfers';

export const LETTERS = ['A', 'B', 'C', 'D'] as const;
const hoursInWords = (hours: number) => stretchOf(Math.max(1, Math.round(hours * 60)));
const percent = (share: number) => Math.round(100 * share);

/** A colour of a picture, by its place. */
function colourOf(id: PictureId, place: number): string {
  const names: string[] = [];
  for (const { labD50 } of pictureOf(id).colours) names.push(nameForColour(labD50, names));
  return names[place];
}
function nameOfPicture(id: PictureId): string {
  if (typeof id === 'number') return practiceWords(`sketch.${motifOfSketch(id)}`);
  return SAMPLE_PRINTS.find((one) => one.id === id)!.name;
}

/** What is asked, with what is known about it. */
export function askedInWords({ kind, asked }: Question, unit: LengthUnit): readonly string[] {
  switch (kind) {
    case 'transfer':
      return [practiceWords('ask.transfer', { way: transferWords(`name.${asked.way}`) })];
    case 'cut':
      return [practiceWords('ask.cut', { runs: pictureOf(asked.picture).colours.length - 1, run: asked.run + 1 })];
    case 'overprint':
      return [practiceWords('ask.overprint', { opacity: asked.opacity })];
    case 'shim': {
      const far = (mm: number) => (mm === 0 ? 'none' : formatLength(Math.abs(mm), unit, 2));
      const both = asked.dxMm !== 0 && asked.dyMm !== 0;
      return [
        practiceWords('ask.shim', {
          ...{ right: far(asked.dxMm), down: far(asked.dyMm), both: String(both), low: String(asked.dyMm > 0) },
        }),
      ];
    }
    case 'sheets':
      return [practiceWords('ask.sheets', { edition: asked.edition, runs: asked.runs, hand: asked.experience })];
    case 'fault':
      return [
        practiceWords('ask.fault', { sign: causeWords(`sign.${asked.sign}`), block: asked.block }),
        ...Object.entries(asked.clues).map(([clue, yes]) =>
          practiceWords('clue', { question: causeWords(`question.${clue as Clue}`), yes: String(yes) }),
        ),
      ];
    case 'mirrored':
      return [practiceWords('ask.mirrored')];
    case 'dry':
      return [
        practiceWords('ask.dry', {
          ...{ medium: mediumInWords(asked.medium), films: asked.filmsBelow },
          ...{ temperature: asked.temperatureC, humidity: asked.relativeHumidityPercent },
        }),
      ];
  }
}

/** An answer that is offered, by its place. */
export function optionInWords(question: Question, at: number, unit: LengthUnit): string {
  switch (question.kind) {
    case 'transfer': {
      const { mirrored, headDown } = question.options[at];
      return practiceWords('option.transfer', { mirrored: String(mirrored), headDown: String(headDown) });
    }
    case 'cut': {
      const colour = colourOf(question.asked.picture, question.options[at].colour);
      return practiceWords('option.cut', { colour, letter: LETTERS[at] });
    }
    case 'overprint': {
      const [lightness, redness, yellowness] = question.options[at].labD50;
      return practiceWords('option.overprint', { lightness, redness, yellowness });
    }
    case 'shim': {
      const { rightMm, footMm } = question.options[at];
      return practiceWords('option.shim', {
        right: formatLength(rightMm, unit, 2),
        foot: formatLength(footMm, unit, 2),
      });
    }
    case 'sheets':
      return practiceWords('option.sheets', { sheets: question.options[at].sheets });
    case 'fault':
      return causeWords(`cause.${question.options[at].cause}`);
    case 'mirrored':
      return practiceWords('option.mirrored', { name: nameOfPicture(question.options[at].picture) });
    case 'dry':
      return practiceWords('option.dry', { time: hoursInWords(question.options[at].hours) });
  }
}

/** Why the right answer is right. */
export function whyInWords(question: Question): string {
  const [right] = rightOnes(question);
  switch (question.kind) {
    case 'transfer': {
      const { flips } = transferById(question.asked.way);
      return practiceWords('why.transfer', { flips, mirrored: String(question.options[right].mirrored) });
    }
    case 'cut': {
      const colour = colourOf(question.asked.picture, question.options[right].colour);
      return practiceWords('why.cut', { run: question.asked.run + 1, colour });
    }
    case 'overprint':
      return practiceWords('why.overprint', { opacity: question.asked.opacity });
    case 'shim':
      return practiceWords('why.shim', { away: String(question.asked.dyMm < 0) });
    case 'sheets': {
      const sheets = question.options.map((option) => option.sheets).sort((a, b) => a - b),
        at = sheets.indexOf(question.options[right].sheets),
        [chance, less] = chancesOf(question.asked, [sheets[at], sheets[Math.max(0, at - 1)]]);
      return practiceWords('why.sheets', { sheets: sheets[at], percent: percent(chance), less: percent(less) });
    }
    case 'fault': {
      const chances = likelyCauses({ ...question.asked, laidBy: 'roller' });
      const of = (place: number) => chances.find(({ id }) => id === question.options[place].cause)?.chance ?? 0;
      const next = Math.max(...question.options.map((_, place) => (place === right ? 0 : of(place))));
      return practiceWords('why.fault', {
        ...{
          cause: causeWords(`cause.${question.options[right].cause}`),
          percent: percent(of(right)),
          next: percent(next),
        },
      });
    }
    case 'mirrored':
      return practiceWords('why.mirrored');
    case 'dry': {
      const { low, middle, high } = dryingOfQuestion(question.asked);
      return practiceWords('why.dry', {
        low: hoursInWords(low),
        middle: hoursInWords(middle),
        high: hoursInWords(high),
      });
    }
  }
}
