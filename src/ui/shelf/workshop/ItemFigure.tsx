import type { JSX } from 'react';
import { hexFromLabD50 } from '@/core/colour';
import { WEEKDAYS, type ItemKind, type ItemOf, type WorkshopItem } from '@/model';
import css from './ItemFigure.module.css';

/** Room for one drawing, in units of the drawing. */
const WIDE = 150,
  HIGH = 96;

/** Everything of one kind is drawn to one scale, so that one sees which is the larger. */
type Draw<Kind extends ItemKind> = (item: ItemOf<Kind>, all: readonly ItemOf<Kind>[]) => JSX.Element;

const largest = <Item,>(all: readonly Item[], size: (item: Item) => number) => Math.max(...all.map(size));

const DRAW: { readonly [Kind in ItemKind]: Draw<Kind> } = {
  paper: drawPaper,
  roller: drawRoller,
  brush: drawBrush,
  'rubbing tool': drawRubbing,
  'cutting tool': drawEdge,
  press: drawPress,
  hand: drawHand,
  rack: drawRack,
  room: drawRoom,
  shim: drawShim,
  hours: drawHours,
  'days off': drawDaysOff,
  palette: drawPalette,
};

/** A thing of the workshop as one would sketch it in a margin, to scale among its kind. */
export function ItemFigure({ item, all }: { item: WorkshopItem; all: readonly WorkshopItem[] }) {
  const draw = DRAW[item.kind] as (item: WorkshopItem, all: readonly WorkshopItem[]) => JSX.Element;
  return (
    <svg className={css.figure} viewBox={`0 0 ${WIDE} ${HIGH}`} aria-hidden>
      {draw(item, all)}
    </svg>
  );
}

/** The parent sheet in its own colour, fibres along its grain; a deckle where it has none. */
function drawPaper(paper: ItemOf<'paper'>, all: readonly ItemOf<'paper'>[]) {
  const scale = Math.min(
    (WIDE - 16) / largest(all, (p) => p.parentMm.widthMm),
    (HIGH - 14) / largest(all, (p) => p.parentMm.heightMm),
  );
  const w = paper.parentMm.widthMm * scale,
    h = paper.parentMm.heightMm * scale,
    x = (WIDE - w) / 2,
    y = HIGH - h - 5;
  const upright = paper.grain === 'none' ? undefined : (paper.grain === 'long') === h > w;
  const fibres = Array.from({ length: upright === undefined ? 0 : 5 }, (_, i) => (i + 1) / 6);
  return (
    <>
      <path
        d={paper.grain === 'none' ? deckle(x, y, w, h) : `M${x} ${y}h${w}v${h}h${-w}z`}
        fill={hexFromLabD50(paper.labD50)}
        className={css.parent}
      />
      {fibres.map((t) =>
        upright ? (
          <path key={t} className={css.hair} d={`M${x + t * w} ${y + 5}v${h - 10}`} />
        ) : (
          <path key={t} className={css.hair} d={`M${x + 5} ${y + t * h}h${w - 10}`} />
        ),
      )}
    </>
  );
}

function deckle(x: number, y: number, w: number, h: number): string {
  const edge = (x0: number, y0: number, x1: number, y1: number) => {
    const steps = Math.max(2, Math.round(Math.hypot(x1 - x0, y1 - y0) / 3.4));
    return Array.from({ length: steps }, (_, i) => {
      const t = i / steps,
        off = 0.9 * Math.sin(i * 2.4 + x0) + 0.5 * Math.sin(i * 5.1 + y1);
      const [nx, ny] = x0 === x1 ? [1, 0] : [0, 1];
      return `${(x0 + (x1 - x0) * t + nx * off).toFixed(1)} ${(y0 + (y1 - y0) * t + ny * off).toFixed(1)}`;
    });
  };
  const round = [
    ...edge(x, y, x + w, y),
    ...edge(x + w, y, x + w, y + h),
    ...edge(x + w, y + h, x, y + h),
    ...edge(x, y + h, x, y),
  ];
  return `M${round.join('L')}z`;
}

function drawRoller(roller: ItemOf<'roller'>, all: readonly ItemOf<'roller'>[]) {
  const scale = Math.min((WIDE - 40) / largest(all, (r) => r.widthMm), 40 / largest(all, (r) => r.diameterMm));
  const w = roller.widthMm * scale,
    d = roller.diameterMm * scale,
    x = (WIDE - w) / 2,
    axis = 58;
  return (
    <>
      <path className={css.line} d={`M${x - 6} ${axis}v-26h${w + 12}v26M${WIDE / 2} ${axis - 26}v-8`} />
      <rect className={css.wood} x={WIDE / 2 - 4} y={6} width={8} height={20} />
      <path className={css.line} d={`M${x - 6} ${axis}h6M${x + w} ${axis}h6`} />
      <rect className={roller.soft ? css.soft : css.hard} x={x} y={axis - d / 2} width={w} height={d} />
      {roller.soft && <Dots x={x} y={axis - d / 2} w={w} h={d} />}
    </>
  );
}

