'use client';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Link from 'next/link';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { BLOCK_MATERIALS, cuttingHours, materialById, TOOL_RANGE_MM, type StageCheck, type ThinPlace } from '@/core/cutting';
import { formatLength, trimNumber } from '@/core/units';
import { blockOfRun } from '@/records';
import { BLOCK_WORDS } from '../kit/colours';
import { LengthField } from '../kit/fields';
import { usePrintDesk } from '../kit/printContext';
import { SheetCanvas, type PaintView } from '../kit/SheetCanvas';
import { Cautions } from '../kit/Cautions';
import { blockStyles, labelStatesOf } from './blockStates';
import { LayoutPanel } from './LayoutPanel';

type Checked = StageCheck & { outlineM: number };
/** Reports after a pause that lets a hand step quickly along the run line. */
const CHECK_REST_MS = 120;

/** Block: its face at each stage, what is cut, what would be too thin; and the corner-stop layout. */
export function BlockView() {
  const desk = usePrintDesk();
  const { state, sheetWorker, selectedRun, unit, urls, change, progress } = desk;
  const { plan } = state;
  const [mirrored, setMirrored] = useState(true);
  const [layout, setLayout] = useState(false);
  const [check, setCheck] = useState<Checked>();
  const [picked, setPicked] = useState<ThinPlace>();
  const states = useMemo(() => labelStatesOf(plan), [plan]);
  const run = Math.max(1, selectedRun);
  const current = states[run - 1];
  const { block, index: blockIndex } = plan.runs[run - 1] ? blockOfRun(plan, plan.runs[run - 1]) : { block: plan.blocks[0], index: 0 };
  const material = materialById(block.materialId);
  useHotkeys('m', () => setMirrored((m) => !m));
  const styles = useMemo(() => (current ? blockStyles(current, plan.flat!.colours.length) : []), [current, plan.flat]);
  const paint: PaintView = useCallback(async (view, width, height) => {
    const answer = await sheetWorker.ask('paint', { what: 'labels', styles, view, width, height, backdrop: BLOCK_WORDS.backdrop });
    return answer.ok ? answer.value : undefined;
  }, [sheetWorker, styles]);
  const standingKey = current ? JSON.stringify(current) : '';
  useEffect(() => {
    setCheck(undefined);
    setPicked(undefined);
    if (!standingKey) return;
    let wanted = true;
    const { standing, cutNow } = JSON.parse(standingKey) as { standing: number[]; cutNow: number[] };
    const timer = setTimeout(() => void sheetWorker.ask('checkStage', { standing, cutNow, ridgeMm: material.minRidgeMm, gapMm: plan.toolMm }).then((answer) => { if (wanted && answer.ok) setCheck(answer.value); }), CHECK_REST_MS);
    return () => { wanted = false; clearTimeout(timer); };
  }, [standingKey, sheetWorker, material.minRidgeMm, plan.toolMm]);

  if (!plan.flat || !plan.picture || !current) {
    return <div className="work" style={{ gridTemplateColumns: '1fr' }}><div className="stage"><div className="drop"><h1>No block yet</h1><p className="note">What is cut follows from the flat colours and their order.</p><Link href={urls.page('picture')}>To the picture</Link></div></div></div>;
  }
  const { raster, widthMm, heightMm } = plan.picture;
  const areaCm2 = (widthMm * heightMm) / 100;
  const share = (labels: readonly number[]) => labels.reduce((sum, l) => sum + plan.flat!.colours[l].areaShare, 0);
  const cutCm2 = share(current.cutNow) * areaCm2;
  const done = progress.runs[run - 1].cut;
  return (
    <div className="work">
      <div className="stage">
        <div className="row between">
          <div className="row"><h1>{layout ? 'Registration sheet' : `${plan.blocks.length > 1 ? block.name : 'Block'} before run ${run}`}</h1>{!layout && <span className={done || plan.way.process === 'multi-block' ? 'quiet' : 'madder'}>{done ? 'this cut is done' : plan.way.process === 'multi-block' ? 'recut a block, and it can be printed again' : 'a cut cannot be undone'}</span>}</div>
          <ToggleButtonGroup size="small" exclusive value={layout ? 'layout' : mirrored ? 'mirrored' : 'printed'} onChange={(_, v: string | null) => { if (v) { setLayout(v === 'layout'); if (v !== 'layout') setMirrored(v === 'mirrored'); } }} aria-label="How the block is shown">
            <ToggleButton value="mirrored" sx={{ py: 0.3 }}>on the block</ToggleButton>
            <ToggleButton value="printed" sx={{ py: 0.3 }}>as printed</ToggleButton>
            <ToggleButton value="layout" sx={{ py: 0.3 }}>corner stops</ToggleButton>
          </ToggleButtonGroup>
        </div>
        {layout ? <LayoutPanel.Drawing /> : (
          <SheetCanvas widthPx={raster.widthPx} heightPx={raster.heightPx} mmPerPx={raster.mmPerPx} unit={unit} mirrored={mirrored} paint={paint} label={`The block before run ${run}, ${mirrored ? 'mirrored' : 'as printed'}`}
            stamp={<div className={mirrored ? 'stamp mirrored' : 'stamp'}>{mirrored ? 'mirrored: as the block lies' : 'as printed'} <kbd>M</kbd></div>}
            overlay={(mm) => check && <Marks check={check} picked={picked} mm={mm} />} />
        )}
      </div>
      <aside className="side">
        {layout ? <LayoutPanel.Fields /> : (
          <>
            <section>
              <h2>{plan.blocks.length > 1 ? block.name : `Stage ${run}`}</h2>
              <dl className="figures" style={{ fontSize: 13.5, marginTop: 6 }}>
                <dt><span className="swatch" style={{ background: '#CFC7B4' }} aria-hidden /> stands and prints</dt><dd>{(share(current.standing) * areaCm2).toFixed(0)} cm² · {(100 * share(current.standing)).toFixed(0)} %</dd>
                <dt><span className="swatch" style={{ background: '#F0D9CF var(--gouge)' }} aria-hidden /> cut now</dt><dd>{cutCm2.toFixed(cutCm2 < 10 ? 1 : 0)} cm²</dd>
                <dt><span className="swatch" style={{ background: '#EFE9DA' }} aria-hidden /> cleared earlier</dt><dd>{(share(current.clearedEarlier) * areaCm2).toFixed(0)} cm²</dd>
                <dt>outline to cut</dt><dd>{check ? `${check.outlineM.toFixed(1)} m` : '…'}</dd>
                <dt>time, start value</dt><dd>{check ? `about ${trimNumber(Math.max(0.5, Math.round(cuttingHours(check.outlineM, cutCm2, material) * 2) / 2), 1)} h` : '…'}</dd>
              </dl>
            </section>
            <section>
              <h2>Too thin to hold or to cut</h2>
              <div style={{ display: 'grid', gap: 12, margin: '12px 0' }}>
                <TextField select label="Block" value={material.id} onChange={(e) => void change('material chosen', (p) => ({ ...p, blocks: p.blocks.map((b, i) => (i === blockIndex ? { ...b, materialId: e.target.value } : b)) }))} helperText={`holds ridges of ${formatLength(material.minRidgeMm, unit)} (start value)`}>
                  {BLOCK_MATERIALS.map((m) => <MenuItem key={m.id} value={m.id}>{m.name}</MenuItem>)}
                </TextField>
                <LengthField label="Narrowest tool" valueMm={plan.toolMm} unit={unit} range={TOOL_RANGE_MM} onChange={(toolMm) => void change('tool chosen', (p) => ({ ...p, toolMm }))} />
              </div>
              {!check ? <p className="note" role="status">looking over the block …</p> : (
                <>
                  <Places kind="ridge" title="ridges" places={check.thinRidges} least={check.thinnestRidgeMm} limit={material.minRidgeMm} picked={picked} onPick={setPicked} />
                  <Places kind="gap" title="gaps" places={check.narrowGaps} least={check.narrowestGapMm} limit={plan.toolMm} picked={picked} onPick={setPicked} />
                </>
              )}
            </section>
            <section>
              <h2>Take to the bench</h2>
              <div className="row" style={{ margin: '8px 0' }}>
                <Button variant="contained" color="primary" href={urls.file('registration.pdf')}>PDF, true to size</Button>
                <Button href={urls.file(`block-${run}.svg`)}>Block {run} SVG</Button>
                <Button href={urls.file(`run-${run}.svg`)}>Run {run} SVG</Button>
              </div>
              <p className="note">The PDF holds the registration sheet and a mirrored page for each stage, on {plan.layout.exportPaper}, with a ruler to check the printer by.</p>
            </section>
            <Cautions place="cut" />
          </>
        )}
      </aside>
    </div>
  );
}

