import { Hand, type Point } from './draw';

const W = 1700,
  H = 2380;
const NIGHT = '#17222f',
  WATER = '#41697c',
  SKY = '#6f92a8',
  LAMP = '#f3cd6c',
  GLOW = '#d8803f',
  MIST = '#b9cacb',
  PAPER = '#f3ecdc';

export const FERRY_TONES = [PAPER, LAMP, MIST, GLOW, SKY, WATER, NIGHT] as const;
const HORIZON = 990;

/** Ferry Slip, Night Rain: a moored ferry with all its windows lit, their long reflections, somebody waiting under an umbrella, rain over all. */
export function ferrySlip(): string {
  const hand = new Hand(W, H, 178.5, 23);
  hand.rect(0, 0, W, H, SKY);
  clouds(hand);
  hand.hill(
    [
      [-20, 905],
      [260, 842],
      [560, 900],
      [900, 850],
      [1320, 905],
      [1720, 862],
    ],
    WATER,
    HORIZON + 10,
  );
  town(hand);
  hand.rect(0, HORIZON, W, H - HORIZON, WATER);
  ripples(hand);
  reflections(hand);
  rain(hand);
  ferry(hand);
  slip(hand);
  return hand.svg();
}

/** Bands of cloud as a gouge leaves them, paler towards the horizon. */
function clouds(hand: Hand): void {
  for (let i = 0; i < 74; i++) {
    const t = i / 74,
      y = 120 + t * 720;
    hand.gouge(
      hand.between(-200, W),
      y + hand.between(-24, 24),
      hand.between(180, 520) * (0.6 + 0.6 * t),
      hand.between(7, 13) * (0.7 + 0.7 * t),
      MIST,
      hand.between(-3, 3),
    );
  }
}

/** Roofs along the far shore, some of their windows lit. */
function town(hand: Hand): void {
  let x = -30;
  while (x < W) {
    const w = hand.between(84, 160),
      h = hand.between(60, 150),
      top = HORIZON - h;
    hand.shape(
      [
        [x, HORIZON + 6],
        [x, top],
        [x + w * 0.5, top - hand.between(26, 60)],
        [x + w, top],
        [x + w, HORIZON + 6],
      ],
      NIGHT,
      1,
    );
    if (hand.random() < 0.5) hand.rect(x + w * 0.7, top - 44, 16, 40, NIGHT);
    for (let row = 0; row < 2; row++)
      for (let column = 0; column < 3; column++)
        if (hand.random() < 0.42)
          hand.rect(x + 16 + (column * (w - 36)) / 3, top + 16 + row * 44, 15, 22, hand.random() < 0.75 ? LAMP : GLOW);
    x += w - hand.between(0, 12);
  }
  // a church, dark against the clouds
  hand.shape(
    [
      [300, HORIZON],
      [300, 800],
      [326, 640],
      [352, 800],
      [352, HORIZON],
    ],
    NIGHT,
    1,
  );
  hand.line([326, 600], [326, 660], 7, NIGHT);
  hand.line([310, 622], [342, 622], 7, NIGHT);
}

function ferry(hand: Hand): void {
  hull(hand);
  const cabin: readonly Point[] = [
    [770, HORIZON - 40],
    [800, 770],
    [1560, 770],
    [1600, HORIZON - 40],
  ];
  hand.shape(cabin, PAPER, 2);
  hand.outline(cabin, 9, NIGHT);
  const bridge: readonly Point[] = [
    [900, 772],
    [926, 628],
    [1290, 628],
    [1320, 772],
  ];
  hand.shape(bridge, MIST, 2);
  hand.outline(bridge, 9, NIGHT);
  hand.rect(890, 610, 446, 20, NIGHT);
  hand.rect(760, 752, 830, 18, NIGHT);
  for (let i = 0; i < 10; i++) window(hand, 838 + i * 72, 826, 46, 62, i % 5 === 3 ? GLOW : LAMP);
  for (let i = 0; i < 5; i++) window(hand, 950 + i * 68, 662, 44, 50, LAMP);
  funnel(hand);
  rigging(hand);
  rail(hand);
}

