import {
  countPixels,
  emptyMask,
  fillLine,
  fillOutlines,
  fillSpan,
  hasPixel,
  maskAnd,
  maskAndNot,
  type BitMask,
} from '../geometry';
import { photographOfTracing, type Shot } from '@/testing/photographOfTracing';
import { randomStream } from '../random/random';
import { findCornerMarks } from './cornerMarks';
import type { ScanPicture } from './findSheet';
import { againstPaper, drawnLines, inEvenLight, readTracing, type TracingTask } from './readTracing';

const FRAME = { widthMm: 120, heightMm: 90 };
const MM_PER_PX = 0.2;
const [W, H] = [FRAME.widthMm / MM_PER_PX, FRAME.heightMm / MM_PER_PX];

/** What stands: a field with a hole. */
const known = emptyMask(W, H);
fillOutlines(known, [
  [50, 60, 550, 60, 550, 400, 50, 400],
  [300, 150, 420, 150, 420, 260, 300, 260],
]);
/** Pen strokes of 0.6 and 1.2 mm and a blot, over the ground and past its edge. */
const strokes = emptyMask(W, H);
fillLine(strokes, [20, 110, 200, 130, 330, 90, 580, 120], 3);
fillLine(strokes, [100, 380, 240, 200, 260, 330], 6);
fillOutlines(strokes, [[470, 300, 520, 290, 530, 350, 480, 360]]);

const photographed = (shot: Shot = {}) =>
  photographOfTracing(
    {
      frame: FRAME,
      mmPerPx: MM_PER_PX,
      drawn: (x, y) => hasPixel(strokes, x, y),
      stands: (x, y) => hasPixel(known, x, y),
    },
    shot,
  );

const task: TracingTask = { frame: FRAME, mmPerPx: MM_PER_PX, known };
/** Intersection over union of what was read with what was drawn. */
const likeness = (a: BitMask, b: BitMask) => {
  const both = countPixels(maskAnd(a, b));
  return both / (countPixels(a) + countPixels(b) - both);
};
const read = (shot: Shot, part: Partial<TracingTask> = {}) => {
  const answer = readTracing(photographed(shot), { ...task, ...part });
  if (!answer.ok) throw new Error(answer.code);
  return answer.value;
};

test.each<[string, Shot]>([
  ['a scan laid straight', {}],
  ['as the block lies', { mirrored: true }],
  ['upside down', { turnDeg: 180 }],
  ['on its side, mirrored', { turnDeg: 90, mirrored: true }],
  ['turned, slanted, dim at one end and grainy, as by a telephone', { turnDeg: 13, slant: 0.22, dim: 0.55, noise: 14 }],
  ['the same mirrored and turned the other way', { turnDeg: -24, slant: -0.18, dim: 0.6, noise: 14, mirrored: true }],
  ['a finer scan', { pxPerMm: 7 }],
  ['with a red pen', { pen: [190, 60, 50] }],
])('what is drawn on a tracing is read back: %s', (_, shot) => {
  const drawing = read(shot);
  expect(drawing.mirrored).toBe(shot.mirrored ?? false);
  const lines = drawnLines(drawing, 35, 20);
  expect(likeness(lines, strokes)).toBeGreaterThan(0.82);
  // nothing but the strokes and a rim of half a millimetre round them
  const stray = maskAndNot(lines, near(strokes));
  expect(countPixels(stray)).toBe(0);
});

/** A mask grown by 0.6 mm. */
function near(mask: BitMask): BitMask {
  const out = emptyMask(mask.width, mask.height);
  for (let y = 0; y < mask.height; y++)
    for (let x = 0; x < mask.width; x++)
      if (hasPixel(mask, x, y)) for (let k = -3; k <= 3; k++) fillSpan(out, y + k, x - 3, x + 4);
  return out;
}

