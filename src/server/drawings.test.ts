import { cornerStopLayout } from '@/core/registration';
import type { Drawing, Pen } from '@/formats';
import { registrationDrawing, stageDrawing } from './drawings';

type Call = { readonly kind: keyof Pen; readonly args: readonly unknown[] };

/** Draws with a pen that only remembers. */
function callsOf(drawing: Drawing): Call[] {
  const calls: Call[] = [];
  const remember = (kind: keyof Pen) => (...args: unknown[]) => { calls.push({ kind, args }); };
  drawing.draw({
    rect: remember('rect'), line: remember('line'), area: remember('area'), circle: remember('circle'), outlines: remember('outlines'),
    hatch: remember('hatch'), polygon: remember('polygon'), text: remember('text'),
  });
  return calls;
}

const texts = (calls: readonly Call[]) => calls.filter((c) => c.kind === 'text').map((c) => String(c.args[0]));

describe('the registration sheet', () => {
  const layout = cornerStopLayout({ imageWidthMm: 240, imageHeightMm: 180, marginMm: 40, marginRule: 'larger bottom' });
  const drawing = registrationDrawing('Harbour', layout);
  const calls = callsOf(drawing);

  test('is as large as the board', () => {
    expect([drawing.widthMm, drawing.heightMm]).toEqual([380, 328]);
  });

  test('draws board, paper and block to size', () => {
    const rects = calls.filter((c) => c.kind === 'rect').map((c) => c.args.slice(0, 4));
    expect(rects).toContainEqual([40, 20, 320, 268]);
    expect(rects).toContainEqual([80, 60, 240, 180]);
  });

  test('marks six contacts and the origin corner', () => {
    const words = texts(calls);
    expect(words.filter((w) => w === 'paper stop').length).toBe(3);
    expect(words.filter((w) => w === 'block stop').length).toBe(3);
    expect(words).toContain('origin corner');
    expect(words).toContain('this side up');
  });

  test('writes the margins, and right for left as the paper lies face down', () => {
    const words = texts(calls);
    expect(words).toEqual(expect.arrayContaining(['top 40', 'bottom 48', 'print’s right 40', 'print’s left 40']));
    const right = calls.find((c) => c.args[0] === 'print’s right 40')!, left = calls.find((c) => c.args[0] === 'print’s left 40')!;
    expect(Number(right.args[1])).toBeLessThan(Number(left.args[1]));
  });
});

describe('a stage of the block', () => {
  const page = { printName: 'Harbour', run: 2, inkName: 'rust', widthMm: 100, heightMm: 80, standing: 'M0 0l100 0l0 100z', notes: [], cutNow: 'M500 500l20 0l0 20zM-5 7l1 1z' };
  const drawing = stageDrawing(page);
  const calls = callsOf(drawing);

  test('leaves room for its marks', () => {
    expect([drawing.widthMm, drawing.heightMm]).toEqual([128, 108]);
    expect(drawing.title).toMatch(/block before run 2, rust. MIRRORED/);
  });

  test('moves the outlines into the frame, only where they begin', () => {
    const area = calls.find((c) => c.kind === 'area')!, hatch = calls.find((c) => c.kind === 'hatch')!;
    expect(area.args[0]).toBe('M1400 1400l100 0l0 100z');
    expect(hatch.args[0]).toBe('M1900 1900l20 0l0 20zM1395 1407l1 1z');
    expect(hatch.args.slice(1, 3)).toEqual([128, 108]);
  });

  test('says that it is mirrored, which run it is for, and which side is up', () => {
    expect(texts(calls)).toEqual(expect.arrayContaining(['run 2', 'mirrored: this is the block, not the print', 'origin corner', 'this side up']));
  });

  test('frames the block to size', () => {
    expect(calls.find((c) => c.kind === 'rect')!.args.slice(0, 4)).toEqual([14, 14, 100, 80]);
  });
});
