import { Hand, type Point } from './draw';

export const SALT_WORKS_TONES = ['#f6f1e4', '#ead08c', '#dd9c55', '#a65b48', '#4d5a78', '#20232f'] as const;
const [PAPER, STRAW, APRICOT, MADDER, SLATE, NIGHT] = SALT_WORKS_TONES;
const W = 2400,
  H = 1800,
  HORIZON = 800;

/** Salt Works, Low Sun: pans and heaps under an evening sky, a windpump, reeds in front. Six flat tones. */
export function saltWorks(): string {
  const hand = new Hand(W, H, 240, 41);
  sky(hand);
  land(hand);
  pans(hand);
  sunPath(hand);
  heaps(hand);
  windpump(hand, 1810, 900, 1);
  sluice(hand);
  reeds(hand);
  return hand.svg();
}

function sky(hand: Hand): void {
  hand.rect(0, 0, W, HORIZON + 40, STRAW);
  hand.hill(
    [
      [0, 120],
      [420, 70],
      [900, 150],
      [1500, 60],
      [2050, 140],
      [2400, 90],
    ],
    MADDER,
    -10,
  );
  hand.hill(
    [
      [0, 215],
      [380, 165],
      [860, 250],
      [1420, 150],
      [2000, 235],
      [2400, 190],
    ],
    APRICOT,
    -10,
  );
  hand.hill(
    [
      [0, 108],
      [420, 58],
      [900, 138],
      [1500, 48],
      [2050, 128],
      [2400, 78],
    ],
    MADDER,
    -10,
  );
  for (let i = 0; i < 26; i++)
    hand.gouge(
      hand.between(-100, W),
      hand.between(30, 150),
      hand.between(90, 330),
      hand.between(4, 8),
      APRICOT,
      hand.between(-5, 3),
    );
  for (let i = 0; i < 46; i++)
    hand.gouge(
      hand.between(-100, W),
      hand.between(205, 340),
      hand.between(120, 420),
      hand.between(5, 10),
      i % 3 ? STRAW : APRICOT,
      hand.between(-4, 4),
    );
  for (const [x, y, l, w] of [
    [150, 400, 620, 20],
    [420, 445, 420, 13],
    [1180, 380, 760, 22],
    [1500, 428, 520, 14],
    [980, 520, 330, 11],
    [240, 560, 300, 10],
    [1950, 560, 340, 12],
  ]) {
    hand.gouge(x, y, l, w, PAPER, hand.between(-1, 1));
    hand.gouge(x + l * 0.18, y + w * 1.6, l * 0.55, w * 0.5, APRICOT, 0);
  }
  for (let i = 0; i < 40; i++) {
    const a = (i / 40) * Math.PI + Math.PI,
      r = hand.between(190, 220);
    hand.gouge(
      760 + Math.cos(a) * r,
      690 + Math.sin(a) * r,
      hand.between(70, 170),
      6,
      i % 2 ? PAPER : APRICOT,
      (a * 180) / Math.PI,
    );
  }
  hand.circle(760, 690, 150, PAPER);
  birds(hand);
}

function birds(hand: Hand): void {
  for (const [x, y, s] of [
    [1330, 250, 30],
    [1410, 285, 24],
    [1465, 240, 20],
    [1290, 320, 18],
    [1530, 300, 16],
  ]) {
    hand.stroke(
      [
        [x - s, y - s * 0.35],
        [x - s * 0.4, y - s * 0.45],
        [x, y],
        [x + s * 0.45, y - s * 0.5],
        [x + s, y - s * 0.3],
      ],
      7,
      NIGHT,
    );
  }
}

function land(hand: Hand): void {
  hand.hill(
    [
      [0, 716],
      [180, 690],
      [430, 735],
      [640, 760],
      [980, 752],
      [1260, 706],
      [1560, 744],
      [1840, 712],
      [2120, 738],
      [2400, 698],
    ],
    MADDER,
    HORIZON + 30,
  );
  hand.hill(
    [
      [0, 770],
      [260, 752],
      [520, 782],
      [900, 788],
      [1340, 772],
      [1700, 786],
      [2080, 764],
      [2400, 778],
    ],
    SLATE,
    HORIZON + 30,
  );
  for (const [x, w, h] of [
    [1180, 84, 46],
    [1276, 46, 34],
    [1520, 60, 40],
  ]) {
    hand.shape(
      [
        [x, HORIZON - 14],
        [x, HORIZON - 14 - h],
        [x + w / 2, HORIZON - 40 - h],
        [x + w, HORIZON - 14 - h],
        [x + w, HORIZON - 14],
      ],
      NIGHT,
      0.8,
    );
    hand.rect(x + w * 0.3, HORIZON - 8 - h * 0.7, w * 0.16, h * 0.34, STRAW);
  }
}

