import { Hand, type Point } from './draw';

/**
 * Seven colours that four transparent inks give where they lie alone and where they overlap: lemon, rose, blue, and a slate
 * that is never seen alone.
 */
const PAPER = '#f5f0e3',
  LEMON = '#ead76b',
  RED = '#dd8c9a',
  BLUE = '#5d98be';
const OCHRE = '#d18553',
  GREEN = '#648e68',
  DEEP = '#264766',
  DARK = '#2f3536';
const W = 2000,
  H = 2000;

/** Quinces on a Blue Cloth: five fruit, leaves, a knife, a checked cloth with folds, a window behind. */
export function quinces(): string {
  const hand = new Hand(W, H, 200, 77);
  window_(hand);
  cloth(hand);
  const fruit: readonly (readonly [number, number, number, number])[] = [
    [620, 1020, 300, -14],
    [1360, 980, 280, 18],
    [1000, 1210, 330, 4],
    [470, 1400, 250, -30],
    [1560, 1390, 265, 26],
  ];
  for (const [x, y, s, t] of fruit) quince(hand, x, y, s, t);
  knife(hand);
  return hand.svg();
}

function window_(hand: Hand): void {
  hand.rect(0, 0, W, 900, PAPER);
  hand.rect(0, 0, 560, 860, BLUE);
  hand.rect(60, 60, 440, 760, PAPER);
  hand.hill(
    [
      [60, 560],
      [180, 500],
      [320, 560],
      [500, 470],
    ],
    GREEN,
    820,
  );
  hand.hill(
    [
      [60, 690],
      [260, 640],
      [500, 700],
    ],
    OCHRE,
    820,
  );
  hand.rect(264, 40, 30, 800, DEEP);
  hand.rect(40, 400, 480, 26, DEEP);
  hand.rect(0, 820, 600, 60, DEEP);
  for (let i = 0; i < 90; i++)
    hand.gouge(
      hand.between(640, W - 60),
      hand.between(40, 800),
      hand.between(60, 220),
      7,
      i % 5 ? LEMON : OCHRE,
      hand.between(76, 96),
    );
}

function cloth(hand: Hand): void {
  hand.hill(
    [
      [0, 880],
      [400, 840],
      [900, 870],
      [1400, 830],
      [2000, 870],
    ],
    BLUE,
    H,
  );
  for (let i = -8; i < 26; i++) {
    const x = i * 110;
    hand.stroke(
      [
        [x + 300, 850],
        [x + 210, 1150],
        [x + 150, 1500],
        [x - 40, 2020],
      ],
      i % 3 === 2 ? 34 : 20,
      [DEEP, PAPER, RED][((i % 3) + 3) % 3],
    );
  }
  for (let i = 0; i < 11; i++) {
    const y = 930 + i * i * 7 + i * 34;
    hand.stroke(
      [
        [-20, y + 30],
        [500, y - 20],
        [1050, y + 24],
        [1500, y - 16],
        [2020, y + 26],
      ],
      i % 2 ? 20 : 12,
      i % 2 ? DEEP : PAPER,
    );
  }
  const folds: readonly Point[][] = [
    [
      [0, 1720],
      [300, 1650],
      [620, 1740],
      [300, 1800],
      [0, 1860],
    ],
    [
      [2000, 1640],
      [1700, 1600],
      [1400, 1700],
      [1760, 1740],
      [2000, 1780],
    ],
    [
      [820, 2000],
      [900, 1700],
      [1040, 1640],
      [1080, 1800],
      [1000, 2000],
    ],
  ];
  for (const fold of folds) hand.blob(fold, DARK);
  for (let i = 0; i < 70; i++)
    hand.gouge(hand.between(0, W), hand.between(1500, 1980), hand.between(50, 170), 6, BLUE, hand.between(-30, 30));
}

