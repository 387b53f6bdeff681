export { type CutState, reductionStates } from './reduction';
export { type PrintedRun, type Agreement, filmStackOf, looksAfterRuns, agreementWithWish, cannotCover } from './looks';
