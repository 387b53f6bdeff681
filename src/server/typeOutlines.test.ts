import { applyEdit, laidAt, pointsInMm, typeBlocksOf } from '@/derived';
import { checkRequest, type PrintState } from '@/model';
import { openStore, type Store } from '@/store';
import { printOfBands } from '@/testing/bands';
import { expectOk as ok, stateAfter } from '@/testing/prints';
import { told } from '@/testing/told';
import { registrationPdf, savePlan, typeFile, typeOutlines } from './index';

const NOW = '2026-11-27T10:00:00.000Z',
  DAY = new Date(NOW);
let db: Store;
beforeEach(() => {
  db = openStore(':memory:');
});
afterEach(() => {
  db.close();
});
const set = (text: string, sizePt = 24, face: 'slab' | 'slab bold' | 'slab italic' | 'plain' | 'box' = 'slab') =>
  ok(typeOutlines({ text, face, sizePt }));
const heights = (rings: readonly (readonly number[])[]) => rings.flat().filter((_, i) => i % 2 === 1);
const across = (rings: readonly (readonly number[])[]) => rings.flat().filter((_, i) => i % 2 === 0);

describe('letters as they print', () => {
  test('stand on the baseline, go below it where they have a tail, and grow with their size', () => {
    const flat = heights(set('HIH').outlinesMm);
    expect(Math.max(...flat)).toBeCloseTo(0, 2);
    const capitalMm = -Math.min(...flat);
    expect(capitalMm).toBeGreaterThan(0.55 * pointsInMm(24));
    expect(capitalMm).toBeLessThan(0.8 * pointsInMm(24));
    expect(Math.max(...heights(set('gpq').outlinesMm))).toBeGreaterThan(0.5);
    expect(set('HIH', 48).widthMm).toBeCloseTo(2 * set('HIH', 24).widthMm, 2);
    expect(-Math.min(...heights(set('HIH', 48).outlinesMm))).toBeCloseTo(2 * capitalMm, 2);
  });

  test('follow one another from the beginning of the line to its width', () => {
    const { outlinesMm, widthMm } = set('Night');
    expect(Math.min(...across(outlinesMm))).toBeGreaterThanOrEqual(-0.3);
    expect(Math.max(...across(outlinesMm))).toBeLessThanOrEqual(widthMm + 0.3);
    expect(widthMm).toBeGreaterThan(set('Nigh').widthMm);
    expect(set('AV').widthMm).toBeLessThan(set('A').widthMm + set('V').widthMm);
  });

  test('have their counters: an o is two rings, an i two, an l one', () => {
    expect(set('o').outlinesMm).toHaveLength(2);
    expect(set('i').outlinesMm).toHaveLength(2);
    expect(set('l').outlinesMm).toHaveLength(1);
  });

  test('curves are as round as a hundredth of a millimetre: the ring of an O at any size', () => {
    for (const sizePt of [12, 72, 300]) {
      const [outer] = [...set('O', sizePt, 'plain').outlinesMm].sort((a, b) => b.length - a.length);
      expect(outer.length / 2).toBeGreaterThan(12);
      // no side of the ring turns by more than a chord of 0.01 mm allows at its length
      let turn = 0;
      for (let p = 0, n = outer.length; p < n; p += 2) {
        const at = (k: number) => outer[(p + k + n) % n];
        const before = Math.atan2(at(3) - at(1), at(2) - at(0)),
          after = Math.atan2(at(5) - at(3), at(4) - at(2));
        const by = Math.abs(((after - before + 3 * Math.PI) % (2 * Math.PI)) - Math.PI);
        const chord = Math.min(Math.hypot(at(2) - at(0), at(3) - at(1)), Math.hypot(at(4) - at(2), at(5) - at(3)));
        turn = Math.max(turn, (by * chord) / 8);
      }
      expect(turn).toBeLessThan(0.03);
    }
  });

  test('each face has its own, and a box is a frame as wide as its letters on the whole', () => {
    const widths = (['slab', 'slab bold', 'slab italic', 'plain'] as const).map(
      (face) => set('Quay', 24, face).widthMm,
    );
    expect(new Set(widths).size).toBe(4);
    const box = set('Quay', 24, 'box');
    expect(box.outlinesMm).toHaveLength(2);
    expect(box.widthMm).toBeCloseTo(2 * pointsInMm(24), 2);
  });

  test('letters with marks come from the further ones of the face; letters it lacks are named', () => {
    expect(set('Łódź').widthMm).toBeGreaterThan(5);
    expect(told(typeOutlines({ text: 'Night 夜', face: 'slab', sizePt: 24 }))).toMatchObject({
      code: 'type.letterMissing',
      message: expect.stringMatching(/“夜”/),
    });
    // a box asks for no letters
    expect(typeOutlines({ text: '夜', face: 'box', sizePt: 24 })).toMatchObject({ ok: true });
  });

  test.each([
    [{ text: '', face: 'slab', sizePt: 12 }, /text|words|name/i],
    [{ text: 'a', face: 'gothic', sizePt: 12 }, /face/],
    [{ text: 'a', face: 'slab', sizePt: 1 }, /size of the type/i],
    [{ text: 'x'.repeat(200), face: 'slab', sizePt: 12 }, /120/],
  ])('asked from outside, %j is refused in words', (asked, says) => {
    expect(told(checkRequest('type', asked))).toMatchObject({ ok: false, message: expect.stringMatching(says) });
  });
});

