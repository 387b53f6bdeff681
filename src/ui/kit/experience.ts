import type { Experience } from '@/core/sheets';

/** What a hand is called by how often it has done this. */
export const EXPERIENCE_WORDS: Readonly<Record<Experience, string>> = {
  new: 'new to it',
  practised: 'practised',
  workshop: 'a workshop hand',
};
