import { Hand, type Point } from './draw';

const W = 2100,
  H = 1600;
const PAPER = '#f2ecde',
  STRAW = '#e6bf62',
  RED = '#b8452f',
  GREEN = '#64804c',
  WET = '#7b97a4',
  DARK = '#20303c';

export const MARKET_TONES = [PAPER, STRAW, RED, GREEN, WET, DARK] as const;

/** Market Morning, Wet Day: three stalls under striped awnings, umbrellas before them, their colours again on the wet square. */
export function marketMorning(): string {
  const hand = new Hand(W, H, 210, 41);
  hand.rect(0, 0, W, H, PAPER);
  houses(hand);
  square(hand);
  stall(hand, 90, 600, 560, RED, PAPER, [RED, STRAW, GREEN]);
  stall(hand, 770, 560, 620, GREEN, STRAW, [STRAW, RED, STRAW]);
  stall(hand, 1500, 600, 520, RED, STRAW, [GREEN, STRAW, RED]);
  reflections(hand);
  shopper(hand, 430, 1330, 1.12, STRAW);
  shopper(hand, 1180, 1290, 1, RED);
  shopper(hand, 1690, 1380, 1.2, GREEN);
  dog(hand, 700, 1420);
  rain(hand);
  return hand.svg();
}

function houses(hand: Hand): void {
  let x = -40;
  let tall = true;
  while (x < W) {
    const w = hand.between(230, 340),
      top = tall ? hand.between(110, 190) : hand.between(230, 300);
    const front = tall ? WET : PAPER;
    hand.shape(
      [
        [x, 760],
        [x, top + 90],
        [x + w / 2, top],
        [x + w, top + 90],
        [x + w, 760],
      ],
      front,
      2,
    );
    hand.shape(
      [
        [x - 14, top + 98],
        [x + w / 2, top - 14],
        [x + w + 14, top + 98],
        [x + w / 2, top + 34],
      ],
      tall ? DARK : RED,
      2,
    );
    for (let row = 0; row < 3; row++)
      for (let column = 0; column < 3; column++) {
        const wx = x + 34 + (column * (w - 68)) / 2.6,
          wy = top + 150 + row * 118;
        if (wy > 560) continue;
        hand.rect(wx, wy, 42, 66, tall ? PAPER : WET);
        hand.rect(wx, wy, 42, 12, DARK);
        if (hand.random() < 0.35) hand.rect(wx + 4, wy + 16, 34, 48, STRAW);
      }
    x += w + hand.between(-6, 10);
    tall = !tall;
  }
}

/** The wet square: cobbles as gouge strokes, pale where the sky lies on them. */
function square(hand: Hand): void {
  hand.shape(
    [
      [-20, 740],
      [W + 20, 740],
      [W + 20, H + 20],
      [-20, H + 20],
    ],
    WET,
    1,
  );
  for (let row = 0; row < 16; row++) {
    const y = 960 + row * row * 2.4 + row * 8;
    for (let x = -60; x < W; x += hand.between(70, 130) + row * 5)
      if (hand.random() < 0.7)
        hand.gouge(x, y, hand.between(50, 110) + row * 4, 5 + row * 0.7, PAPER, hand.between(-3, 3));
  }
}

type Awning = readonly [left: number, top: number, width: number];

function stall(hand: Hand, x: number, y: number, w: number, one: string, two: string, fruit: readonly string[]): void {
  const stripes = 9;
  hand.rect(x + 26, y + 120, 18, 380, DARK);
  hand.rect(x + w - 44, y + 120, 18, 380, DARK);
  hand.rect(x + 20, y + 150, w - 40, 180, DARK);
  for (let i = 0; i < stripes; i++) {
    const left = x + (i * w) / stripes,
      right = x + ((i + 1) * w) / stripes,
      inset = (px: number) => x + w / 2 + (px - x - w / 2) * 0.82;
    const hem: Point = [(left + right) / 2, y + 186];
    hand.shape([[inset(left), y], [inset(right), y], [right, y + 140], hem, [left, y + 140]], i % 2 ? two : one, 1);
  }
  shelves(hand, [x, y, w], fruit);
}

