import { materialById, type Finding, type FindingKind } from '@/core/cutting';
import { curesOf, figureOf, FINDING_ORDER, placesOfKind, reasonOf } from './findingWords';

const finding = (kind: FindingKind, value: number, limit: number): Finding => ({
  kind,
  value,
  limit,
  xMm: 10,
  yMm: 20,
  lengthMm: 5,
  areaMm2: 2,
  boxMm: { x0: 8, y0: 18, x1: 12, y1: 22 },
});

test('every finding has a number, a reason and at least one cure', () => {
  for (const kind of FINDING_ORDER) {
    const f = finding(kind, 0.4, 0.5);
    expect(placesOfKind(kind, 1)).not.toBe(placesOfKind(kind, 2).replace('2', '1'));
    expect(figureOf(f, 'mm')).toMatch(/\d/);
    expect(reasonOf(f, materialById('lino'))).toMatch(/\.$/);
    expect(curesOf(f, 'mm', true).map((c) => c.id)).toContain('keep');
    expect(curesOf(f, 'mm', true).length).toBeGreaterThanOrEqual(2);
  }
});

test('after the first cut shapes stay, so only masks and keeping are offered', () => {
  expect(FINDING_ORDER.map((kind) => curesOf(finding(kind, 0.4, 0.5), 'mm', false).map((c) => c.id))).toEqual([
    ['keep'],
    ['keep'],
    ['keep'],
    ['keep'],
    ['mask', 'keep'],
  ]);
});

test('figures name the unit, and wood its grain', () => {
  expect(figureOf(finding('ridge', 0.4, 0.5), 'mm')).toBe('0.4 of 0.5 mm');
  expect(figureOf(finding('loose', 0.62, 0.8), 'mm')).toBe('0.6 of 0.8 mm²');
  expect(curesOf(finding('gap', 0.3, 0.5), 'mm', true)[0].words).toBe('Widen to 0.5 mm');
  expect(reasonOf(finding('ridge', 0.7, 1), materialById('plywood'))).toMatch(/grain/);
});