/** Pans in perspective: rows of leaning four-sided fields, with bright dykes between and ripples in them. */
function pans(hand: Hand): void {
  hand.rect(0, HORIZON, W, H - HORIZON, APRICOT);
  const rows = [0, 36, 88, 162, 268, 420, 630, 1000];
  for (let r = 0; r < rows.length - 1; r++) {
    const top = HORIZON + rows[r],
      bottom = HORIZON + rows[r + 1],
      gap = 4 + r * 2.6;
    const columns = 9 - r;
    for (let c = -3; c < columns + 3; c++) {
      const at = (k: number, y: number) => 1040 + (k - columns / 2 + (r % 2) * 0.4) * (190 + (y - HORIZON) * 0.78);
      const quad: Point[] = [
        [at(c, top) + gap, top + gap * 0.5],
        [at(c + 1, top) - gap, top + gap * 0.5],
        [at(c + 1, bottom) - gap, bottom - gap * 0.5],
        [at(c, bottom) + gap, bottom - gap * 0.5],
      ];
      if (quad[1][0] < -60 && quad[2][0] < -60) continue;
      if (quad[0][0] > W + 60 && quad[3][0] > W + 60) continue;
      const kind = hand.random();
      const fill = kind < 0.4 ? MADDER : kind < 0.58 ? SLATE : kind < 0.84 ? APRICOT : STRAW;
      hand.shape(quad, fill, 1.2 + r * 0.3);
      ripples(hand, quad, fill, r);
    }
  }
}

function ripples(hand: Hand, quad: readonly Point[], fill: string, row: number): void {
  const light = fill === MADDER ? APRICOT : fill === SLATE ? MADDER : fill === APRICOT ? STRAW : PAPER;
  const [left, right] = [Math.max(quad[0][0], quad[3][0]), Math.min(quad[1][0], quad[2][0])];
  const top = quad[0][1],
    bottom = quad[2][1];
  if (right - left < 90) return;
  const count = 1 + row * 2;
  for (let i = 0; i < count; i++) {
    const length = hand.between(0.2, 0.55) * (right - left);
    hand.gouge(
      hand.between(left + 14, right - length - 10),
      hand.between(top + 8 + row * 2, bottom - 8 - row * 2),
      length,
      3 + row * 1.1,
      light,
      hand.between(-1, 1),
    );
  }
}

function sunPath(hand: Hand): void {
  let y = HORIZON + 8;
  for (let i = 0; y < H - 330; i++) {
    const t = (y - HORIZON) / 900,
      half = 46 + t * 190;
    for (let k = 0; k < 3; k++) {
      const length = hand.between(0.5, 1.15) * half;
      hand.gouge(
        760 + hand.between(-half, half * 0.7) - length / 2,
        y + hand.between(-3, 3),
        length,
        5 + t * 13,
        k === 1 ? STRAW : PAPER,
        hand.between(-1.5, 1.5),
      );
    }
    y += 15 + t * 34;
  }
}

function heaps(hand: Hand): void {
  const spots: readonly (readonly [number, number, number])[] = [
    [190, 880, 46],
    [300, 900, 60],
    [420, 872, 40],
    [1180, 868, 40],
    [1270, 884, 56],
    [1390, 872, 44],
    [2130, 900, 66],
    [2260, 878, 46],
    [250, 1090, 128],
    [1390, 1090, 116],
    [560, 1330, 190],
    [2120, 1160, 150],
  ];
  for (const [x, y, s] of spots) {
    hand.gouge(x - s * 1.35, y + s * 0.08, s * 2.9, s * 0.16, MADDER, 0);
    hand.shape(
      [
        [x - s, y],
        [x - s * 0.46, y - s * 0.62],
        [x - s * 0.08, y - s * 1.02],
        [x + s * 0.14, y - s * 0.98],
        [x + s * 0.5, y - s * 0.6],
        [x + s, y],
      ],
      PAPER,
      s * 0.012,
    );
    hand.shape(
      [
        [x + s * 0.14, y - s * 0.98],
        [x + s * 0.5, y - s * 0.6],
        [x + s, y],
        [x + s * 0.28, y],
        [x + s * 0.36, y - s * 0.42],
      ],
      SLATE,
      s * 0.01,
    );
    for (let i = 0; i < 5; i++)
      hand.gouge(
        x + s * hand.between(-0.62, -0.1),
        y - s * hand.between(0.1, 0.5),
        s * hand.between(0.2, 0.4),
        s * 0.028,
        STRAW,
        hand.between(52, 74),
      );
    for (let i = 0; i < 3; i++)
      hand.gouge(
        x + s * hand.between(0.42, 0.6),
        y - s * hand.between(0.1, 0.34),
        s * 0.24,
        s * 0.03,
        MADDER,
        hand.between(44, 60),
      );
  }
}

