'use client';
import { DndContext, KeyboardSensor, PointerSensor, closestCenter, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import { SortableContext, horizontalListSortingStrategy, sortableKeyboardCoordinates, useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { hexFromLabD50, wordForDifference } from '@/core/colour';
import { inkForRun, type Opacity } from '@/core/inks';
import { reductionStates } from '@/core/layers';
import { sheetsToStart } from '@/core/sheets';
import { inkOfRun, withRunOrder, type Run } from '@/records';
import { BLOCK_WORDS, wordOfLab } from '../kit/colours';
import { CoreSample, type SamplePoint } from '../kit/CoreSample';
import { usePrintDesk } from '../kit/printContext';
import { LookCanvas } from './LookCanvas';
import { Thumb } from '../kit/Thumb';

/** Runs: the progress sheet. Columns are runs; rows are look, film, cut and figures. */
export function RunsView() {
  const desk = usePrintDesk();
  const { state, progress, looks, selectedRun, selectRun, change } = desk;
  const { plan } = state;
  const [point, setPoint] = useState<SamplePoint>();
  const [large, setLarge] = useState(false);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }), useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }));
  const closed = progress.closedRuns;
  const { started } = progress.bench;
  const sheets = useMemo(() => (started ? started.counted + started.tests : sheetsToStart(plan.sheets, Math.max(1, plan.runs.length), state.belief).total), [started, plan.sheets, plan.runs.length, state.belief]);
  const ids = plan.runs.map((run) => run.id);
  const reorder = (from: number, to: number) => {
    if (from < closed || to < closed || to >= ids.length || from === to) return;
    selectRun(to + 1);
    void change('runs reordered', (p) => {
      const order = p.runs.map((run) => run.colourId);
      order.splice(to, 0, ...order.splice(from, 1));
      return withRunOrder(p, order);
    });
  };
  useHotkeys('alt+left, alt+right', (e) => {
    e.preventDefault();
    if (selectedRun > 0) reorder(selectedRun - 1, selectedRun - 1 + (e.key === 'ArrowLeft' ? -1 : 1));
  });
  if (!plan.flat || !looks) {
    return <div className="work" style={{ gridTemplateColumns: '1fr' }}><div className="stage"><div className="drop"><h1>No runs yet</h1><p className="note">The runs come from the flat colours of the picture.</p><Link href={desk.urls.page('picture')}>To the picture</Link></div></div></div>;
  }
  const onDragEnd = ({ active, over }: DragEndEvent) => over && reorder(ids.indexOf(String(active.id)), ids.indexOf(String(over.id)));
  const lightToDark = [...plan.runs].slice(closed).sort((a, b) => lightness(a) - lightness(b));
  function lightness(run: Run): number {
    return -plan.flat!.colours.find((c) => c.id === run.colourId)!.wantedLabD50[0];
  }
  const inOrder = lightToDark.every((run, i) => run.id === plan.runs[closed + i].id);
  return (
    <div className="work">
      {large ? (
        <div className="stage">
          <div className="row between"><h1>{selectedRun === 0 ? 'Bare paper' : `After run ${selectedRun}`}</h1><Button onClick={() => setLarge(false)}>Back to the progress sheet</Button></div>
          <LookCanvas run={selectedRun} onPoint={setPoint} />
        </div>
      ) : (
        <DndContext sensors={sensors} autoScroll={false} collisionDetection={closestCenter} onDragEnd={onDragEnd}>
          <SortableContext items={ids} strategy={horizontalListSortingStrategy}>
            <div className="progress" style={{ gridTemplateColumns: `56px repeat(${ids.length}, minmax(118px, 1fr))`, gridTemplateRows: 'repeat(5, auto)' }}>
              <div style={{ gridRow: '1 / 6', display: 'grid', gridTemplateRows: 'subgrid' }}>
                <span />
                <span className="rowname">look after</span>
                <span className="rowname">film laid</span>
                <span className="rowname">cut before<br /><span className="madder">block, mirrored</span></span>
                <span className="rowname">figures</span>
              </div>
              {plan.runs.map((run, i) => <Column key={run.id} run={run} index={i} sheets={sheets} onPoint={setPoint} onMove={(by) => reorder(i, i + by)} onLarge={() => { selectRun(i + 1); setLarge(true); }} />)}
            </div>
          </SortableContext>
        </DndContext>
      )}
      <aside className="side">
        <section>
          <h2>{closed === plan.runs.length ? 'All runs are printed' : closed > 0 ? 'From here on' : 'The whole print'}</h2>
          <p>mean ΔE <strong className="num">{looks.agreement.mean.toFixed(1)}</strong>, worst <strong className="num">{looks.agreement.worst.toFixed(1)}</strong> ({wordForDifference(looks.agreement.worst)}) · {plan.runs.length} runs, {plan.runs.length} films at the deepest point</p>
          {closed > 0 && <p className="note">{closed === 1 ? 'Run 1 is' : `Runs 1 to ${closed} are`} closed: printed or cut away.</p>}
          <p className="note" style={{ marginTop: 6 }}>Prediction from each ink’s colour and opacity alone: typically 3 to 6 ΔE off, more if inking varies.</p>
          {!inOrder && <Button sx={{ mt: 1 }} onClick={() => void change('light to dark', (p) => withRunOrder(p, [...p.runs.slice(0, closed).map((r) => r.colourId), ...lightToDark.map((r) => r.colourId)]))}>Order light to dark</Button>}
        </section>
        {selectedRun > 0 && <InkPanel run={plan.runs[selectedRun - 1]} index={selectedRun - 1} />}
        <CoreSample point={point} />
      </aside>
    </div>
  );
}

