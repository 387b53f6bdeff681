'use client';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { cornerStopLayout, MARGIN_RANGE_MM, type ContactMm, type MarginRule, type RectMm } from '@/core/registration';
import { formatLength, formatSize } from '@/core/units';
import { EXPORT_PAPERS, type ExportPaper } from '@/records';
import { LengthField } from '../../kit/fields';
import { usePrintDesk } from '../../kit/printContext';

function useLayout() {
  const { state } = usePrintDesk();
  const { picture, layout } = state.plan;
  return cornerStopLayout({ imageWidthMm: picture!.widthMm, imageHeightMm: picture!.heightMm, marginMm: layout.marginMm, marginRule: layout.marginRule });
}

/** The board with block, paper and the six contacts, to scale, its numbers on it. */
function Drawing() {
  const { unit } = usePrintDesk();
  const { board, paper, block, marginsMm, blockContacts, paperContacts } = useLayout();
  const text = board.widthMm / 46;
  const pad = text * 2.6;
  return (
    <div className="sheet-canvas" style={{ display: 'grid', touchAction: 'auto' }}>
      <svg className="drawing" viewBox={`${-pad} ${-pad} ${board.widthMm + 2 * pad} ${board.heightMm + 2 * pad}`} style={{ width: '100%', height: '100%' }} role="img" aria-label={`Board ${formatSize(board.widthMm, board.heightMm, unit)}, paper ${formatSize(paper.widthMm, paper.heightMm, unit)}, block ${formatSize(block.widthMm, block.heightMm, unit)}`} fontSize={text}>
        <Box rect={board} fill="#EFE9DA" stroke="#62665E" />
        <Box rect={paper} fill="#FBF9F3" stroke="#3E5C76" dash={`${text * 0.7} ${text * 0.4}`} />
        <Box rect={block} fill="#CFC7B4" stroke="#1F2421" />
        {paperContacts.map((c, i) => <Stop key={i} contact={c} size={text} colour="#3E5C76" />)}
        {blockContacts.map((c, i) => <Stop key={i} contact={c} size={text} colour="#A63A2B" />)}
        <path d={`M${block.xMm} ${block.yMm + block.heightMm}h${text * 1.6}l${-text * 1.6} ${-text * 1.6}z`} fill="#1F2421" />
        <text x={block.xMm + text * 2} y={block.yMm + block.heightMm - text * 0.5}>origin corner</text>
        <text x={block.xMm + block.widthMm / 2} y={block.yMm + block.heightMm / 2} textAnchor="middle">block, face up · {formatSize(block.widthMm, block.heightMm, unit)}</text>
        <text x={paper.xMm + paper.widthMm / 2} y={paper.yMm + text * 1.5} textAnchor="middle" fill="#3E5C76">paper, face down · {formatSize(paper.widthMm, paper.heightMm, unit)}</text>
        <text x={board.widthMm / 2} y={-text * 0.8} textAnchor="middle">board {formatSize(board.widthMm, board.heightMm, unit)}</text>
        <Dimension x1={block.xMm + block.widthMm * 0.8} y1={paper.yMm} x2={block.xMm + block.widthMm * 0.8} y2={block.yMm} text={formatLength(marginsMm.top, unit)} size={text} />
        <Dimension x1={block.xMm + block.widthMm * 0.6} y1={block.yMm + block.heightMm} x2={block.xMm + block.widthMm * 0.6} y2={paper.yMm + paper.heightMm} text={formatLength(marginsMm.bottom, unit)} size={text} />
        <Dimension x1={paper.xMm} y1={block.yMm + block.heightMm * 0.3} x2={block.xMm} y2={block.yMm + block.heightMm * 0.3} text={formatLength(marginsMm.right, unit)} size={text} />
        <Dimension x1={block.xMm + block.widthMm} y1={block.yMm + block.heightMm * 0.3} x2={paper.xMm + paper.widthMm} y2={block.yMm + block.heightMm * 0.3} text={formatLength(marginsMm.left, unit)} size={text} />
      </svg>
    </div>
  );
}