function hull(hand: Hand): void {
  hand.shape(
    [
      [640, HORIZON - 62],
      [1660, HORIZON - 50],
      [1640, HORIZON + 70],
      [1590, 1196],
      [820, 1204],
      [720, 1130],
    ],
    NIGHT,
    2,
  );
  // the bow: three courses of planks, and the light along the water line
  for (let i = 0; i < 3; i++) hand.gouge(700 + i * 26, 1010 + i * 46, 900 - i * 60, 9, WATER, 0.4);
  hand.gouge(800, 1160, 800, 15, GLOW, 0.2);
  for (let i = 0; i < 8; i++) hand.circle(820 + i * 100, 1072, 15, LAMP);
  hand.shape(
    [
      [640, HORIZON - 62],
      [760, HORIZON - 58],
      [790, HORIZON - 20],
      [690, HORIZON - 20],
    ],
    MIST,
    1,
  );
}

function window(hand: Hand, x: number, y: number, w: number, h: number, light: string): void {
  hand.rect(x - 7, y - 7, w + 14, h + 14, NIGHT);
  hand.rect(x, y, w, h, light);
  if (hand.random() < 0.45) {
    // somebody sits there
    hand.circle(x + w * 0.5, y + h * 0.55, 10, NIGHT);
    hand.shape(
      [
        [x + w * 0.2, y + h],
        [x + w * 0.34, y + h * 0.72],
        [x + w * 0.66, y + h * 0.72],
        [x + w * 0.8, y + h],
      ],
      NIGHT,
      1,
    );
  }
}

function funnel(hand: Hand): void {
  const outline: readonly Point[] = [
    [1384, 772],
    [1398, 520],
    [1500, 520],
    [1516, 772],
  ];
  hand.shape(outline, GLOW, 2);
  hand.outline(outline, 9, NIGHT);
  hand.shape(
    [
      [1394, 600],
      [1398, 520],
      [1500, 520],
      [1506, 600],
    ],
    NIGHT,
    1,
  );
  // smoke drawn out by the wind
  for (let i = 0; i < 9; i++)
    hand.gouge(1440 - i * 76, 486 - i * 26, hand.between(150, 250), 20 - i, i % 2 ? MIST : WATER, 186);
}

function rigging(hand: Hand): void {
  hand.shape(
    [
      [985, 628],
      [992, 330],
      [1004, 330],
      [1012, 628],
    ],
    NIGHT,
    1,
  );
  for (const to of [
    [690, 930],
    [840, 758],
    [1398, 530],
    [1600, 940],
  ] as const)
    hand.line([998, 350], to, 5.5, NIGHT);
  hand.line([930, 420], [1066, 420], 7, NIGHT);
  hand.circle(998, 318, 20, LAMP);
  for (const x of [930, 1066]) hand.circle(x, 424, 13, GLOW);
}

function rail(hand: Hand): void {
  hand.line([640, HORIZON - 110], [800, HORIZON - 112], 6, NIGHT);
  hand.line([1570, HORIZON - 112], [1664, HORIZON - 108], 6, NIGHT);
  for (let i = 0; i < 5; i++) hand.line([648 + i * 36, HORIZON - 112], [652 + i * 36, HORIZON - 56], 6, NIGHT);
}

/** The water as gouge strokes, broader towards the eye. */
function ripples(hand: Hand): void {
  for (let row = 0; row < 44; row++) {
    const t = row / 44,
      y = HORIZON + 16 + 1320 * t ** 1.35;
    for (let x = -100; x < W; x += hand.between(130, 300) * (0.7 + t))
      if (hand.random() < 0.62)
        hand.gouge(
          x,
          y + hand.between(-8, 8),
          hand.between(90, 220) * (0.7 + t),
          hand.between(5.5, 8) * (0.8 + 0.9 * t),
          hand.random() < 0.72 ? SKY : NIGHT,
          hand.between(-2, 2),
        );
  }
}

