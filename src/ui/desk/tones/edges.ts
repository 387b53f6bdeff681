import type { Lab } from '@/core/colour';
import type { ToneSettings } from '@/core/picture/settings';

type Finding = Pick<ToneSettings, 'groupBy' | 'edges'>;

const axesOf = ({ groupBy }: Pick<Finding, 'groupBy'>) => (groupBy === 'light' ? [0] : [0, 1, 2]);

/** Where the edge after a tone lies when it runs through a colour: −1 at the lighter tone, 1 at the darker. Nothing where the two are alike. */
export function edgeThrough(
  lab: Lab,
  coloursLabD50: readonly Lab[],
  tone: number,
  finding: Pick<Finding, 'groupBy'>,
): number | undefined {
  const one = coloursLabD50[tone],
    other = coloursLabD50[tone + 1];
  if (!one || !other) return undefined;
  const axes = axesOf(finding);
  const along = axes.reduce((sum, d) => sum + (lab[d] - one[d]) * (other[d] - one[d]), 0),
    whole = axes.reduce((sum, d) => sum + (other[d] - one[d]) ** 2, 0);
  return whole > 0 ? Math.max(-1, Math.min(1, (2 * along) / whole - 1)) : undefined;
}

/** The tone before the edge that lies nearest to a colour, where the edges are now. */
export function edgeNearest(lab: Lab, coloursLabD50: readonly Lab[], finding: Finding): number | undefined {
  let nearest: number | undefined,
    least = Infinity;
  for (let tone = 0; tone + 1 < coloursLabD50.length; tone++) {
    const one = coloursLabD50[tone],
      other = coloursLabD50[tone + 1],
      share = (1 + (finding.edges[tone] ?? 0)) / 2;
    const off = axesOf(finding).reduce((sum, d) => sum + (lab[d] - one[d] - share * (other[d] - one[d])) ** 2, 0);
    if (off < least) {
      least = off;
      nearest = tone;
    }
  }
  return nearest;
}