/** A lattice tower with a wheel of blades and a tail: thin lines that must be cut with care. */
function windpump(hand: Hand, x: number, y: number, scale: number): void {
  const top = 470,
    foot = y + 330;
  const left = (t: number) => x - 22 - t * 118 * scale,
    right = (t: number) => x + 22 + t * 118 * scale;
  const level = (t: number) => top + t * (foot - top);
  hand.line([left(0), top], [left(1), foot], 13, NIGHT);
  hand.line([right(0), top], [right(1), foot], 13, NIGHT);
  const steps = [0.08, 0.24, 0.42, 0.61, 0.81, 1];
  for (let i = 0; i < steps.length - 1; i++) {
    const [a, b] = [steps[i], steps[i + 1]];
    hand.line([left(a), level(a)], [right(a), level(a)], 8, NIGHT);
    hand.line([left(a), level(a)], [right(b), level(b)], 6, NIGHT);
    hand.line([right(a), level(a)], [left(b), level(b)], 6, NIGHT);
  }
  for (let i = 0; i < 18; i++) {
    const a = (i / 18) * 2 * Math.PI,
      wide = 0.105;
    const p = (r: number, b: number): Point => [x + Math.cos(b) * r, top - 20 + Math.sin(b) * r];
    hand.shape([p(52, a - wide * 0.7), p(176, a - wide), p(182, a + wide * 0.75), p(52, a + wide * 0.35)], NIGHT, 0.6);
  }
  hand.raw(`<circle cx="${x}" cy="${top - 20}" r="112" fill="none" stroke="${NIGHT}" stroke-width="7"/>`);
  hand.circle(x, top - 20, 30, NIGHT);
  hand.circle(x, top - 20, 11, STRAW);
  hand.line([x, top - 20], [x + 250, top - 52], 10, NIGHT);
  hand.shape(
    [
      [x + 226, top - 52],
      [x + 352, top - 118],
      [x + 352, top + 6],
    ],
    NIGHT,
    1,
  );
  hand.gouge(x + 268, top - 56, 66, 6, MADDER, -4);
  hand.gouge(x - 420, foot + 8, 980, 15, MADDER, 0);
}

/** A plank sluice and a walkway at the left. */
function sluice(hand: Hand): void {
  hand.shape(
    [
      [0, 1392],
      [0, 1350],
      [980, 1418],
      [1000, 1452],
    ],
    NIGHT,
    2,
  );
  for (let i = 0; i < 16; i++) {
    const x = 20 + i * 60;
    hand.line([x, 1352 + i * 4.4], [x + 6, 1392 + i * 3.7], 5, MADDER);
  }
  for (const x of [120, 430, 740, 950]) {
    hand.rect(x, 1290 + x * 0.07, 22, 240, NIGHT);
    hand.gouge(x + 5, 1330 + x * 0.07, 90, 4, SLATE, 88);
  }
  hand.line([120, 1306], [960, 1366], 9, NIGHT);
}

function reeds(hand: Hand): void {
  hand.hill(
    [
      [0, 1560],
      [220, 1528],
      [520, 1592],
      [860, 1640],
      [1260, 1600],
      [1640, 1556],
      [2000, 1590],
      [2400, 1520],
    ],
    SLATE,
    H + 10,
  );
  hand.hill(
    [
      [0, 1640],
      [300, 1604],
      [640, 1676],
      [1000, 1712],
      [1400, 1668],
      [1780, 1630],
      [2100, 1664],
      [2400, 1604],
    ],
    NIGHT,
    H + 10,
  );
  for (let i = 0; i < 60; i++)
    hand.gouge(hand.between(0, W), hand.between(1610, 1640), hand.between(60, 200), 5, MADDER, hand.between(-4, 4));
  for (let i = 0; i < 150; i++) {
    const x = hand.between(-20, W + 20),
      lean = hand.between(-60, 90),
      tall = hand.between(110, 360) * (x > 900 && x < 1500 ? 0.55 : 1);
    const base = 1700;
    hand.stroke(
      [
        [x, base],
        [x + lean * 0.25, base - tall * 0.5],
        [x + lean, base - tall],
      ],
      hand.between(4.5, 8),
      NIGHT,
    );
    if (i % 4 === 0) hand.ellipse(x + lean, base - tall - 20, 8, 30, NIGHT, lean * 0.28);
  }
  for (let i = 0; i < 70; i++)
    hand.gouge(hand.between(0, W), hand.between(1725, 1790), hand.between(50, 160), 5, SLATE, hand.between(-6, 6));
}