function Box({ rect, fill, stroke, dash }: { rect: RectMm; fill: string; stroke: string; dash?: string }) {
  return <rect x={rect.xMm} y={rect.yMm} width={rect.widthMm} height={rect.heightMm} fill={fill} stroke={stroke} strokeWidth={1.4} vectorEffect="non-scaling-stroke" strokeDasharray={dash} />;
}

function Stop({ contact, size, colour }: { contact: ContactMm; size: number; colour: string }) {
  const { xMm: x, yMm: y } = contact;
  const long = size * 2.2, deep = size * 0.9;
  return contact.normal === 'up'
    ? <rect x={x - long / 2} y={y} width={long} height={deep} fill={colour} />
    : <rect x={x - deep} y={y - long / 2} width={deep} height={long} fill={colour} />;
}

function Dimension({ x1, y1, x2, y2, text, size }: { x1: number; y1: number; x2: number; y2: number; text: string; size: number }) {
  const upright = x1 === x2;
  const tick = size * 0.35;
  const ends = upright ? `M${x1 - tick} ${y1}h${2 * tick}M${x2 - tick} ${y2}h${2 * tick}` : `M${x1} ${y1 - tick}v${2 * tick}M${x2} ${y2 - tick}v${2 * tick}`;
  return (
    <g stroke="#1F2421" strokeWidth={1} fill="none">
      <path d={`M${x1} ${y1}L${x2} ${y2}${ends}`} vectorEffect="non-scaling-stroke" />
      <text stroke="none" fill="#1F2421" x={(x1 + x2) / 2 + (upright ? size * 0.5 : 0)} y={(y1 + y2) / 2 + (upright ? size * 0.35 : -size * 0.5)} textAnchor={upright ? 'start' : 'middle'}>{text}</text>
    </g>
  );
}

function Fields() {
  const { state, change, unit, urls } = usePrintDesk();
  const { layout } = state.plan;
  const { paper, board } = useLayout();
  return (
    <>
      <section>
        <h2>Margins</h2>
        <div style={{ display: 'grid', gap: 14, marginTop: 14 }}>
          <LengthField label="Margin" valueMm={layout.marginMm} unit={unit} range={MARGIN_RANGE_MM} onChange={(marginMm) => void change('margin', (p) => ({ ...p, layout: { ...p.layout, marginMm } }))} />
          <TextField select label="Bottom margin" value={layout.marginRule} onChange={(e) => void change('margin rule', (p) => ({ ...p, layout: { ...p.layout, marginRule: e.target.value as MarginRule } }))}>
            <MenuItem value="equal">equal all round</MenuItem>
            <MenuItem value="larger bottom">a fifth larger below</MenuItem>
          </TextField>
        </div>
        <p style={{ marginTop: 12 }}>Cut the paper to <strong className="num">{formatSize(paper.widthMm, paper.heightMm, unit)}</strong>, the board to <span className="num">{formatSize(board.widthMm, board.heightMm, unit)}</span>.</p>
      </section>
      <section>
        <h2>Corner stops</h2>
        <p className="note">Two contacts on the long side, one on the short, for the block (madder) and for the paper (slate), all at the origin corner. The block’s stops must be lower than the block. The drawing shows the board as it lies: the paper goes on face down, so right and left of the print change places.</p>
      </section>
      <section>
        <h2>Export</h2>
        <div style={{ display: 'grid', gap: 12, marginTop: 12 }}>
          <TextField select label="Printer paper" value={layout.exportPaper} onChange={(e) => void change('printer paper', (p) => ({ ...p, layout: { ...p.layout, exportPaper: e.target.value as ExportPaper } }))}>
            {EXPORT_PAPERS.map((p) => <MenuItem key={p} value={p}>{p}</MenuItem>)}
          </TextField>
          <Button variant="contained" color="primary" href={urls.file('registration.pdf')}>PDF, true to size</Button>
        </div>
      </section>
    </>
  );
}

export const LayoutPanel = { Drawing, Fields };
