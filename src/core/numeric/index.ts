export { cholesky, leastSquares, solve3, solveLinear } from './linear';
export { mean, median, normalShare, roundTo } from './numbers';