/** What gives way is dotted. */
function Dots({ x, y, w, h }: { x: number; y: number; w: number; h: number }) {
  const across = Math.floor(w / 6),
    down = Math.floor(h / 6);
  const dots = Array.from({ length: across * down }, (_, i) => i);
  return (
    <>
      {dots.map((i) => (
        <circle
          key={i}
          className={css.dot}
          cx={x + ((i % across) + 0.5) * (w / across)}
          cy={y + (Math.floor(i / across) + 0.5) * (h / down)}
          r={0.8}
        />
      ))}
    </>
  );
}

const HAIR = { colour: css.inked, paste: css.paste, water: css.damp };

function drawBrush(brush: ItemOf<'brush'>, all: readonly ItemOf<'brush'>[]) {
  const w = (brush.widthMm * (WIDE - 30)) / largest(all, (b) => b.widthMm),
    x = (WIDE - w) / 2;
  const hairs = Array.from({ length: Math.max(3, Math.round(w / 4)) + 1 }, (_, i) => i);
  return (
    <>
      <path className={css.wood} d={`M${x} 52h${w}l-${w * 0.22} -20h-${w * 0.56}z`} />
      <rect className={css.wood} x={WIDE / 2 - 5} y={6} width={10} height={28} />
      {hairs.map((i) => (
        <path key={i} className={HAIR[brush.work]} d={`M${x + (i * w) / (hairs.length - 1)} 52v34`} />
      ))}
    </>
  );
}

function drawRubbing(tool: ItemOf<'rubbing tool'>, all: readonly ItemOf<'rubbing tool'>[]) {
  const r = (tool.faceMm * 36) / largest(all, (t) => t.faceMm),
    x = WIDE / 2,
    y = 48;
  return (
    <>
      <circle className={css.hard} cx={x} cy={y} r={r} />
      <circle className={css.line} cx={x} cy={y} r={r * 0.62} />
      {tool.force === 'strong' && <circle className={css.heavy} cx={x} cy={y} r={r + 3} />}
    </>
  );
}

/** The cutting edge from the front, large: the groove it leaves is what is left white. */
function drawEdge(tool: ItemOf<'cutting tool'>, all: readonly ItemOf<'cutting tool'>[]) {
  const w = Math.max(3, (tool.widthMm * 92) / largest(all, (t) => t.widthMm)),
    x = (WIDE - w) / 2,
    top = 34,
    deep = Math.min(w * 0.8, 44);
  const groove = {
    V: `L${WIDE / 2} ${top + deep}L${x + w} ${top}`,
    U: `C${x} ${top + deep * 1.3} ${x + w} ${top + deep * 1.3} ${x + w} ${top}`,
    knife: `L${x + w * 0.15} ${top + deep}L${x + w} ${top}`,
    flat: `v${deep * 0.35}h${w}V${top}`,
  }[tool.shape];
  return (
    <>
      <path className={css.block} d={`M8 ${top}H${x}${groove}H${WIDE - 8}V90H8z`} />
      <path className={css.edge} d={`M${x} ${top}${groove}`} />
    </>
  );
}

function drawPress({ bedMm, gapMm }: ItemOf<'press'>, all: readonly ItemOf<'press'>[]) {
  const w = (bedMm.heightMm * (WIDE - 24)) / largest(all, (p) => p.bedMm.heightMm),
    x = (WIDE - w) / 2,
    gap = Math.max(3, gapMm / 5);
  return (
    <>
      <circle className={css.hard} cx={WIDE / 2} cy={72 - gap - 26} r={26} />
      <circle className={css.line} cx={WIDE / 2} cy={72 - gap - 26} r={4} />
      <rect className={css.wood} x={x} y={72} width={w} height={7} />
      <path className={css.line} d={`M${x + 8} 79v11M${x + w - 8} 79v11`} />
    </>
  );
}

const STROKES = { new: 1, practised: 2, workshop: 3 } as const;

/** The initials as one would chop them, with a stroke for each step of practice. */
function drawHand(hand: ItemOf<'hand'>) {
  return (
    <>
      <rect className={css.line} x={WIDE / 2 - 26} y={10} width={52} height={52} />
      <text className={css.initials} x={WIDE / 2} y={47}>
        {Array.from(hand.name).slice(0, 2).join('')}
      </text>
      {Array.from({ length: STROKES[hand.experience] }, (_, i) => (
        <path key={i} className={css.heavy} d={`M${WIDE / 2 - 22 + i * 17} 78h10`} />
      ))}
    </>
  );
}

