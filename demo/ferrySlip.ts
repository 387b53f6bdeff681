import { Hand, type Point } from './draw';

const W = 1700,
  H = 2380;
const NIGHT = '#16202e',
  WATER = '#26405a',
  SKY = '#3d5a74',
  LAMP = '#f1c766',
  GLOW = '#d98b45',
  MIST = '#9fb2b8',
  PAPER = '#efe8d8';

/** Ferry Slip, Night Rain: a moored ferry, lamps and their long reflections, an umbrella, rain over all; gradations in sky and water. */
export function ferrySlip(): string {
  const hand = new Hand(W, H, 178.5, 19);
  hand.raw(
    `<defs><linearGradient id="s" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="${NIGHT}"/><stop offset="0.55" stop-color="${SKY}"/><stop offset="1" stop-color="${MIST}"/></linearGradient><linearGradient id="w" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="${SKY}"/><stop offset="1" stop-color="${NIGHT}"/></linearGradient></defs>`,
  );
  hand.rect(0, 0, W, 1010, 'url(#s)');
  hand.rect(0, 1000, W, H, 'url(#w)');
  hand.hill(
    [
      [0, 900],
      [300, 850],
      [640, 905],
      [1000, 862],
      [1400, 910],
      [1700, 870],
    ],
    WATER,
    1010,
  );
  town(hand);
  ferry(hand);
  reflections(hand);
  slip(hand);
  rain(hand);
  return hand.svg();
}

function town(hand: Hand): void {
  let x = -20;
  while (x < W) {
    const w = hand.between(70, 150),
      h = hand.between(70, 190);
    hand.shape(
      [
        [x, 1000],
        [x, 1000 - h],
        [x + w / 2, 1000 - h - hand.between(20, 60)],
        [x + w, 1000 - h],
        [x + w, 1000],
      ],
      NIGHT,
      1,
    );
    for (let i = 0; i < 3; i++)
      if (hand.random() < 0.55) hand.rect(x + hand.between(12, w - 30), 1000 - hand.between(30, h - 10), 14, 20, LAMP);
    x += w + hand.between(-8, 14);
  }
}

function ferry(hand: Hand): void {
  hand.shape(
    [
      [760, 1000],
      [1640, 1000],
      [1610, 1150],
      [1560, 1196],
      [840, 1196],
      [790, 1150],
    ],
    NIGHT,
    2,
  );
  hand.shape(
    [
      [840, 1000],
      [870, 830],
      [1500, 830],
      [1540, 1000],
    ],
    PAPER,
    2,
  );
  hand.shape(
    [
      [930, 830],
      [950, 720],
      [1330, 720],
      [1350, 830],
    ],
    MIST,
    2,
  );
  hand.shape(
    [
      [1370, 830],
      [1380, 640],
      [1470, 640],
      [1480, 830],
    ],
    GLOW,
    2,
  );
  hand.rect(1378, 676, 96, 30, NIGHT);
  for (let i = 0; i < 9; i++) hand.rect(900 + i * 66, 880, 40, 52, LAMP);
  for (let i = 0; i < 5; i++) hand.rect(980 + i * 70, 752, 44, 42, LAMP);
  hand.line([1000, 720], [1000, 470], 9, NIGHT);
  hand.line([1000, 480], [1380, 660], 4, NIGHT);
  hand.line([1000, 480], [800, 990], 4, NIGHT);
  for (let i = 0; i < 14; i++) hand.gouge(840 + i * 50, 1060, 44, 5, SKY, 4);
}

function reflections(hand: Hand): void {
  for (let x = 30; x < W; x += hand.between(60, 120)) {
    let y = 1016;
    const warm = hand.random() < 0.6;
    while (y < 1700) {
      const t = (y - 1000) / 700;
      hand.gouge(
        x + hand.between(-16, 16) - 20 - t * 26,
        y,
        40 + t * 70,
        5 + t * 7,
        warm ? (hand.random() < 0.5 ? LAMP : GLOW) : MIST,
        hand.between(-2, 2),
      );
      y += hand.between(16, 40) + t * 24;
      if (hand.random() < 0.12) break;
    }
  }
  for (let i = 0; i < 160; i++)
    hand.gouge(
      hand.between(-40, W),
      hand.between(1210, 1900),
      hand.between(50, 180),
      5,
      hand.random() < 0.6 ? NIGHT : WATER,
      hand.between(-2, 2),
    );
}

function slip(hand: Hand): void {
  hand.shape(
    [
      [-20, 1840],
      [640, 1640],
      [760, 1650],
      [420, H],
      [-20, H],
    ],
    NIGHT,
    3,
  );
  for (let i = 0; i < 12; i++) hand.gouge(40 + i * 34, 2240 - i * 44, 300 - i * 12, 9, MIST, -18);
  lamp(hand, 250, 1790);
  figure(hand, 480, 2040);
  for (let i = 0; i < 70; i++) {
    const x = hand.between(0, 430),
      y = hand.between(1960, 2360);
    hand.ellipse(x, y, hand.between(14, 34), 5, hand.random() < 0.5 ? SKY : GLOW);
  }
}

function lamp(hand: Hand, x: number, y: number): void {
  const halo: Point[] = Array.from({ length: 20 }, (_, i) => {
    const a = (i / 20) * 2 * Math.PI,
      r = i % 2 ? 120 : 92;
    return [x + Math.cos(a) * r, y - 560 + Math.sin(a) * r] as Point;
  });
  hand.blob(halo, GLOW);
  hand.circle(x, y - 560, 58, LAMP);
  hand.rect(x - 9, y - 510, 18, 620, NIGHT);
  hand.shape(
    [
      [x - 40, y - 520],
      [x + 40, y - 520],
      [x + 26, y - 600],
      [x, y - 630],
      [x - 26, y - 600],
    ],
    NIGHT,
    1,
  );
  hand.rect(x - 20, y - 590, 40, 60, PAPER);
}

function figure(hand: Hand, x: number, y: number): void {
  hand.shape(
    [
      [x - 36, y],
      [x - 62, y - 190],
      [x - 24, y - 300],
      [x + 26, y - 300],
      [x + 60, y - 180],
      [x + 34, y],
    ],
    WATER,
    2,
  );
  hand.circle(x, y - 330, 32, NIGHT);
  hand.blob(
    [
      [x - 190, y - 350],
      [x - 120, y - 440],
      [x, y - 480],
      [x + 120, y - 440],
      [x + 190, y - 350],
      [x + 96, y - 372],
      [x, y - 356],
      [x - 96, y - 372],
    ],
    GLOW,
  );
  for (const dx of [-96, 0, 96]) hand.line([x, y - 478], [x + dx, y - 368], 4, NIGHT);
  hand.line([x, y - 476], [x + 4, y - 210], 6, NIGHT);
  hand.gouge(x - 20, y + 10, 120, 10, GLOW, 20);
}

function rain(hand: Hand): void {
  for (let i = 0; i < 420; i++)
    hand.gouge(
      hand.between(-80, W),
      hand.between(-80, H),
      hand.between(50, 150),
      2.6,
      hand.random() < 0.7 ? MIST : PAPER,
      104,
    );
}