test('only what still stands can be cut; a higher threshold takes less, specks go', () => {
  const drawing = read({ noise: 10 });
  const inside = drawnLines(drawing, 35, 20, known);
  expect(countPixels(maskAndNot(inside, known))).toBe(0);
  expect(likeness(inside, maskAnd(strokes, known))).toBeGreaterThan(0.8);
  const counts = [15, 35, 60, 85].map((percent) => countPixels(drawnLines(drawing, percent, 1)));
  expect(counts).toEqual(counts.toSorted((a, b) => b - a));
  const blotOnly = drawnLines(drawing, 35, 2500);
  expect(countPixels(blotOnly)).toBeLessThan(countPixels(drawnLines(drawing, 35, 1)));
  expect(countPixels(drawnLines(drawing, 35, 1e6))).toBe(0);
});

test('a place blacked out all over is read whole, in light that falls off', () => {
  const blot = emptyMask(W, H);
  fillOutlines(blot, [[200, 100, 420, 90, 440, 300, 210, 310]]);
  const shot = { dim: 0.6, turnDeg: 6, noise: 8 };
  const picture = photographOfTracing(
    {
      frame: FRAME,
      mmPerPx: MM_PER_PX,
      drawn: (x, y) => hasPixel(blot, x, y),
      stands: (x, y) => hasPixel(known, x, y),
    },
    shot,
  );
  const answer = readTracing(picture, task);
  expect(answer.ok && likeness(drawnLines(answer.value, 35, 20), blot)).toBeGreaterThan(0.95);
});

test('a drawing on grey paper is taken against its paper', () => {
  const grey = Uint8Array.from({ length: 1000 }, (_, i) => (i % 10 === 0 ? 60 : 200 + (i % 3)));
  const light = againstPaper(grey);
  expect(Math.max(...light)).toBe(255);
  expect(light[0]).toBe(Math.round((255 * 60) / 202));
  expect(againstPaper(new Uint8Array(50))).toEqual(new Uint8Array(50));
});

test('it can be said against the marks which way it was drawn', () => {
  const turned = read({}, { mirrored: true });
  expect(turned.mirrored).toBe(true);
  expect(likeness(drawnLines(turned, 35, 20), strokes)).toBeLessThan(0.4);
});

test.each([0, 1, 2, 3])('without mark %d it is refused, and said what is missing', (hide) => {
  const found = findCornerMarks(photographed({ hide, noise: 10 }), FRAME);
  expect(found).toMatchObject({
    ok: false,
    code: hide === 0 ? 'tracing-marks.noneIsHollow' : 'tracing-marks.noFourFit',
  });
});

test('no picture of a tracing: bare, black, noise, tiny', () => {
  const flat = (value: () => number, size = 300): ScanPicture => ({
    ...{ width: size, height: size, dpi: 0 },
    data: Uint8ClampedArray.from({ length: size * size * 4 }, value),
  });
  const random = randomStream(3);
  for (const picture of [flat(() => 250), flat(() => 0), flat(() => 255 * random()), flat(() => 200, 3)])
    expect(readTracing(picture, task)).toMatchObject({ ok: false, code: expect.stringMatching(/^tracing-marks/) });
});

test('a sheet of another print does not fit the marks of this one', () => {
  const other = findCornerMarks(photographed(), { widthMm: 60, heightMm: 140 });
  expect(other.ok).toBe(false);
});

test('light that falls off over the sheet is taken out of a drawing; its lines stay as dark and as thick as they are', () => {
  const width = 600,
    height = 300;
  const isLine = (x: number, y: number) => Math.abs(y - 150) < 6 || Math.abs(x - 500) < 6;
  const grey = Uint8Array.from({ length: width * height }, (_, i) => {
    const [x, y] = [i % width, Math.floor(i / width)];
    return Math.round((isLine(x, y) ? 0.2 : 1) * (240 - 130 * (x / width)));
  });
  const light = inEvenLight(grey, 0.25, emptyMask(width, height));
  let wrong = 0;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) if (light[y * width + x] < 150 !== isLine(x, y)) wrong++;
  expect(wrong).toBe(0);
  // against the lightest of the sheet its dark side would be one line
  expect(againstPaper(grey)[20 * width + 590]).toBeLessThan(150);
});