/** Not an apple: shoulders, a neck, fuzz and a dry calyx. */
function quince(hand: Hand, x: number, y: number, size: number, turnDeg: number): void {
  const turn = (turnDeg * Math.PI) / 180;
  const at = (u: number, v: number): Point => [
    x + size * (u * Math.cos(turn) - v * Math.sin(turn)),
    y + size * (u * Math.sin(turn) + v * Math.cos(turn)),
  ];
  const outline = (grow: number): Point[] =>
    [
      [0, -1.05],
      [0.3, -0.98],
      [0.5, -0.62],
      [0.86, -0.2],
      [0.92, 0.3],
      [0.6, 0.78],
      [0.1, 0.92],
      [-0.45, 0.84],
      [-0.88, 0.42],
      [-0.9, -0.1],
      [-0.6, -0.56],
      [-0.36, -0.96],
    ].map(([u, v]) => at(u * grow, v * grow));
  hand.ellipse(x + size * 0.25, y + size * 0.84, size * 1.02, size * 0.26, DEEP);
  hand.ellipse(x + size * 0.3, y + size * 0.86, size * 0.72, size * 0.15, DARK);
  hand.blob(outline(1), OCHRE);
  hand.blob(
    outline(0.93).map(([px, py]) => [px - size * 0.06, py - size * 0.05] as Point),
    LEMON,
  );
  hand.blob([at(0.5, -0.5), at(0.86, -0.05), at(0.84, 0.38), at(0.45, 0.76), at(0.5, 0.3), at(0.56, -0.1)], GREEN);
  hand.blob([at(-0.82, 0.1), at(-0.6, -0.02), at(-0.46, 0.34), at(-0.2, 0.66), at(-0.42, 0.78), at(-0.74, 0.5)], RED);
  hand.blob([at(-0.5, -0.32), at(-0.3, -0.6), at(-0.18, -0.34), at(-0.4, 0.06)], PAPER);
  for (let i = 0; i < 46; i++) {
    const [gx, gy] = at(hand.between(-0.6, 0.6), hand.between(-0.5, 0.62));
    hand.gouge(
      gx,
      gy,
      size * hand.between(0.06, 0.18),
      size * 0.016,
      i % 3 === 0 ? RED : i % 3 === 1 ? OCHRE : PAPER,
      turnDeg + hand.between(60, 110),
    );
  }
  const [sx, sy] = at(0, -1.02),
    [ex, ey] = at(0.16, -1.3);
  hand.stroke(
    [
      [sx, sy],
      [(sx + ex) / 2 + 8, (sy + ey) / 2],
      [ex, ey],
    ],
    size * 0.07,
    DARK,
  );
  leaf(hand, ex, ey, size * 0.75, turnDeg - 40);
  if (turnDeg > -20) leaf(hand, sx, sy, size * 0.6, turnDeg + 200);
}

function leaf(hand: Hand, x: number, y: number, length: number, angleDeg: number): void {
  hand.gouge(x, y, length, length * 0.34, GREEN, angleDeg);
  hand.gouge(x, y, length, length * 0.14, DEEP, angleDeg - 4);
  const a = (angleDeg * Math.PI) / 180;
  for (let i = 1; i < 6; i++) {
    const t = (i / 6) * length;
    hand.gouge(x + Math.cos(a) * t, y + Math.sin(a) * t, length * 0.16, 4, PAPER, angleDeg + (i % 2 ? 42 : -42));
  }
}

function knife(hand: Hand): void {
  hand.shape(
    [
      [640, 1760],
      [1180, 1700],
      [1196, 1712],
      [1190, 1738],
      [650, 1806],
    ],
    PAPER,
    1,
  );
  hand.shape(
    [
      [1180, 1690],
      [1520, 1650],
      [1548, 1668],
      [1548, 1704],
      [1190, 1746],
    ],
    RED,
    1.5,
  );
  for (const x of [1260, 1380, 1480]) hand.circle(x, 1716 - (x - 1260) * 0.12, 11, DARK);
  hand.line([640, 1782], [1180, 1722], 5, DEEP);
}
