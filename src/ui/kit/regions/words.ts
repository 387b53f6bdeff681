/** An area as one would say it: cm² from 10 cm² on, else mm². */
export function areaWords(areaMm2: number): string {
  return areaMm2 >= 1000 ? `${(areaMm2 / 100).toFixed(0)} cm²` : `${areaMm2.toFixed(areaMm2 < 10 ? 1 : 0)} mm²`;
}