/** Every light again in the water: columns of strokes that widen and break. */
function reflections(hand: Hand): void {
  const lights: readonly (readonly [number, string, number])[] = [
    ...Array.from({ length: 10 }, (_, i) => [860 + i * 72, i % 5 === 3 ? GLOW : LAMP, 1] as const),
    [998, LAMP, 1.3],
    [1450, GLOW, 1.1],
    ...[60, 150, 236, 420, 520, 600].map((x, i) => [x, i % 2 ? GLOW : LAMP, 0.55] as const),
  ];
  for (const [x, light, strength] of lights) {
    let y = x > 640 ? 1222 : HORIZON + 18;
    const end = HORIZON + 90 + 900 * strength * hand.between(0.75, 1.1);
    while (y < end) {
      const t = (y - HORIZON) / 900;
      const length = (34 + 96 * t) * (0.6 + 0.5 * strength);
      hand.gouge(
        x - length / 2 + hand.between(-10, 10) * (1 + 2 * t),
        y,
        length,
        hand.between(6.5, 9) * (0.8 + 0.8 * t),
        hand.random() < 0.14 ? PAPER : light,
        hand.between(-2, 2),
      );
      y += hand.between(15, 26) * (1 + 0.8 * t);
    }
  }
}

/** The slip with its wet stones; a lamp, and somebody under an umbrella who waits. */
function slip(hand: Hand): void {
  hand.shape(
    [
      [-20, 1800],
      [520, 1622],
      [742, 1640],
      [930, 1980],
      [1010, H + 20],
      [-20, H + 20],
    ],
    NIGHT,
    3,
  );
  for (let row = 0; row < 15; row++) {
    const y = 1726 + row * 46,
      right = 700 + row * 22;
    for (let x = 20 + (row % 2) * 40; x < right; x += hand.between(90, 150))
      if (hand.random() < 0.62)
        hand.gouge(x, y + hand.between(-8, 8), hand.between(56, 104), hand.between(8, 13), row < 4 ? SKY : WATER, -8);
  }
  for (let i = 0; i < 26; i++) {
    const t = hand.random();
    hand.gouge(
      180 + hand.between(-90, 130) - 60 * t,
      1880 + t * 420,
      hand.between(50, 130),
      10,
      t < 0.6 ? LAMP : GLOW,
      -4,
    );
  }
  mooring(hand, 790, 1716, 740, 1090);
  mooring(hand, 916, 1980, 1596, 1168);
  bollard(hand, 760, 1790);
  bollard(hand, 880, 2060);
  lamp(hand, 214, 1850);
  figure(hand, 520, 2150);
}

/** A rope hanging from the ship to a bollard. */
function mooring(hand: Hand, x: number, y: number, toX: number, toY: number): void {
  hand.stroke(
    [
      [x, y],
      [x + (toX - x) * 0.34, y + 34],
      [x + (toX - x) * 0.72, y + (toY - y) * 0.52],
      [toX, toY],
    ],
    8,
    NIGHT,
  );
}

function bollard(hand: Hand, x: number, y: number): void {
  hand.shape(
    [
      [x - 34, y],
      [x - 26, y - 96],
      [x + 30, y - 96],
      [x + 40, y],
    ],
    NIGHT,
    2,
  );
  hand.ellipse(x + 2, y - 98, 42, 15, MIST);
  hand.gouge(x + 16, y - 84, 74, 8, SKY, 88);
}

