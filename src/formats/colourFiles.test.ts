import { toldByServer } from '@/words/refusals';
import fc from 'fast-check';
import { deltaE2000, labD50FromSrgb8, spectrumFromLabD50, type Lab } from '@/core/colour';
import type { CabinetInk } from '@/model';
import { cabinetCsv, readCabinetCsv, readCgats, readPalette, writeCgats, writePalette } from './index';

const PAPER: Lab = [94.5, 0.3, 4.2];
const ink = (name: string, labD50: Lab, opacity: CabinetInk['opacity'] = 0.4): CabinetInk => ({
  id: name,
  name,
  mediumId: 'oil relief',
  role: 'pigment',
  colour: { labD50, spectrum: null },
  paperLabD50: PAPER,
  opacity,
  strength: 1.5,
  stockG: 80,
  lightFast: 'good',
  drawdowns: [],
  version: 3,
});

describe('palettes', () => {
  test('what is written is read again, within eight bits', () => {
    const rgb = fc.tuple(
      fc.integer({ min: 0, max: 255 }),
      fc.integer({ min: 0, max: 255 }),
      fc.integer({ min: 0, max: 255 }),
    );
    fc.assert(
      fc.property(fc.array(rgb, { minLength: 1, maxLength: 20 }), (colours) => {
        const named = colours.map((c, i) => ({ name: `ink ${i}`, labD50: labD50FromSrgb8(c) }));
        const read = readPalette(writePalette('test', named));
        if (!read.ok) throw new Error(toldByServer(read));
        expect(read.value.map((c) => c.name)).toEqual(named.map((c) => c.name));
        read.value.forEach((c, i) => expect(deltaE2000(c.labD50, named[i].labD50)).toBeLessThan(1e-6));
      }),
      { seed: 31 },
    );
  });

  test('names cannot break the lines', () => {
    const text = writePalette('two\nlines', [{ name: 'a\nb\tc', labD50: PAPER }]);
    expect(text.split('\n').filter((line) => line.includes('\t'))).toHaveLength(1);
    expect(text).toContain('Name: two lines');
  });

  test.each<[string, RegExp]>([
    ['not a palette', /first line should read/],
    ['GIMP Palette\n#\n', /no colours/],
    ['GIMP Palette\n10 20\tgrey\n', /Line 2 of the palette, “10 20/],
    ['GIMP Palette\n10 20 300 grey\n', /Line 2/],
  ])('%j is refused in words', (text, words) => {
    const read = readPalette(text);
    expect(read.ok ? '' : toldByServer(read)).toMatch(words);
  });
});

describe('measurement files', () => {
  const spectrum = Array.from(spectrumFromLabD50([50, 30, 20]));
  const samples = [
    { name: 'red “oxide”, "thin"', labD50: [50, 30, 20] as Lab, spectrum },
    { name: 'typed', labD50: [70, -10, 5] as Lab, spectrum: null },
  ];

  test('what is written is read again, spectra where there were any', () => {
    const read = readCgats(writeCgats('cabinet', samples));
    if (!read.ok) throw new Error(toldByServer(read));
    expect(read.value.map((s) => s.name)).toEqual(samples.map((s) => s.name));
    expect(read.value[0].spectrum!.every((v, i) => Math.abs(v - spectrum[i]) < 1e-5)).toBe(true);
    expect(read.value[1].spectrum).toBeNull();
    expect(deltaE2000(read.value[1].labD50, [70, -10, 5])).toBeLessThan(1e-3);
  });

  test('any order of fields, percent, a coarser step and other line ends', () => {
    const nm = Array.from({ length: 19 }, (_, i) => 370 + 20 * i);
    const text = [
      'CGATS.17',
      'BEGIN_DATA_FORMAT',
      `${nm.map((n) => `nm${n}`).join(' ')} SAMPLE_NAME`,
      'END_DATA_FORMAT',
      'BEGIN_DATA',
      `${nm.map(() => '50.0').join(' ')} grey`,
      'END_DATA',
    ].join('\r\n');
    const read = readCgats(text);
    if (!read.ok) throw new Error(toldByServer(read));
    expect(read.value[0]).toMatchObject({ name: 'grey' });
    expect(read.value[0].spectrum!.every((v) => Math.abs(v - 0.5) < 1e-12)).toBe(true);
    expect(read.value[0].labD50[0]).toBeCloseTo(76.07, 1);
  });

  const withData = (fields: string, data: string) =>
    `BEGIN_DATA_FORMAT\n${fields}\nEND_DATA_FORMAT\nBEGIN_DATA\n${data}\nEND_DATA\n`;
  test.each<[string, string, RegExp]>([
    ['nothing', 'hello', /not a CGATS measurement file/],
    [
      'a cut file',
      withData('SAMPLE_ID LAB_L LAB_A LAB_B', '1 50 0 0 2 50'),
      /do not come out even: 6 values for 4 fields/,
    ],
    ['no colours', withData('SAMPLE_ID CMYK_C', '1 50'), /neither LAB_L/],
    ['words for numbers', withData('SAMPLE_ID LAB_L LAB_A LAB_B', '1 fifty 0 0'), /Sample 1 \(“1”\)/],
    ['an impossible colour', withData('SAMPLE_ID LAB_L LAB_A LAB_B', '1 150 0 0'), /a colour that cannot be/],
    ['no samples', withData('SAMPLE_ID LAB_L LAB_A LAB_B', ''), /no samples/],
  ])('%s is refused in words', (_name, text, words) => {
    const read = readCgats(text);
    expect(read.ok ? '' : toldByServer(read)).toMatch(words);
  });
});

describe('the cabinet as a table', () => {
  test('what is written is read again', () => {
    const inks = [ink('yellow ochre', [62, 16, 50]), ink('white, "opaque"', [95, 0, 2], 'opaque')];
    const read = readCabinetCsv(`\uFEFF${cabinetCsv(inks)}`, PAPER);
    if (!read.ok) throw new Error(toldByServer(read));
    expect(read.value.map((i) => [i.name, i.colour.labD50, i.opacity, i.strength, i.stockG, i.lightFast])).toEqual(
      inks.map((i) => [i.name, i.colour.labD50, i.opacity, i.strength, i.stockG, i.lightFast]),
    );
  });

  test('a name that a spreadsheet would take for a formula is kept as a name', () => {
    const text = cabinetCsv([ink('=1+1', [50, 0, 0])]);
    expect(text).toContain("'=1+1");
    const read = readCabinetCsv(text, PAPER);
    expect(read.ok && read.value[0].name).toBe('=1+1');
  });

  test.each<[string, RegExp]>([
    ['', /no inks in this table/],
    ['name,L*\nx,50', /missing: a\*, b\*/],
    ['name,L*,a*,b*\nx,50,0', /cannot be read/],
    ['name,L*,a*,b*\n,50,0,0', /Row 2 \(“”\): An ink needs a name/],
    ['name,L*,a*,b*,kind\nx,50,0,0,gouache', /Row 2 \(“x”\): “mediumId” cannot be "gouache"; it may be oil relief/],
    ['name,L*,a*,b*,opacity\nx,50,0,0,2', /no opacity/],
    ['name,L*,a*,b*\nx,dark,0,0', /Row 2/],
  ])('%j is refused in words', (text, words) => {
    const read = readCabinetCsv(text, PAPER);
    expect(read.ok ? '' : toldByServer(read)).toMatch(words);
  });
});