interface ColumnProps { readonly run: Run; readonly index: number; readonly sheets: number; readonly onPoint: (point: SamplePoint | undefined) => void; readonly onMove: (by: number) => void; readonly onLarge: () => void }

function Column({ run, index, sheets, onPoint, onMove, onLarge }: ColumnProps) {
  const desk = usePrintDesk();
  const { state, progress, looks, coverage, selectedRun, selectRun } = desk;
  const { plan } = state;
  const flat = plan.flat!;
  const closed = index < progress.closedRuns;
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({ id: run.id, disabled: closed });
  const ink = inkOfRun(plan, run);
  const ids = flat.colours.map((c) => c.id);
  const cut = useMemo(() => reductionStates(plan.runs.map((r) => r.colourId), flat.barePaperId ?? undefined)[index], [plan.runs, flat.barePaperId, index]);
  const look = useMemo(() => looks!.looks[index + 1].map(wordOfLab), [looks, index]);
  const paper = wordOfLab(plan.paper.labD50), solid = wordOfLab(ink.solidLabD50);
  const film = useMemo(() => ids.map((id) => (cut.standing.includes(id) ? solid : paper)), [ids, cut, solid, paper]);
  const blockFills = useMemo(() => ids.map((id) => (cut.standing.includes(id) ? BLOCK_WORDS.standing : cut.cutNow.includes(id) ? BLOCK_WORDS.cutFill : BLOCK_WORDS.cleared)), [ids, cut]);
  const blockStrokes = useMemo(() => ids.map((id, i) => (cut.cutNow.includes(id) ? BLOCK_WORDS.cutStroke : blockFills[i])), [ids, cut, blockFills]);
  const on = selectedRun === index + 1;
  const pointAt = (e: React.PointerEvent) => {
    const { picture } = plan;
    if (!coverage || !picture) return;
    const bounds = e.currentTarget.getBoundingClientRect();
    const u = (e.clientX - bounds.left) / bounds.width, v = (e.clientY - bounds.top) / bounds.height;
    const cell = Math.min(coverage.height - 1, Math.floor(v * coverage.height)) * coverage.width + Math.min(coverage.width - 1, Math.floor(u * coverage.width));
    let label = 0;
    for (let l = 1; l < coverage.labelCount; l++) if (coverage.bytes[l * coverage.width * coverage.height + cell] > coverage.bytes[label * coverage.width * coverage.height + cell]) label = l;
    onPoint({ label, xMm: u * picture.widthMm, yMm: v * picture.heightMm });
  };
  const blank = <span style={{ display: 'block', aspectRatio: plan.picture ? `${plan.picture.widthMm} / ${plan.picture.heightMm}` : '4 / 3', background: 'var(--sheet)' }} />;
  return (
    <section ref={setNodeRef} className="col" style={{ gridRow: '1 / 6', display: 'grid', gridTemplateRows: 'subgrid', transform: CSS.Translate.toString(transform && { ...transform, y: 0 }), transition: transition ?? undefined }} aria-label={`Run ${index + 1}, ${ink.name}`}>
      <div className={on ? 'colhead on' : 'colhead'} onClick={() => selectRun(index + 1)}>
        <div className="top1">
          <h2><button type="button" className="bare" onClick={() => selectRun(index + 1)}>Run {index + 1}</button></h2>
          {closed ? <span className="quiet">closed</span> : (
            <span className="num">
              <button type="button" className="grip" aria-label={`Move run ${index + 1} earlier`} disabled={index - 1 < progress.closedRuns} onClick={(e) => { e.stopPropagation(); onMove(-1); }}>‹</button>
              <button type="button" className="grip" {...attributes} {...listeners} aria-label={`Drag run ${index + 1} to another place`}>move</button>
              <button type="button" className="grip" aria-label={`Move run ${index + 1} later`} disabled={index === plan.runs.length - 1} onClick={(e) => { e.stopPropagation(); onMove(1); }}>›</button>
            </span>
          )}
        </div>
        <p style={{ whiteSpace: 'nowrap', overflow: 'hidden', textOverflow: 'ellipsis' }}><span className="swatch" style={{ background: hexFromLabD50(ink.solidLabD50) }} aria-hidden /> {ink.name}</p>
      </div>
      <div className="thumb">
        <button type="button" className="bare" style={{ width: '100%', cursor: 'zoom-in' }} onClick={onLarge} onPointerMove={pointAt} aria-label={`Look closely at the sheet after run ${index + 1}`}>
          {coverage ? <Thumb coverage={coverage} fills={look} label={`The sheet after run ${index + 1}`} /> : blank}
        </button>
      </div>
      <div className="thumb" onPointerMove={pointAt}>{coverage ? <Thumb coverage={coverage} fills={film} label={`What run ${index + 1} lays down`} /> : blank}</div>
      <div className="thumb">{coverage ? <Thumb coverage={coverage} fills={blockFills} strokes={blockStrokes} mirrored label={`The block before run ${index + 1}, mirrored; hatched is cut now`} /> : blank}</div>
      <Figures run={run} index={index} sheets={sheets} />
    </section>
  );
}