/** Crates on a slope, heaped with fruit. */
function shelves(hand: Hand, [x, y, w]: Awning, fruit: readonly string[]): void {
  fruit.forEach((colour, i) => {
    const left = x + 30 + (i * (w - 60)) / fruit.length,
      width = (w - 80) / fruit.length - 10,
      top = y + 330;
    hand.shape(
      [
        [left, top],
        [left + width, top],
        [left + width - 12, top + 110],
        [left + 12, top + 110],
      ],
      DARK,
      2,
    );
    for (let k = 0; k < 15; k++)
      hand.circle(
        left + 18 + hand.random() * (width - 36),
        top - 6 + hand.between(-30, 26),
        hand.between(15, 22),
        colour,
      );
    for (let k = 0; k < 5; k++)
      hand.circle(left + 20 + hand.random() * (width - 40), top - hand.between(0, 26), 6, PAPER);
    hand.gouge(left + 8, top + 56, width - 20, 8, WET, 0);
    hand.gouge(left + 12, top + 86, width - 30, 7, WET, 0);
  });
}

/** The awnings and crates again, upside down and broken, in the wet. */
function reflections(hand: Hand): void {
  const of: readonly (readonly [number, number, readonly string[]])[] = [
    [90, 560, [RED, PAPER, RED]],
    [770, 620, [GREEN, STRAW, GREEN]],
    [1500, 520, [RED, STRAW, RED]],
  ];
  for (const [x, w, colours] of of)
    for (let i = 0; i < 46; i++) {
      const t = hand.random();
      const colour = colours[Math.floor(hand.random() * colours.length)];
      hand.gouge(
        x + hand.random() * w - 30,
        1096 + t * 440,
        hand.between(60, 150) * (1 - 0.4 * t),
        hand.between(8, 15) * (1 - 0.3 * t),
        i % 6 === 0 ? DARK : colour,
        hand.between(-2, 2),
      );
    }
}

/** Somebody under an umbrella, with a basket. */
function shopper(hand: Hand, x: number, y: number, scale: number, umbrella: string): void {
  const at = (dx: number, dy: number): Point => [x + dx * scale, y + dy * scale];
  hand.shape([at(-46, 0), at(-70, -190), at(-40, -300), at(40, -300), at(72, -180), at(44, 0)], DARK, 2);
  hand.circle(...at(0, -332), 36 * scale, DARK);
  hand.shape([at(-34, 4), at(-12, 4), at(-16, 70), at(-38, 70)], DARK, 1);
  hand.shape([at(12, 4), at(34, 4), at(40, 70), at(16, 70)], DARK, 1);
  hand.line(at(6, -500), at(6, -210), 9 * scale, DARK);
  const ribs = 6;
  for (let i = 0; i < ribs; i++) {
    const a = -210 + (420 * i) / ribs,
      b = -210 + (420 * (i + 1)) / ribs;
    hand.blob(
      [at(a, -372), at((a + b) / 2, -392), at(b, -372), at(b * 0.62, -470), at(0, -520), at(a * 0.62, -470)],
      i % 2 ? DARK : umbrella,
    );
  }
  hand.shape([at(60, -150), at(140, -150), at(126, -80), at(74, -80)], STRAW, 2);
  for (let i = 0; i < 4; i++) hand.gouge(...at(66 + i * 18, -148), 66 * scale, 5, DARK, 80);
  for (let i = 0; i < 7; i++)
    hand.gouge(
      x - 90 * scale + hand.between(-20, 60),
      y + 84 + i * 18,
      130 * scale,
      9,
      i % 2 ? umbrella : DARK,
      hand.between(-2, 2),
    );
}

function dog(hand: Hand, x: number, y: number): void {
  hand.blob(
    [
      [x, y - 60],
      [x + 60, y - 78],
      [x + 130, y - 70],
      [x + 150, y - 30],
      [x + 70, y - 20],
      [x + 6, y - 24],
    ],
    DARK,
  );
  hand.circle(x + 160, y - 92, 26, DARK);
  hand.shape(
    [
      [x + 170, y - 100],
      [x + 208, y - 86],
      [x + 172, y - 74],
    ],
    DARK,
    1,
  );
  for (const dx of [10, 36, 110, 134]) hand.rect(x + dx, y - 34, 12, 44, DARK);
  hand.stroke(
    [
      [x + 4, y - 58],
      [x - 26, y - 86],
      [x - 30, y - 116],
    ],
    11,
    DARK,
  );
}

function rain(hand: Hand): void {
  for (let i = 0; i < 120; i++)
    hand.gouge(
      hand.between(-60, W),
      hand.between(-60, 620),
      hand.between(60, 130),
      5.5,
      hand.random() < 0.6 ? PAPER : WET,
      108,
    );
}