function drawRack({ places }: ItemOf<'rack'>, all: readonly ItemOf<'rack'>[]) {
  const shown = Math.max(
    2,
    Math.round(
      (places * 14) /
        Math.max(
          14,
          largest(all, (r) => r.places),
        ),
    ),
  );
  return (
    <>
      <path className={css.line} d={`M26 6v84M${WIDE - 26} 6v84`} />
      {Array.from({ length: shown }, (_, i) => (
        <path key={i} className={css.paste} d={`M26 ${88 - i * 5.8}H${WIDE - 26}`} />
      ))}
    </>
  );
}

/** Warmth as the height of a column, damp as waves that stand as high as the air is wet. */
function drawRoom({ temperatureC, relativeHumidityPercent }: ItemOf<'room'>) {
  const warm = Math.max(3, Math.min(52, temperatureC + 12));
  const waves = Math.round(relativeHumidityPercent / 14);
  return (
    <>
      <path className={css.line} d="M20 88V30L75 8l55 22v58z" />
      <rect className={css.line} x={34} y={36} width={7} height={52} />
      <rect className={css.inkedFill} x={34} y={88 - warm} width={7} height={warm} />
      {Array.from({ length: waves }, (_, i) => (
        <path key={i} className={css.damp} d={`M58 ${83 - i * 8}q7 -6 14 0t14 0t14 0t14 0`} />
      ))}
    </>
  );
}

function drawShim({ thicknessMm }: ItemOf<'shim'>, all: readonly ItemOf<'shim'>[]) {
  const t = Math.max(1, (thicknessMm * 34) / largest(all, (s) => s.thicknessMm));
  return (
    <>
      <rect className={css.wood} x={28} y={78 - t} width={WIDE - 56} height={t} />
      <path className={css.line} d="M14 78h122" />
      <path className={css.line} d={`M${WIDE - 20} ${78 - t}v${t}M${WIDE - 24} ${78 - t}h8M${WIDE - 24} 78h8`} />
    </>
  );
}

/** A leaf of a calendar with the days crossed out. */
function drawDaysOff({ from, to }: ItemOf<'days off'>) {
  const days = Math.round((Date.parse(to) - Date.parse(from)) / 86_400_000) + 1,
    first = (new Date(from).getUTCDay() + 6) % 7;
  return (
    <>
      <rect className={css.line} x={16} y={10} width={118} height={78} />
      <path className={css.line} d="M16 24h118" />
      {Array.from({ length: Math.min(28, days) }, (_, i) => {
        const at = (first + i) % 28,
          x = 21 + (at % 7) * 16,
          y = 28 + Math.floor(at / 7) * 15;
        return <path key={i} className={css.line} d={`M${x} ${y}l11 11m0 -11l-11 11`} />;
      })}
    </>
  );
}

const FIRST_HOUR = 6,
  LAST_HOUR = 22;
const hourOf = (time: string) => Number(time.slice(0, 2)) + Number(time.slice(3)) / 60;

/** A week from six in the morning to ten at night; what is worked stands dark. */
function drawHours({ days, from, to }: ItemOf<'hours'>) {
  const y = (time: string) =>
    10 + (68 * (Math.min(LAST_HOUR, Math.max(FIRST_HOUR, hourOf(time))) - FIRST_HOUR)) / (LAST_HOUR - FIRST_HOUR);
  return (
    <>
      {WEEKDAYS.map((day, i) => {
        const x = 12 + i * 18.5;
        return (
          <g key={day}>
            <rect className={css.line} x={x} y={10} width={14} height={68} />
            {days.includes(day) && (
              <rect className={css.inkedFill} x={x} y={y(from)} width={14} height={Math.max(2, y(to) - y(from))} />
            )}
            <text className={css.day} x={x + 7} y={91}>
              {day[0]}
            </text>
          </g>
        );
      })}
    </>
  );
}

/** Dabs of its inks on a slab, rolled out beside one another. */
function drawPalette({ inks }: ItemOf<'palette'>) {
  const wide = (WIDE - 24) / inks.length;
  return (
    <>
      {inks.map(({ name, solidLabD50 }, i) => (
        <rect
          key={`${i} ${name}`}
          x={12 + i * wide}
          y={18 + (i % 2) * 5}
          width={Math.max(2, wide - 3)}
          height={HIGH - 40}
          fill={hexFromLabD50(solidLabD50)}
          className={css.hair}
        />
      ))}
    </>
  );
}