function lamp(hand: Hand, x: number, y: number): void {
  for (const [reach, width, colour] of [
    [210, 15, GLOW],
    [150, 17, LAMP],
  ] as const)
    for (let i = 0; i < 30; i++) {
      const a = (i / 30) * 360 + hand.between(-4, 4),
        r = (a * Math.PI) / 180;
      hand.gouge(
        x + Math.cos(r) * 66,
        y - 640 + Math.sin(r) * 66,
        hand.between(0.6, 1) * (reach - 60),
        width,
        colour,
        a,
      );
    }
  hand.circle(x, y - 640, 78, LAMP);
  hand.rect(x - 11, y - 590, 22, 620, NIGHT);
  hand.shape(
    [
      [x - 54, y + 40],
      [x - 24, y - 30],
      [x + 24, y - 30],
      [x + 54, y + 40],
    ],
    NIGHT,
    1,
  );
  hand.shape(
    [
      [x - 46, y - 584],
      [x - 36, y - 690],
      [x + 36, y - 690],
      [x + 46, y - 584],
    ],
    PAPER,
    1,
  );
  hand.outline(
    [
      [x - 46, y - 584],
      [x - 36, y - 690],
      [x + 36, y - 690],
      [x + 46, y - 584],
    ],
    9,
    NIGHT,
  );
  hand.shape(
    [
      [x - 56, y - 688],
      [x, y - 752],
      [x + 56, y - 688],
    ],
    NIGHT,
    1,
  );
}

function figure(hand: Hand, x: number, y: number): void {
  const coat: readonly Point[] = [
    [x - 62, y - 4],
    [x - 92, y - 210],
    [x - 46, y - 372],
    [x + 40, y - 372],
    [x + 88, y - 200],
    [x + 60, y],
  ];
  hand.shape(coat, WATER, 2);
  hand.outline(coat, 9, NIGHT);
  hand.gouge(x + 34, y - 340, 320, 15, SKY, 84);
  for (const dx of [-40, 8]) {
    hand.rect(x + dx, y - 8, 30, 84, NIGHT);
    hand.gouge(x + dx - 16, y + 80, 66, 22, NIGHT, 0);
  }
  hand.circle(x - 4, y - 412, 42, NIGHT);
  umbrella(hand, x, y - 40);
  hand.shape(
    [
      [x + 86, y - 190],
      [x + 186, y - 176],
      [x + 176, y - 92],
      [x + 92, y - 104],
    ],
    GLOW,
    2,
  );
  hand.outline(
    [
      [x + 86, y - 190],
      [x + 186, y - 176],
      [x + 176, y - 92],
      [x + 92, y - 104],
    ],
    8,
    NIGHT,
  );
  for (let i = 0; i < 9; i++)
    hand.gouge(x - 120 + hand.between(-30, 60), y + 96 + i * 15, hand.between(120, 210), 9, i % 3 ? GLOW : SKY, -2);
}

function umbrella(hand: Hand, x: number, y: number): void {
  const ribs = 6,
    rim = (i: number): Point => [x - 258 + (516 * i) / ribs, y - 388 + (i % 2 ? 8 : 0)];
  for (let i = 0; i < ribs; i++) {
    const [a, b] = [rim(i), rim(i + 1)];
    hand.blob(
      [
        a,
        [(a[0] + b[0]) / 2, a[1] - 34],
        b,
        [x + (b[0] - x) * 0.66, y - 506],
        [x, y - 580],
        [x + (a[0] - x) * 0.66, y - 506],
      ],
      i % 2 ? GLOW : LAMP,
    );
  }
  for (let i = 0; i <= ribs; i++) {
    const [ex, ey] = rim(i);
    hand.stroke(
      [
        [x, y - 580],
        [x + (ex - x) * 0.66, y - 508],
        [ex, ey],
      ],
      6.5,
      NIGHT,
    );
  }
  hand.line([x, y - 610], [x + 4, y - 150], 9, NIGHT);
  for (let i = 0; i < 26; i++)
    hand.gouge(
      x - 258 + hand.random() * 516,
      y - 470 + hand.between(-40, 60),
      hand.between(24, 52),
      6,
      PAPER,
      hand.between(98, 110),
    );
}

/** Slanting strokes over sky and water: none of it finer than a knife cuts. */
function rain(hand: Hand): void {
  for (let i = 0; i < 250; i++) {
    const y = hand.between(-80, 1700);
    hand.gouge(
      hand.between(-80, W),
      y,
      hand.between(90, 200),
      hand.between(6.5, 8.5),
      y < HORIZON ? (hand.random() < 0.7 ? PAPER : WATER) : hand.random() < 0.7 ? MIST : NIGHT,
      106,
    );
  }
}
