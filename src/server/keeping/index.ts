/** What keeps the workshop's file, bundled for the program that serves it. */
export { Keeper } from './keeper';
export { copyAndThin } from './copyAndThin';
export { copiesFolder, copiesIn, copyTo, putInPlace, wantsUpgrade, problemOf } from '@/store';
export { toldByServer } from '@/words/refusals';
export { keepingWords } from '@/words/keeping';
