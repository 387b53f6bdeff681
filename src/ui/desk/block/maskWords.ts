import { perLanguage } from '@/words/language';
import type { MaskKind, Place } from '@/model';
import { blockWords } from '@/words/block';

export const NOTHING: Place = { anchors: [], outlinesMm: [] };

export const kindWords = perLanguage((): Readonly<Record<MaskKind, string>> => ({
  mask: blockWords('maskWords.layAMaskOver'),
  wipe: blockWords('maskWords.inkThenWipeIt'),
  'do not ink': blockWords('maskWords.doNotInkIt'),
  'keep clean': blockWords('maskWords.maskForClearedGround'),
}));

export const FIRST_GROWTH_MM = 1.5;
