import type { Lab } from '@/core/colour';
import type { MediumId } from '@/core/inks';
import type { CauseId, Clues, Sign } from '@/core/sheets';
import type { TransferWay } from '@/core/cutting';
import type { PracticeKind, SAMPLE_IDS } from '@/model';

/** A picture that is asked about: one of the samples, or one that is made up, by its number. */
export type PictureId = (typeof SAMPLE_IDS)[number] | number;

/** How hard: more is asked at once, and what is wrong lies nearer to what is right. */
export const PRACTICE_LEVELS = [1, 2, 3] as const;
export type PracticeLevel = (typeof PRACTICE_LEVELS)[number];

/** What each kind of question is about, and what an answer to it is. */
export interface PracticeForms {
  /** A drawing is brought onto the block by a way: how is it to lie? */
  readonly transfer: {
    readonly asked: { readonly way: TransferWay['id']; readonly picture: PictureId };
    readonly option: { readonly mirrored: boolean; readonly headDown: boolean };
  };
  /** A reduction is about to print run `run` (from 0): which piece goes now? Points are shares of the picture. */
  readonly cut: {
    readonly asked: { readonly picture: PictureId; readonly run: number };
    readonly option: { readonly colour: number; readonly x: number; readonly y: number };
  };
  /** Two films on a paper, each known by its colour alone: what is seen where they lie over each other? */
  readonly overprint: {
    readonly asked: {
      readonly paperLabD50: Lab;
      readonly belowLabD50: Lab;
      readonly overLabD50: Lab;
      readonly opacity: 'transparent' | 'half' | 'opaque';
    };
    readonly option: { readonly labD50: Lab };
  };
  /** A run lies so far to the right and so far down of the first one: how thick a shim at which stop? */
  readonly shim: {
    readonly asked: { readonly dxMm: number; readonly dyMm: number };
    /** Held off the stop at the print’s right, and off the two at its foot. */
    readonly option: { readonly rightMm: number; readonly footMm: number };
  };
  /** So many good prints wanted through so many runs, with what is usually lost. */
  readonly sheets: {
    readonly asked: {
      readonly edition: number;
      readonly runs: number;
      readonly experience: 'new' | 'practised' | 'workshop';
    };
    readonly option: { readonly sheets: number };
  };
  /** A sign on the sheet, and what is known about it. */
  readonly fault: {
    readonly asked: { readonly sign: Sign; readonly clues: Clues; readonly block: 'lino' | 'wood' };
    readonly option: { readonly cause: CauseId };
  };
  /** Blocks beside the prints they are for: which is drawn the wrong way round? */
  readonly mirrored: {
    readonly asked: { readonly picture: PictureId };
    readonly option: { readonly picture: PictureId; readonly mirrored: boolean; readonly headDown: boolean };
  };
  /** A film in a room: when may the next one follow? */
  readonly dry: {
    readonly asked: {
      readonly medium: MediumId;
      readonly filmsBelow: number;
      readonly temperatureC: number;
      readonly relativeHumidityPercent: number;
    };
    readonly option: { readonly hours: number };
  };
}

export interface QuestionOf<Kind extends PracticeKind> {
  readonly kind: Kind;
  readonly level: PracticeLevel;
  readonly asked: PracticeForms[Kind]['asked'];
  readonly options: readonly PracticeForms[Kind]['option'][];
}
/** A question: its kind tells what its fields are. */
export type Question = { readonly [Kind in PracticeKind]: QuestionOf<Kind> }[PracticeKind];
