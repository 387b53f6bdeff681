'use client';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useMemo, useRef } from 'react';
import {
  jigFor,
  registrationWay,
  REGISTRATION_WAYS,
  SHIM_STOCK,
  spreadOf,
  type Jig,
  type JigLayer,
  type JigMark,
  type RegistrationWayId,
  type SheetLayout,
} from '@/core/registration';
import { formatLength, formatSize } from '@/words/lengths';
import { EXPORT_PAPERS, type ExportPaper, type LayoutPlan } from '@/model';
import { jigInputOf } from '@/derived';
import { Cautions } from '../../kit/Cautions';
import { FileLink } from '@/ui/kit/FileLink';
import { usePrintDesk } from '../../kit/printContext';
import { useLayoutChange } from './useLayoutChange';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './JigLeaf.module.css';
import { TOKENS } from '@/ui/theme/tokens';
import { useSizePx } from '@/ui/kit/useSizePx';
import type { RegistrationWay } from '@/core/registration/ways';
import type { CutListItem } from '@/core/registration/jigParts';
import { registerWords } from '@/words/register';
import { jigInWords } from '@/words/jigs';
import { wayAtLength, wayInWords } from '@/words/ways';
import { capitalised, uncapitalised } from '@/words/phrases';

const LINES: Record<JigLayer, { stroke: string; width: number; dash?: string }> = {
  cut: { stroke: TOKENS.ink, width: 1.6 },
  block: { stroke: TOKENS.ink, width: 1.3 },
  paper: { stroke: TOKENS.slate, width: 1.3, dash: '7 4' },
  'block stop': { stroke: TOKENS.madder, width: 1.6 },
  'paper stop': { stroke: TOKENS.slate, width: 1.6 },
  guide: { stroke: TOKENS.guide, width: 0.8 },
};

export function useJig(layout: SheetLayout): Jig {
  const { plan } = usePrintDesk('plan');
  return useMemo(() => jigFor(plan.way.registration, jigInputOf(plan, layout)), [plan, layout]);
}

/** Letters on the drawing are never smaller than this on the screen. */
const LEAST_TEXT_PX = 13;

/** The chosen way's drawing, to scale. */
export function JigDrawing({ layout }: { layout: SheetLayout }) {
  const { plan } = usePrintDesk('plan');
  const drawing = useJig(layout).drawings[0];
  const pad = drawing.widthMm * 0.03,
    head = drawing.heightMm * 0.07;
  const wide = drawing.widthMm + 2 * pad,
    high = drawing.heightMm + pad + head;
  const box = useRef<HTMLDivElement>(null);
  const { widthPx, heightPx } = useSizePx(box);
  const pxPerMm = Math.min(widthPx / wide, heightPx / high);
  return (
    <div className={clsx(kit.sheetCanvas, kit.drawn, kit.still)} ref={box}>
      <div className={clsx(kit.stamp, drawing.side === 'bench' && kit.mirrored)}>
        {drawing.side === 'bench' ? registerWords('jigLeaf.theBenchRightAnd') : registerWords('jigLeaf.thePrintAsSeen')}
      </div>
      <svg
        className={kit.drawing}
        viewBox={`${-pad} ${-head} ${wide} ${high}`}
        width="100%"
        height="100%"
        role="img"
        aria-label={registerWords('jigLeaf.drawing', {
          way: wayInWords(plan.way.registration),
          name: jigInWords(drawing.name),
          note: jigInWords(drawing.note),
        })}
      >
        <rect x={0} y={0} width={drawing.widthMm} height={drawing.heightMm} fill={TOKENS.sheet} />
        {drawing.marks.map((mark, i) => (
          <Mark key={i} mark={mark} least={pxPerMm > 0 ? LEAST_TEXT_PX / pxPerMm : 0} />
        ))}
      </svg>
    </div>
  );
}

const STOP_NAMES = ['jigs.blockStop', 'jigs.paperStop'];

function Mark({ mark, least }: { mark: JigMark; least: number }) {
  const { unit } = usePrintDesk('unit');
  const line = LINES[mark.layer];
  const style = {
    fill: 'none',
    stroke: line.stroke,
    strokeWidth: line.width,
    strokeDasharray: line.dash,
    vectorEffect: 'non-scaling-stroke' as const,
  };
  const stop = mark.layer === 'block stop' || mark.layer === 'paper stop';
  if (mark.kind === 'rect')
    return (
      <rect
        x={mark.rect.xMm}
        y={mark.rect.yMm}
        width={mark.rect.widthMm}
        height={mark.rect.heightMm}
        {...style}
        fill={stop ? `${line.stroke}33` : mark.layer === 'block' ? `${TOKENS.standing}55` : 'none'}
      />
    );
  if (mark.kind === 'line')
    return <line x1={mark.from[0]} y1={mark.from[1]} x2={mark.to[0]} y2={mark.to[1]} {...style} />;
  if (mark.kind === 'circle') return <circle cx={mark.xMm} cy={mark.yMm} r={mark.radiusMm} {...style} />;
  // the drawing is small here: stops are told by their line alone
  return stop && typeof mark.text === 'object' && STOP_NAMES.includes(mark.text.code) ? null : (
    <text
      x={mark.xMm}
      y={mark.yMm + mark.heightMm}
      fontSize={Math.max(mark.heightMm, least)}
      fill={line.stroke}
      textAnchor={mark.align === 'center' ? 'middle' : 'start'}
    >
      {jigInWords(mark.text, unit)}
    </text>
  );
}

