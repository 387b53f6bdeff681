export { leastSquares, solve3, solveLinear } from './linear';
export { mean, median, roundTo } from './numbers';
