'use client';
import { Explained } from '@/ui/kit/glossary/Explained';
import { heightsOf, HEIGHT_RANGE_MM, TYPE_HEIGHT_MM, type HeightStack } from '@/core/registration';
import { formatLength } from '@/words/lengths';
import { LengthField } from '../../kit/fields';
import { Cautions } from '../../kit/Cautions';
import { FromWorkshop } from '../../kit/FromWorkshop';
import { usePrintDesk } from '../../kit/printContext';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import { TOKENS } from '@/ui/theme/tokens';
import { useSizePx } from '@/ui/kit/useSizePx';
import { useRef } from 'react';
import type { HeightAnswer } from '@/core/registration/heights';
import { registerWords } from '@/words/register';
import { layoutInWords } from '@/words/layout';

const PARTS = [
  ['packing', TOKENS.board],
  ['paper', TOKENS.sheet],
  ['block', TOKENS.standing],
  ['backing', TOKENS.backing],
] as const;
type StackPart = (typeof PARTS)[number][0];

/** The drawing in its own units, and letters as they are on the screen however small it is drawn. */
const WIDE = 760,
  HIGH = 560,
  LETTERS_PX = 13.5;

/** What lies on one another under the pressure, far taller than wide so that tenths can be seen. */
export function HeightDrawing() {
  const { plan, unit } = usePrintDesk('plan', 'unit');
  const stack = plan.register.heights,
    answer = heightsOf(stack);
  const { box, base, letters, layers, level, scale, withType, gap } = useHeightScale(answer, stack);
  return (
    <div className={clsx(kit.sheetCanvas, kit.drawn, kit.still)} ref={box}>
      <svg
        className={kit.drawing}
        viewBox={`0 0 ${WIDE} ${HIGH}`}
        width="100%"
        height="100%"
        role="img"
        aria-label={registerWords('heightLeaf.stackOf', {
          total: formatLength(answer.totalMm, unit, 2),
          answer: layoutInWords(answer.text, unit),
        })}
      >
        <line x1={60} y1={base} x2={700} y2={base} stroke={TOKENS.ink} strokeWidth={2} />
        <text x={60} y={base + 20} fontSize={letters} fill={TOKENS.pencil}>
          {registerWords('heightLeaf.bedOrTable')}
        </text>
        {layers.map((layer) => layer.h > 0 && <Layer key={layer.part} layer={layer} letters={letters} />)}
        <rect
          x={120}
          y={level(answer.runnerMm)}
          width={60}
          height={answer.runnerMm * scale}
          fill="none"
          stroke={TOKENS.pencil}
          strokeDasharray="5 4"
        />
        <text x={150} y={level(answer.runnerMm) - 8} fontSize={letters} textAnchor="middle" fill={TOKENS.pencil}>
          {registerWords('heightLeaf.runner', { runner: formatLength(answer.runnerMm, unit, 2) })}
        </text>
        {withType && <TypeLine level={level} letters={letters} />}
        {gap !== undefined && (
          <>
            <line x1={200} x2={700} y1={gap} y2={gap} stroke={TOKENS.madder} strokeWidth={3} />
            <text x={700} y={gap - 8} fontSize={letters} fill={TOKENS.madder} textAnchor="end">
              {registerWords('heightLeaf.pressOpen', { pressGap: formatLength(stack.pressGapMm!, unit, 2) })}
            </text>
          </>
        )}
      </svg>
    </div>
  );
}

/** What lies on one another, as the drawing draws it. */
function useHeightScale(answer: HeightAnswer, stack: HeightStack) {
  const near = Math.max(answer.totalMm, stack.pressGapMm ?? 0, 1),
    withType = near > TYPE_HEIGHT_MM * 0.6;
  const most = Math.max(near, withType ? TYPE_HEIGHT_MM : 0) * 1.15;
  const scale = 480 / most,
    base = 520;
  let top = base;
  const layers = [...PARTS].reverse().map(([part, fill]) => {
    const mm = stack[`${part}Mm`],
      h = mm * scale;
    top -= h;
    return { part, fill, y: top, h, mm };
  });
  const gap = stack.pressGapMm === null ? undefined : base - stack.pressGapMm * scale;
  const box = useRef<HTMLDivElement>(null);
  const { widthPx, heightPx } = useSizePx(box);
  const letters = LETTERS_PX / Math.min(1, widthPx / WIDE || 1, heightPx / HIGH || 1);
  const level = (mm: number) => base - mm * scale;
  return { box, base, letters, layers, level, scale, withType, gap };
}

