import { SaxesParser } from 'saxes';
import { archivePage, type ArchivePage } from './archivePage';
import { xmpOf, type PictureMetadata } from './xmp';

const SAID: PictureMetadata = {
  ...{ title: 'Ferry <Slip>', by: 'A & B', description: '3/30. "night"', rights: '', place: 'Tolvane' },
  ...{ date: '2026', technique: 'woodcut', mark: '3/30' },
};

/** Elements of a packet with their text, in order; the parser refuses what is no XML. */
function elements(xml: string): [string, string][] {
  const found: [string, string][] = [],
    open: [string, string][] = [];
  const parser = new SaxesParser({ xmlns: true });
  parser.on('error', (error) => {
    throw error;
  });
  parser.on('opentag', ({ name }) => open.push([name, '']));
  parser.on('text', (text) => {
    if (open.length > 0) open.at(-1)![1] += text;
  });
  parser.on('closetag', () => found.push(open.pop()!));
  parser.write(xml.replace(/<\?xpacket[^>]*\?>/g, '')).close();
  return found;
}

describe('what a picture says of itself', () => {
  test('is XML with its namespaces, holds each text as it was typed, and leaves out what is empty', () => {
    const all = elements(xmpOf(SAID));
    const texts = all.filter(([name]) => name === 'rdf:li').map(([, text]) => text);
    expect(texts).toEqual(expect.arrayContaining(['Ferry <Slip>', 'A & B', '3/30. "night"']));
    expect(all).toContainEqual(['photoshop:City', 'Tolvane']);
    expect(all).toContainEqual(['Iptc4xmpExt:AOSourceInvNo', '3/30']);
    expect(all.map(([name]) => name)).not.toContain('dc:rights');
    expect(all.map(([name]) => name)).not.toContain('Iptc4xmpExt:AOCopyrightNotice');
  });

  test('signs that no document can hold are left out, others stay', () => {
    const odd = xmpOf({ ...SAID, title: 'a\u0000b\u001fc\u007f\ufffed — żółw 🐟' });
    expect(() => elements(odd)).not.toThrow();
    expect(odd).toContain('abc\u007fd — żółw 🐟');
    expect(() => elements(xmpOf({ ...SAID, description: ']]>&amp;<!--' }))).not.toThrow();
  });
});

const PAGE: ArchivePage = {
  ...{ title: 'T', subtitle: 's', statement: '', made: 'm', main: undefined, sections: [], strips: [] },
  table: { title: 'prints', heads: ['mark'], rows: [] },
  files: { title: 'files', list: [] },
};

describe('the page of an archive', () => {
  const HOSTILE = `"><img src=x onerror=alert(1)>'&`;

  test('whatever a text says stands there as text, wherever it stands', () => {
    const page = archivePage({
      ...{ title: HOSTILE, subtitle: HOSTILE, statement: HOSTILE, made: HOSTILE },
      main: { path: HOSTILE, says: HOSTILE },
      sections: [{ title: HOSTILE, rows: [[HOSTILE, HOSTILE]] }],
      strips: [{ title: HOSTILE, pictures: [{ path: HOSTILE, says: HOSTILE }] }],
      table: { title: HOSTILE, heads: [HOSTILE], rows: [[HOSTILE]] },
      files: { title: HOSTILE, list: [{ path: HOSTILE, says: HOSTILE }] },
    });
    expect(page).not.toContain('<img src=x');
    expect(page).not.toMatch(/onerror=alert\(1\)>[^&]/);
    expect(page.match(/&quot;&gt;&lt;img src=x/g)!.length).toBeGreaterThan(15);
  });

  test('a row without pictures is left out, and nothing runs or is fetched', () => {
    const page = archivePage({ ...PAGE, strips: [{ title: 'photographs', pictures: [] }] });
    expect(page).not.toContain('photographs');
    expect(page).not.toMatch(/<script|https?:|url\(/);
    expect(page).toMatch(/Content-Security-Policy/);
    expect(page.startsWith('<!doctype html>')).toBe(true);
  });
});