function Figures({ run, index, sheets }: { run: Run; index: number; sheets: number }) {
  const { state, looks } = usePrintDesk();
  const { plan } = state;
  const flat = plan.flat!;
  const areaCm2 = (plan.picture!.widthMm * plan.picture!.heightMm) / 100;
  const share = (id: string) => flat.colours.find((c) => c.id === id)!.areaShare;
  const states = reductionStates(plan.runs.map((r) => r.colourId), flat.barePaperId ?? undefined)[index];
  const standing = states.standing.reduce((sum, id) => sum + share(id), 0);
  const cutCm2 = states.cutNow.reduce((sum, id) => sum + share(id), 0) * areaCm2;
  const ink = inkForRun(standing * areaCm2, sheets, run.impressions);
  const label = flat.colours.findIndex((c) => c.id === run.colourId);
  const off = looks!.agreement.deltaE[label];
  const below = looks!.stacks[label].filter((r) => r < index).length;
  const thin = flat.colours[label].thinnestMm;
  return (
    <dl className="figures">
      <dt>stands</dt><dd>{(standing * areaCm2).toFixed(0)} cm²</dd>
      <dt /><dd className="quiet">{(100 * standing).toFixed(0)} %</dd>
      <dt>cut now</dt><dd>{cutCm2.toFixed(0)} cm²</dd>
      <dt>ink</dt><dd title={`${ink.millilitres.toFixed(1)} ml, ${ink.teaspoons.toFixed(1)} teaspoons, for ${sheets} sheets; start values`}>{ink.grams < 10 ? ink.grams.toFixed(1) : ink.grams.toFixed(0)} g</dd>
      <dt>off wanted</dt><dd className={off >= 3 ? 'madder' : undefined}>ΔE {off.toFixed(1)}</dd>
      <dt>films below</dt><dd>{below}</dd>
      {looks!.uncovered[index] && <dd className="whole madder" style={{ textAlign: 'left' }}>this light ink does not cover what lies below</dd>}
      {thin !== undefined && thin < 0.5 && <dd className="whole ochre" style={{ textAlign: 'left' }}>as thin as {thin} mm{below > 0 ? `, under ${below} film${below === 1 ? '' : 's'}` : ''}</dd>}
    </dl>
  );
}

const OPACITY_WORDS: Record<Opacity, string> = { opaque: 'opaque: hides what lies below', half: 'half: lets some through', transparent: 'transparent: colours what lies below' };

function InkPanel({ run, index }: { run: Run; index: number }) {
  const { state, change, progress } = usePrintDesk();
  const ink = inkOfRun(state.plan, run);
  const closed = index < progress.closedRuns;
  return (
    <section>
      <h2>Ink of run {index + 1}</h2>
      <div style={{ display: 'grid', gap: 12, marginTop: 10 }}>
        <TextField select label="Opacity" value={ink.opacity} disabled={closed} onChange={(e) => void change('opacity changed', (p) => ({ ...p, inks: p.inks.map((i) => (i.id === ink.id ? { ...i, opacity: e.target.value as Opacity } : i)) }))}>
          {(Object.keys(OPACITY_WORDS) as Opacity[]).map((o) => <MenuItem key={o} value={o}>{OPACITY_WORDS[o]}</MenuItem>)}
        </TextField>
        <TextField select label="Impressions" value={run.impressions} disabled={closed} onChange={(e) => void change('impressions changed', (p) => ({ ...p, runs: p.runs.map((r) => (r.id === run.id ? { ...r, impressions: Number(e.target.value) as 1 | 2 } : r)) }))}>
          <MenuItem value={1}>one film</MenuItem>
          <MenuItem value={2}>printed twice: two thin films</MenuItem>
        </TextField>
      </div>
    </section>
  );
}