describe('in the bed', () => {
  /** Two bands of 60 × 30 mm and a line of 24 points below them. */
  async function withTitle(): Promise<PrintState & { readonly blockId: string }> {
    const flat = await printOfBands(db, ['paper', 'straw'], { widthMm: 60, heightMm: 30 }, NOW);
    const { outlinesMm, widthMm } = set('HI'),
      atMm = { xMm: 10, yMm: 40 };
    const next = ok(
      applyEdit(flat.plan, {
        ...{ kind: 'type-added', as: 'title', within: laidAt(outlinesMm, atMm) },
        line: { text: 'HI', face: 'slab', sizePt: 24, highMm: 23.32, by: 'press', atMm, widthMm },
        ink: { ...flat.plan.inks[0], id: 'ink-type', name: 'black' },
      }),
    );
    const state = stateAfter(db, flat.id, savePlan(db, flat.id, flat.now.plan, next, 'type-added', NOW));
    return { ...state, blockId: typeBlocksOf(state.plan)[0].id };
  }

  test('the drawing has the letters mirrored where they stand, with their distances from stop and foot', async () => {
    const { id, blockId, plan } = await withTitle();
    const svg = new TextDecoder().decode(ok(await typeFile(db, id, blockId, 'svg', DAY)).bytes);
    const [, path] = /<path transform="scale\(0\.01\)"[^>]*\bd="(M[^"]+)"/.exec(
      svg.replace(/d="(M[^"]*)" transform="scale\(0\.01\)"/, 'transform="scale(0.01)" d="$1"'),
    )!;
    const xs = [...path.matchAll(/[ML](-?\d+) (-?\d+)/g)].map((m) => Number(m[1]) / 100);
    const [outline] = /width="([\d.]+)mm"/.exec(svg)!.slice(1).map(Number);
    const sheetMm = outline - 24;
    const [{ type }] = typeBlocksOf(plan);
    // on the sheet they begin at the image’s left plus 10 mm: on the bed they end so far from the right
    const imageX = (sheetMm - 60) / 2;
    expect(Math.max(...xs)).toBeLessThanOrEqual(12 + sheetMm - imageX - 10 + 0.3);
    expect(Math.min(...xs)).toBeGreaterThanOrEqual(12 + sheetMm - imageX - 10 - type!.widthMm - 0.3);
    expect(svg).toContain('left is right');
    expect(svg).toMatch(/24 pt, 23\.32 mm high · by press/);
    expect(ok(await typeFile(db, id, blockId, 'pdf', DAY)).bytes.length).toBeGreaterThan(1000);
  });

  test('among the pages of the registration the line has the bed in place of a cut', async () => {
    const { id } = await withTitle();
    const made = ok(await registrationPdf(db, id, DAY));
    const pdf = Buffer.from(made.bytes).toString('latin1');
    const pages = [...pdf.matchAll(/\/Type \/Page\b/g)].length;
    expect(pages).toBeGreaterThanOrEqual(3);
  });

  test('a block that is cut, or none, is no line of type', async () => {
    const { id, plan } = await withTitle();
    for (const other of [plan.blocks[0].id, 'none'])
      expect(await typeFile(db, id, other, 'svg', DAY)).toMatchObject({ ok: false, code: 'type.notType' });
  });
});