function Marks({ check, picked, mm }: { check: Checked; picked: ThinPlace | undefined; mm: number }) {
  const mark = (place: ThinPlace, kind: 'ridge' | 'gap', i: number) => {
    const r = Math.min(Math.max(place.lengthMm * 0.6, 6 * mm), 16 * mm);
    return <circle key={`${kind}${i}`} className={`place-mark ${kind === 'gap' ? 'gap' : ''} ${picked === place ? 'picked' : ''}`} cx={place.xMm} cy={place.yMm} r={r} />;
  };
  return <>{check.thinRidges.map((p, i) => mark(p, 'ridge', i))}{check.narrowGaps.map((p, i) => mark(p, 'gap', i))}</>;
}

interface PlacesProps { readonly kind: 'ridge' | 'gap'; readonly title: string; readonly places: readonly ThinPlace[]; readonly least: number | undefined; readonly limit: number; readonly picked: ThinPlace | undefined; readonly onPick: (place: ThinPlace) => void }

function Places({ kind, title, places, least, limit, picked, onPick }: PlacesProps) {
  const { unit } = usePrintDesk();
  const found = places.length === 0 ? `No ${title} under ${formatLength(limit, unit, 2)}.` : `${places.length} ${places.length === 1 ? title.slice(0, -1) : title} under ${formatLength(limit, unit, 2)}`;
  return (
    <div style={{ marginBottom: 10 }}>
      <p className={places.length ? (kind === 'ridge' ? 'madder' : '') : undefined}><svg width="14" height="14" aria-hidden style={{ verticalAlign: -2 }}><circle cx="7" cy="7" r="5.5" className={`place-mark ${kind === 'gap' ? 'gap' : ''}`} /></svg> {found}{least !== undefined && <span className="quiet"> · {kind === 'ridge' ? 'thinnest' : 'narrowest'} {formatLength(least, unit, 1)}</span>}</p>
      {places.slice(0, 4).map((place, i) => (
        <p key={i} className="note"><button type="button" className="link" aria-pressed={picked === place} onClick={() => onPick(place)}>at {formatLength(place.xMm, unit, 0)}, {formatLength(place.yMm, unit, 0)}</button> {formatLength(place.lengthMm, unit, 1)} long</p>
      ))}
      {places.length > 4 && <p className="note">and {places.length - 4} more, all ringed on the block</p>}
    </div>
  );
}