/** The way of registration: what it needs, how it is made, and how far it scatters. */
export function JigFields({ layout }: { layout: SheetLayout }) {
  const { plan, unit } = usePrintDesk('plan', 'unit');
  const way = registrationWay(plan.way.registration),
    spread = spreadOf(way, plan.register.hand);
  const at = wayAtLength(way.id, unit);
  const { cutList } = useJig(layout);
  const edit = useLayoutChange();
  return (
    <>
      <section>
        <WayOfRegistration way={way} />
        <p className={kit.above10}>{registerWords('jigLeaf.inShort', { way: capitalised(at.inShort) })}</p>
        <p className={clsx(kit.note, kit.num, kit.above6)}>
          {registerWords('jigLeaf.oneLayingScattersMm', {
            shiftMm: spread.shiftMm,
            turnDeg: spread.turnDeg,
            minutesASheet: way.minutesASheet,
          })}
        </p>
        <p className={clsx(kit.note, kit.above6)}>
          {registerWords('jigLeaf.asksOfThePaper', {
            paper: uncapitalised(at.asksOfPaper),
            block: uncapitalised(at.asksOfBlock),
            shims: String(way.shims),
          })}
        </p>
      </section>
      <section>
        <h2>{registerWords('jigLeaf.steps')}</h2>
        <ol className={css.stepsList}>
          {at.steps.map((step) => (
            <li key={step}>{step}</li>
          ))}
        </ol>
      </section>
      <CutList cutList={cutList} />
      <JigExport edit={edit} />
      <Cautions place="board" />
    </>
  );
}

interface JigExportProps {
  readonly edit: (edit: (layout: LayoutPlan) => Partial<LayoutPlan>) => undefined;
}

function JigExport({ edit }: JigExportProps) {
  const { plan, urls } = usePrintDesk('plan', 'urls');
  return (
    <section>
      <h2>{registerWords('jigLeaf.export')}</h2>
      <div className={clsx(kit.stack, kit.gap12, kit.above12)}>
        <TextField
          select
          label={registerWords('jigLeaf.printerPaper')}
          value={plan.layout.exportPaper}
          onChange={(e) => edit(() => ({ exportPaper: e.target.value as ExportPaper }))}
        >
          {EXPORT_PAPERS.map((p) => (
            <MenuItem key={p} value={p}>
              {p}
            </MenuItem>
          ))}
        </TextField>
        <div className={kit.row}>
          <FileLink variant="contained" color="primary" href={urls.file('jig.pdf')}>
            {registerWords('jigLeaf.pdfTrueToSize')}
          </FileLink>
          <FileLink href={urls.file('jig.svg')}>{registerWords('jigLeaf.svg')}</FileLink>
          <FileLink href={urls.file('jig.dxf')}>{registerWords('jigLeaf.dxf')}</FileLink>
        </div>
        <p className={kit.note}>{registerWords('jigLeaf.largeDrawingsComeIn')}</p>
      </div>
    </section>
  );
}

function CutList({ cutList }: { cutList: readonly CutListItem[] }) {
  const { unit, plan } = usePrintDesk('unit', 'plan');
  return (
    <section>
      <h2>{registerWords('jigLeaf.cutList')}</h2>
      <table className={kit.plainTable}>
        <tbody>
          {cutList.map((item, i) => (
            <tr key={i}>
              <th scope="row">
                {item.count > 1 ? `${item.count} ` : ''}
                {jigInWords(item.what, unit)}
              </th>
              <td className={kit.num}>
                {item.widthMm !== null && item.heightMm !== null
                  ? formatSize(item.widthMm, item.heightMm, unit)
                  : item.widthMm !== null
                    ? formatLength(item.widthMm, unit)
                    : ''}
                <div className={kit.note}>
                  {[item.of, item.note]
                    .filter(Boolean)
                    .map((told) => jigInWords(told, unit))
                    .join('; ')}
                </div>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className={kit.note}>
        {registerWords('jigLeaf.shimsToHaveBy', {
          stock:
            plan.register.stock.map((s) => `${s.name} ${formatLength(s.thicknessMm, unit)}`).join(', ') ||
            SHIM_STOCK.map((s) => s.name).join(', '),
        })}
      </p>
    </section>
  );
}

function WayOfRegistration({ way }: { way: RegistrationWay }) {
  const { change } = usePrintDesk('change');
  return (
    <TextField
      select
      fullWidth
      label={registerWords('jigLeaf.wayOfRegistration')}
      value={way.id}
      onChange={(e) => void change({ kind: 'way-set', part: { registration: e.target.value as RegistrationWayId } })}
    >
      {REGISTRATION_WAYS.map((id) => (
        <MenuItem key={id} value={id}>
          {wayInWords(id)}
        </MenuItem>
      ))}
    </TextField>
  );
}