/** The height of type, where it is near. */
function TypeLine({ level, letters }: { level: (mm: number) => number; letters: number }) {
  const { unit } = usePrintDesk('unit');
  return (
    <>
      <line
        x1={90}
        x2={540}
        y1={level(TYPE_HEIGHT_MM)}
        y2={level(TYPE_HEIGHT_MM)}
        stroke={TOKENS.slate}
        strokeDasharray="2 5"
      />
      <text x={60} y={level(TYPE_HEIGHT_MM) - 5} fontSize={letters} fill={TOKENS.slate}>
        {registerWords('heightLeaf.typeHeight', { height: formatLength(TYPE_HEIGHT_MM, unit, 2) })}
      </text>
    </>
  );
}

interface LayerProps {
  readonly layer: {
    part: StackPart;
    fill: string;
    y: number;
    h: number;
    mm: number;
  };
  readonly letters: number;
}

function Layer({ layer, letters }: LayerProps) {
  const { unit } = usePrintDesk('unit');
  return (
    <g>
      <rect x={230} y={layer.y} width={300} height={layer.h} fill={layer.fill} stroke={TOKENS.ink} strokeWidth={1} />
      <text x={545} y={layer.y + layer.h / 2 + 5} fontSize={letters}>
        {registerWords(`heightLeaf.layer.${layer.part}`, { height: formatLength(layer.mm, unit, 2) })}
      </text>
    </g>
  );
}

const OnOneAnother = () => (
  <h2>
    <Explained term="packing">{registerWords('heightLeaf.onOneAnother')}</Explained>
  </h2>
);

export function HeightFields() {
  const { plan, unit, change } = usePrintDesk('plan', 'unit', 'change');
  const stack = plan.register.heights,
    answer = heightsOf(stack);
  const set = (part: Partial<HeightStack>) => void change({ kind: 'heights-set', part });
  const field = (part: StackPart) => (
    <LengthField
      key={part}
      label={registerWords(`heightLeaf.part.${part}`)}
      valueMm={stack[`${part}Mm`]}
      unit={unit}
      range={{ ...HEIGHT_RANGE_MM, what: registerWords(`heightLeaf.heightOf.${part}`) }}
      onChange={(mm) => set({ [`${part}Mm`]: mm })}
    />
  );
  return (
    <>
      <section>
        <OnOneAnother />
        <div className={clsx(kit.fields, kit.above14)}>
          {(['block', 'backing', 'paper', 'packing'] as const).map(field)}
        </div>
        <label className={clsx(kit.tick, kit.block, kit.above14, kit.below12)}>
          <input
            type="checkbox"
            checked={stack.pressGapMm !== null}
            onChange={(e) =>
              set({ pressGapMm: e.target.checked ? Math.round((answer.totalMm - 0.25) * 10) / 10 : null })
            }
          />{' '}
          {registerWords('heightLeaf.printedInAPress')}
        </label>
        <FromWorkshop
          kind="press"
          label={registerWords('heightLeaf.pressOfTheWorkshop')}
          none={registerWords('heightLeaf.asTyped')}
          className={kit.around8}
        />
        {stack.pressGapMm !== null && (
          <LengthField
            label={registerWords('heightLeaf.pressIsOpen')}
            valueMm={stack.pressGapMm}
            unit={unit}
            range={{ ...HEIGHT_RANGE_MM, what: registerWords('heightLeaf.theOpeningOfThe') }}
            onChange={(pressGapMm) => set({ pressGapMm })}
          />
        )}
      </section>
      <p
        className={clsx(kit.say, answer.verdict === 'prints' || answer.verdict === 'by hand' ? kit.good : kit.bad)}
        role="status"
      >
        {layoutInWords(answer.text, unit)}
      </p>
      <HeightAnswer answer={answer} />
      <Cautions place="pull" />
    </>
  );
}

function HeightAnswer({ answer }: { answer: HeightAnswer }) {
  const { unit } = usePrintDesk('unit');
  return (
    <section>
      <dl className={kit.figures}>
        <dt>{registerWords('heightLeaf.allTogether')}</dt>
        <dd>{formatLength(answer.totalMm, unit, 2)}</dd>
        <dt>{registerWords('heightLeaf.runnersOrRails')}</dt>
        <dd>{formatLength(answer.runnerMm, unit, 2)}</dd>
        <dt>
          {answer.toTypeHeightMm >= 0
            ? registerWords('heightLeaf.underTheBlockTo')
            : registerWords('heightLeaf.aboveTypeHeightBy')}
        </dt>
        <dd>{formatLength(Math.abs(answer.toTypeHeightMm), unit, 2)}</dd>
      </dl>
      <p className={clsx(kit.note, kit.above8)}>{registerWords('heightLeaf.bitesOfToMm')}</p>
    </section>
  );
}
