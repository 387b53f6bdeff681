import { sheetLayout, registrationWay } from '@/core/registration';
import { emptyPlan } from '@/model';
import { drawnMm, drawPaper, imagePlace, type SheetDrawn } from './drawSheet';

const { layout } = emptyPlan();
const way = registrationWay('corner stops');
const drawn = (part: Partial<SheetDrawn> = {}): SheetDrawn => ({
  layout: sheetLayout(
    { ...layout, image: { widthMm: 200, heightMm: 150 }, allowanceMm: way.allowanceMm, blocks: [] },
    way,
  ),
  paperLabD50: [95, 0, 4],
  tornEdges: [],
  edition: 20,
  title: 'Salt Works',
  withMargins: true,
  scale: 2,
  left: 30,
  top: 40,
  ...part,
});

/** A pen that notes what it is asked to draw. */
function pen() {
  const points: [number, number][] = [];
  const texts: { text: string; x: number; y: number; fill: string }[] = [];
  const context = {
    fillStyle: '',
    beginPath: () => undefined,
    closePath: () => undefined,
    fill: () => undefined,
    stroke: () => undefined,
    moveTo: (x: number, y: number) => points.push([x, y]),
    lineTo: (x: number, y: number) => points.push([x, y]),
    fillText: (text: string, x: number, y: number) => texts.push({ text, x, y, fill: context.fillStyle }),
  };
  return { context: context as unknown as CanvasRenderingContext2D, points, texts };
}

test('with margins the whole finished sheet is drawn, without them the image alone', () => {
  const whole = drawnMm(drawn()),
    alone = drawnMm(drawn({ withMargins: false }));
  expect(alone).toEqual({ widthMm: 200, heightMm: 150 });
  expect(whole.widthMm).toBeGreaterThan(alone.widthMm);
  expect(whole.heightMm).toBeGreaterThan(alone.heightMm);
  expect(imagePlace(drawn({ withMargins: false }))).toEqual({ x: 30, y: 40, width: 400, height: 300 });
  const place = imagePlace(drawn());
  const margins = drawn().layout.marginsMm;
  expect(place.x).toBeCloseTo(30 + 2 * margins.left, 6);
  expect(place.y).toBeCloseTo(40 + 2 * margins.top, 6);
});

test('a cut edge is straight, a torn one ragged inwards by no more than it tears; corners stay', () => {
  const { widthMm, heightMm } = drawnMm(drawn());
  const [right, foot] = [30 + 2 * widthMm, 40 + 2 * heightMm];
  const straight = pen();
  drawPaper(straight.context, drawn());
  expect(straight.points).toEqual([
    [30, 40],
    [right, 40],
    [right, foot],
    [30, foot],
    [30, 40],
  ]);
  const torn = pen();
  drawPaper(torn.context, drawn({ tornEdges: ['bottom'] }));
  expect(torn.points.length).toBeGreaterThan(100);
  for (const [x, y] of torn.points) {
    expect(x).toBeGreaterThanOrEqual(30 - 1e-9);
    expect(y).toBeLessThanOrEqual(foot + 1e-9);
  }
  const along = torn.points.filter(([x, y]) => y > foot - 5 && x > 31 && x < right - 1);
  expect(along.some(([, y]) => y < foot - 0.3)).toBe(true);
  expect(along.every(([, y]) => y >= foot - 1.6 * 2 - 1e-9)).toBe(true);
  for (const corner of [
    [right, foot],
    [30, foot],
  ])
    expect(torn.points).toContainEqual(corner);
});

test('number and title stand under the lowest image, light on dark paper, and not at all where they could not be read', () => {
  const light = pen();
  drawPaper(light.context, drawn());
  expect(light.texts.map(({ text }) => text)).toEqual(['1/20', 'Salt Works']);
  const place = imagePlace(drawn());
  expect(light.texts[0]).toMatchObject({ x: place.x });
  expect(light.texts[0].y).toBeGreaterThan(place.y + place.height);
  const dark = pen();
  drawPaper(dark.context, drawn({ paperLabD50: [20, 0, 0] }));
  expect(dark.texts[0].fill).not.toBe(light.texts[0].fill);
  for (const part of [{ scale: 0.3 }, { withMargins: false }]) {
    const none = pen();
    drawPaper(none.context, drawn(part));
    expect(none.texts).toEqual([]);
  }
});
