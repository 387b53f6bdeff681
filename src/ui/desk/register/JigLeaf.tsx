'use client';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useMemo } from 'react';
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
import { sentenceIn, formatSize } from '@/core/units';
import { EXPORT_PAPERS, jigInputOf, type ExportPaper } from '@/records';
import { Cautions } from '../../kit/Cautions';
import { usePrintDesk } from '../../kit/printContext';
import { useLayoutChange } from './useLayoutChange';

const LINES: Record<JigLayer, { stroke: string; width: number; dash?: string }> = {
  cut: { stroke: '#1F2421', width: 1.6 },
  block: { stroke: '#1F2421', width: 1.3 },
  paper: { stroke: '#3E5C76', width: 1.3, dash: '7 4' },
  'block stop': { stroke: '#A63A2B', width: 1.6 },
  'paper stop': { stroke: '#3E5C76', width: 1.6 },
  guide: { stroke: '#8B8C80', width: 0.8 },
};

export function useJig(layout: SheetLayout): Jig {
  const {
    state: { plan },
  } = usePrintDesk();
  return useMemo(() => jigFor(plan.way.registration, jigInputOf(plan, layout)), [plan, layout]);
}

/** The chosen way's drawing, to scale. */
export function JigDrawing({ layout }: { layout: SheetLayout }) {
  const {
    state: { plan },
  } = usePrintDesk();
  const drawing = useJig(layout).drawings[0];
  const pad = drawing.widthMm * 0.03,
    head = drawing.heightMm * 0.07;
  return (
    <div className="sheet-canvas drawn" style={{ touchAction: 'auto' }}>
      <div className={drawing.side === 'bench' ? 'stamp mirrored' : 'stamp'}>
        {drawing.side === 'bench' ? 'the bench: right and left exchanged' : 'the print as seen'}
      </div>
      <svg
        className="drawing"
        viewBox={`${-pad} ${-head} ${drawing.widthMm + 2 * pad} ${drawing.heightMm + pad + head}`}
        width="100%"
        height="100%"
        role="img"
        aria-label={`${registrationWay(plan.way.registration).name}: ${drawing.name}, ${drawing.note}`}
      >
        <rect x={0} y={0} width={drawing.widthMm} height={drawing.heightMm} fill="#FBF9F3" />
        {drawing.marks.map((mark, i) => (
          <Mark key={i} mark={mark} least={drawing.heightMm / 44} />
        ))}
      </svg>
    </div>
  );
}

function Mark({ mark, least }: { mark: JigMark; least: number }) {
  const { unit } = usePrintDesk();
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
        fill={stop ? `${line.stroke}33` : mark.layer === 'block' ? '#CFC7B455' : 'none'}
      />
    );
  if (mark.kind === 'line')
    return <line x1={mark.from[0]} y1={mark.from[1]} x2={mark.to[0]} y2={mark.to[1]} {...style} />;
  if (mark.kind === 'circle') return <circle cx={mark.xMm} cy={mark.yMm} r={mark.radiusMm} {...style} />;
  return stop && mark.text.endsWith(' stop') ? null : (
    <text
      x={mark.xMm}
      y={mark.yMm + mark.heightMm}
      fontSize={Math.max(mark.heightMm, least)}
      fill={line.stroke}
      textAnchor={mark.align === 'center' ? 'middle' : 'start'}
    >
      {sentenceIn(mark.text, unit)}
    </text>
  );
}

/** The way of registration: what it needs, how it is made, and how far it scatters. */
export function JigFields({ layout }: { layout: SheetLayout }) {
  const { state, unit, urls, change } = usePrintDesk();
  const { plan } = state;
  const way = registrationWay(plan.way.registration),
    spread = spreadOf(way, plan.register.hand);
  const { cutList } = useJig(layout);
  const edit = useLayoutChange();
  return (
    <>
      <section>
        <TextField
          select
          fullWidth
          label="Way of registration"
          value={way.id}
          onChange={(e) =>
            void change('way of registration', (p) => ({
              ...p,
              way: { ...p.way, registration: e.target.value as RegistrationWayId },
            }))
          }
        >
          {REGISTRATION_WAYS.map((id) => (
            <MenuItem key={id} value={id}>
              {registrationWay(id).name}
            </MenuItem>
          ))}
        </TextField>
        <p style={{ marginTop: 10 }}>{way.inShort[0].toUpperCase() + way.inShort.slice(1)}.</p>
        <p className="note num" style={{ marginTop: 6 }}>
          One laying scatters ±{spread.shiftMm.toFixed(2)} mm and ±{spread.turnDeg.toFixed(2)}° (start values, 1σ);
          about {way.minutesASheet} min a sheet.
        </p>
        <p className="note" style={{ marginTop: 6 }}>
          Asks of the paper: {sentenceIn(lower(way.asksOfPaper), unit)} Of the block:{' '}
          {sentenceIn(lower(way.asksOfBlock), unit)}{' '}
          {way.shims ? 'A block can be shimmed off its stops.' : 'Misfit cannot be shimmed away here.'}
        </p>
      </section>
      <section>
        <h2>Steps</h2>
        <ol className="steps-list">
          {way.steps.map((step) => (
            <li key={step}>{step}</li>
          ))}
        </ol>
      </section>
      <section>
        <h2>Cut list</h2>
        <table className="plain-table">
          <tbody>
            {cutList.map((item, i) => (
              <tr key={i}>
                <th scope="row">
                  {item.count > 1 ? `${item.count} ` : ''}
                  {item.what}
                </th>
                <td className="num">
                  {item.widthMm !== null && item.heightMm !== null
                    ? formatSize(item.widthMm, item.heightMm, unit)
                    : item.widthMm !== null
                      ? `${item.widthMm} mm`
                      : ''}
                  <div className="note">{sentenceIn([item.of, item.note].filter(Boolean).join('; '), unit)}</div>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="note">
          Shims to have by:{' '}
          {plan.register.stock.map((s) => `${s.name} ${s.thicknessMm} mm`).join(', ') ||
            SHIM_STOCK.map((s) => s.name).join(', ')}
          .
        </p>
      </section>
      <section>
        <h2>Export</h2>
        <div style={{ display: 'grid', gap: 12, marginTop: 12 }}>
          <TextField
            select
            label="Printer paper"
            value={plan.layout.exportPaper}
            onChange={(e) => edit('printer paper', () => ({ exportPaper: e.target.value as ExportPaper }))}
          >
            {EXPORT_PAPERS.map((p) => (
              <MenuItem key={p} value={p}>
                {p}
              </MenuItem>
            ))}
          </TextField>
          <div className="row">
            <Button variant="contained" color="primary" href={urls.file('jig.pdf')}>
              PDF, true to size
            </Button>
            <Button href={urls.file('jig.svg')}>SVG</Button>
            <Button href={urls.file('jig.dxf')}>DXF</Button>
          </div>
          <p className="note">
            Large drawings come in tiles that overlap by 10 mm, each with a ruler to check the printer by.
          </p>
        </div>
      </section>
      <Cautions place="board" />
    </>
  );
}

function lower(text: string): string {
  return text[0].toLowerCase() + text.slice(1);
}
