export { type PracticeLevel, type Question, type QuestionOf, PRACTICE_LEVELS } from './question';
export { chancesOf, dryingOfQuestion, rightOnes, sampleOf } from './answers';
export { questionOf } from './ask';
export { answersOf, keyOfQuestion, nextKind, standingOf } from './standing';
