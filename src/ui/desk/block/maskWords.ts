import type { MaskKind, Place } from '@/model';

export const NOTHING: Place = { anchors: [], outlinesMm: [] };

export const KIND_WORDS: Readonly<Record<MaskKind, string>> = {
  mask: 'lay a mask over it',
  wipe: 'ink, then wipe it off',
  'do not ink': 'do not ink it',
  'keep clean': 'mask for cleared ground',
};

export const FIRST_GROWTH_MM = 1.5;
