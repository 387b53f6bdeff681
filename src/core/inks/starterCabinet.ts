import type { Lab } from '../colour';
import type { PigmentRole } from './recipe';

/** An ink of the starter cabinet: generic pigment names, colours our own, as a full film on warm white paper. */
export interface StarterInk {
  readonly name: string;
  readonly role: PigmentRole;
  readonly labD50: Lab;
  /** Luminance over a black strip ÷ over the paper (start value). */
  readonly contrastRatio: number;
  readonly lightFast: 'excellent' | 'good' | 'fair';
}

/** Start values. A drawdown of one's own tube replaces them. */
export const STARTER_CABINET: readonly StarterInk[] = [
  { name: 'lemon yellow', role: 'pigment', labD50: [88, -9, 84], contrastRatio: 0.18, lightFast: 'good' },
  { name: 'warm yellow', role: 'pigment', labD50: [79, 17, 88], contrastRatio: 0.22, lightFast: 'good' },
  { name: 'yellow ochre', role: 'pigment', labD50: [62, 16, 50], contrastRatio: 0.62, lightFast: 'excellent' },
  { name: 'orange', role: 'pigment', labD50: [62, 52, 66], contrastRatio: 0.3, lightFast: 'good' },
  { name: 'warm red', role: 'pigment', labD50: [48, 63, 42], contrastRatio: 0.35, lightFast: 'good' },
  { name: 'cool red', role: 'pigment', labD50: [38, 58, 15], contrastRatio: 0.12, lightFast: 'good' },
  { name: 'red oxide', role: 'pigment', labD50: [38, 34, 26], contrastRatio: 0.85, lightFast: 'excellent' },
  { name: 'magenta', role: 'pigment', labD50: [42, 66, -8], contrastRatio: 0.06, lightFast: 'fair' },
  { name: 'violet', role: 'pigment', labD50: [23, 33, -38], contrastRatio: 0.1, lightFast: 'good' },
  { name: 'ultramarine', role: 'pigment', labD50: [26, 24, -62], contrastRatio: 0.15, lightFast: 'excellent' },
  { name: 'iron blue', role: 'pigment', labD50: [20, -1, -28], contrastRatio: 0.12, lightFast: 'good' },
  { name: 'phthalo blue', role: 'pigment', labD50: [36, -18, -47], contrastRatio: 0.06, lightFast: 'excellent' },
  { name: 'phthalo green', role: 'pigment', labD50: [38, -52, 6], contrastRatio: 0.06, lightFast: 'excellent' },
  { name: 'chrome oxide green', role: 'pigment', labD50: [45, -22, 22], contrastRatio: 0.85, lightFast: 'excellent' },
  { name: 'burnt sienna', role: 'pigment', labD50: [37, 27, 29], contrastRatio: 0.4, lightFast: 'excellent' },
  { name: 'raw umber', role: 'pigment', labD50: [33, 7, 17], contrastRatio: 0.5, lightFast: 'excellent' },
  { name: 'carbon black', role: 'black', labD50: [15, 0.3, 0.5], contrastRatio: 0.9, lightFast: 'excellent' },
  { name: 'opaque white', role: 'white', labD50: [95.6, -0.4, 2.6], contrastRatio: 0.8, lightFast: 'excellent' },
  { name: 'extender', role: 'extender', labD50: [94.2, 0.2, 5], contrastRatio: 0, lightFast: 'good' },
];
