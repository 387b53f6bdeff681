export { type PracticeLevel, type PictureId, type Question, type QuestionOf, PRACTICE_LEVELS } from './question';
export { chancesOf, dryingOfQuestion, pictureOf, rightOnes } from './answers';
export { questionOf } from './ask';
export { answersOf, keyOfQuestion, nextKind, standingOf } from './standing';
export { motifOfSketch } from './sketches';
