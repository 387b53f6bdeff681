import { readFileSync } from 'node:fs';
import { withSection } from './report';

const headings = (page: string) => [...page.matchAll(/^## (.+)$/gm)].map((m) => m[1]);

test('a part takes the place of what stands there, and the others stay as they are', () => {
  const first = withSection('', 'Cutting', 'a table\n\n- a line');
  const both = withSection(first, 'Colour', 'in a worker');
  expect(headings(both)).toEqual(['Colour', 'Cutting']); // in the order of the page, not of measuring
  const again = withSection(both, 'Cutting', 'another table');
  expect(again).toContain('## Colour\n\nin a worker\n');
  expect(again).toContain('## Cutting\n\nanother table\n');
  expect(again).not.toContain('a line');
  expect(withSection(again, 'Cutting', 'another table')).toBe(again);
});

test('the page as it stands is one that measuring writes: nothing in it is kept by hand', () => {
  const page = readFileSync('docs/performance.md', 'utf8');
  const cutting = /^## Cutting\n\n([\s\S]*?)\n(?=\n## )/m.exec(page)![1];
  expect(withSection(page, 'Cutting', cutting)).toBe(page);
});
