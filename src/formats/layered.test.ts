import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { dxfDocument, indexedPng, openRaster, pathOfRings, svgOfDrawing } from './index';

test('a palette PNG holds its pixels, its transparency and its size in dots an inch', async () => {
  const png = indexedPng(
    20,
    10,
    [
      [255, 255, 255, 0],
      [10, 20, 30, 255],
      [200, 100, 50, 255],
    ],
    (y, row) => row.fill(y % 3),
    25.4 / 600,
  );
  const { data, info } = await sharp(Buffer.from(png)).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  expect([info.width, info.height]).toEqual([20, 10]);
  expect([...data.subarray(0, 4)]).toEqual([255, 255, 255, 0]);
  expect([...data.subarray(20 * 4, 20 * 4 + 4)]).toEqual([10, 20, 30, 255]);
  expect([...data.subarray(40 * 4, 40 * 4 + 4)]).toEqual([200, 100, 50, 255]);
  expect((await sharp(Buffer.from(png)).metadata()).density).toBe(600);
});

test('with two colours a pixel takes one bit, and odd widths come out right', async () => {
  const png = indexedPng(
    13,
    3,
    [
      [0, 0, 0, 0],
      [9, 9, 9, 255],
    ],
    (y, row) => {
      row.fill(0);
      row[12] = 1;
      row[y] = 1;
    },
  );
  const { data } = await sharp(Buffer.from(png)).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  expect([0, 1, 2].map((y) => [...Array(13).keys()].filter((x) => data[(y * 13 + x) * 4 + 3] === 255))).toEqual([
    [0, 12],
    [1, 12],
    [2, 12],
  ]);
});

test('an OpenRaster file says first what it is, and its layers keep order, name and resolution', () => {
  const png = indexedPng(
    4,
    4,
    [
      [0, 0, 0, 0],
      [1, 2, 3, 255],
    ],
    (_, row) => row.fill(1),
  );
  const ora = openRaster(
    4,
    4,
    0.1,
    [
      { name: 'run 2 <plum>', png, visible: true },
      { name: 'paper', png, visible: false },
    ],
    png,
    png,
  );
  expect(new TextDecoder().decode(ora.subarray(30, 38))).toBe('mimetype');
  expect(new TextDecoder().decode(ora.subarray(38, 54))).toBe('image/openraster');
  const files = unzipSync(ora);
  expect(Object.keys(files)).toEqual(
    expect.arrayContaining([
      'mimetype',
      'stack.xml',
      'data/layer0.png',
      'data/layer1.png',
      'mergedimage.png',
      'Thumbnails/thumbnail.png',
    ]),
  );
  const stack = new TextDecoder().decode(files['stack.xml']);
  expect(stack).toMatch(/w="4" h="4" xres="254" yres="254"/);
  expect(stack).toMatch(/run 2 &#60;plum&#62;[\s\S]*paper/);
  expect(stack).toMatch(/layer1.png" x="0" y="0" opacity="1.0" visibility="hidden"/);
});

test('a DXF has closed lines in millimetres, upright, on named layers', () => {
  const text = dxfDocument(40, [{ name: 'cut now, straw', colour: 1, ringsMm: [[0, 0, 10, 0, 10, 30]] }]);
  const lines = text.split('\r\n');
  expect(lines.slice(-3)).toEqual(['0', 'EOF', '']);
  expect(lines.filter((_, i) => i % 2 === 1 && lines[i] === 'VERTEX').length).toBe(3);
  const at = lines.indexOf('VERTEX');
  expect(lines.slice(at + 1, at + 7)).toEqual(['8', 'CUT_NOW_STRAW', '10', '0', '20', '40']);
  expect(text).toMatch(/\$INSUNITS\r\n70\r\n4/);
});

test('curves of a DXF are arcs that bend to the side they are drawn on', () => {
  // a half disc under a level line, y down: from (0, 10) over the bottom at (5, 15) to (10, 10)
  const text = dxfDocument(40, [{ name: 'cut', colour: 1, ringsMm: [[0, 10, 10, 10]], bulges: [[-1, 0]] }]);
  const lines = text.split('\r\n');
  const vertices = lines.flatMap((line, i) => (line === 'VERTEX' ? [lines.slice(i + 1, i + 13)] : []));
  expect(vertices.map((v) => Number(v[v.indexOf('20') + 1]))).toEqual([30, 30]);
  // turned over the half disc still hangs below, which in a drawing with y up is run with the angle rising
  expect(vertices[0][vertices[0].indexOf('42') + 1]).toBe('1');
  expect(vertices[1].includes('42')).toBe(false);
});

test('rings of a mask become one path', () => {
  expect(pathOfRings([[0, 0, 1, 0, 1, 1.5]])).toBe('M0 0L100 0L100 150z');
});

test('a drawing as SVG is true to size, with its ruler, and what is written in it is escaped', () => {
  const svg = svgOfDrawing({
    title: 'Harbour <key>',
    note: 'a note & more',
    widthMm: 240,
    heightMm: 60,
    draw(pen) {
      pen.area('M0 0l100 0l0 100z', '#123456');
      pen.outlines('M0 0l100 0', 0.25, '#000');
      pen.hatch('M0 0l100 0l0 100z', 240, 60, '#A63A2B');
      pen.circle(10, 10, 3, { fill: '#fff' });
      pen.polygon(
        [
          [0, 0],
          [7, 0],
          [0, -7],
        ],
        '#1F2421',
      );
      pen.rect(1, 1, 10, 5, { dashMm: 2 });
      pen.text('run <2>', 5, 5, 4, { align: 'center', turnDeg: 90 });
    },
  });
  expect(svg).toMatch(/width="240mm" height="76mm" viewBox="0 0 240 76"/);
  expect(svg).toMatch(/check ruler: 100 mm/);
  expect(svg).toMatch(/stroke-width="25"/);
  expect(svg).toMatch(/pattern id="gouge\d+"/);
  expect(svg).not.toMatch(/<key>|<2>/);
});
