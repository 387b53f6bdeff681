'use client';
import { Explained } from '@/ui/kit/glossary/Explained';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Dialog from '@mui/material/Dialog';
import FormControlLabel from '@mui/material/FormControlLabel';
import clsx from 'clsx';
import { useCallback, useMemo } from 'react';
import { roundTo } from '@/core/numeric';
import { formatLength } from '@/words/lengths';
import { keyRunOf, shapesOpen, withKeyAt } from '@/derived';
import { KEY_PLACES, KEY_SMOOTH_MM, KEY_WIDTH_MM } from '@/model';
import { Choice } from '@/ui/kit/Choice';
import { BLOCK_WORDS, wordOfLab } from '@/ui/kit/colours';
import { LabFields, LengthField } from '@/ui/kit/fields';
import { pathOfMm } from '@/ui/kit/paths';
import { usePrintDesk } from '@/ui/kit/printContext';
import { SheetCanvas, type PaintView } from '@/ui/kit/SheetCanvas';
import type { SheetHandle } from '@/ui/kit/SheetHandles';
import { kit } from '@/ui/kit/styles';
import { Swatch } from '@/ui/kit/Swatch';
import { TOKENS } from '@/ui/theme/tokens';
import { keyWords } from '@/words/key';
import { useMeetings } from '../useMeetings';
import css from './KeyDialog.module.css';
import { DrawnSource } from './DrawnSource';
import { KEY_SOURCES, useKeyDrawing, type KeyDrawing } from './useKeyDrawing';

/** No more pieces are listed: the longest first. */
const LISTED = 30;

/** A key drawing made from chosen edges of the flat colours. */
export default function KeyDialog({ onClose }: { readonly onClose: () => void }) {
  const { plan, progress } = usePrintDesk('plan', 'progress');
  const drawing = useKeyDrawing(onClose);
  const open = shapesOpen(plan, progress);
  return (
    <Dialog open fullScreen onClose={onClose} aria-labelledby="key-drawing">
      <div className={kit.wholeWindow}>
        <header className={kit.wholeHead}>
          <h1 id="key-drawing">{keyWords('title')}</h1>
          <Button onClick={onClose}>{keyWords('close')}</Button>
        </header>
        <div className={clsx(kit.work, css.body)}>
          <div className={kit.stage}>
            <KeyMap drawing={drawing} />
          </div>
          <aside className={kit.side} tabIndex={0} aria-label={keyWords('title')}>
            <section>
              <p className={kit.note}>{keyWords('says')}</p>
              {drawing.problem && (
                <p className={clsx(kit.say, kit.bad, kit.above8)} role="alert">
                  {drawing.problem}
                </p>
              )}
            </section>
            {open ? (
              <>
                <Choice
                  label={keyWords('source.label')}
                  value={drawing.source}
                  options={KEY_SOURCES.map((one) => [one, keyWords(`source.${one}`)] as const)}
                  onChange={drawing.setSource}
                />
                {drawing.source === 'edges' ? (
                  <>
                    <Edges drawing={drawing} />
                    <Lines drawing={drawing} />
                    <Pieces drawing={drawing} />
                  </>
                ) : (
                  <DrawnSource drawn={drawing.drawn} />
                )}
                <Acts drawing={drawing} />
              </>
            ) : (
              <p className={clsx(kit.say, kit.wait)}>{keyWords('closed')}</p>
            )}
            <Place />
          </aside>
        </div>
      </div>
    </Dialog>
  );
}

/** The flat colours with the lines over them; a click on a line leaves it out. */
function KeyMap({ drawing }: { readonly drawing: KeyDrawing }) {
  const { plan, sheetWorker, unit } = usePrintDesk('plan', 'sheetWorker', 'unit');
  const { raster } = plan.picture!,
    flat = plan.flat!;
  const styles = useMemo(
    () =>
      flat.colours.map(({ id, wantedLabD50 }) => ({
        fill: wordOfLab(id === flat.barePaperId ? plan.paper.labD50 : wantedLabD50),
      })),
    [flat, plan.paper.labD50],
  );
  const handles = useDrawnHandle(drawing);
  const paint: PaintView = useCallback(
    async (view, width, height) => {
      const backdrop = BLOCK_WORDS.backdrop;
      const answer = await sheetWorker.ask('paint', { what: 'labels', styles, view, width, height, backdrop });
      return answer.ok ? answer.value : undefined;
    },
    [sheetWorker, styles],
  );
  return (
    <SheetCanvas
      widthPx={raster.widthPx}
      heightPx={raster.heightPx}
      mmPerPx={raster.mmPerPx}
      unit={unit}
      label={keyWords('overSheet')}
      paint={paint}
      onPick={(x, y) => {
        const piece = drawing.pieceAt((x + 0.5) * raster.mmPerPx, (y + 0.5) * raster.mmPerPx);
        if (piece !== undefined) drawing.turn(piece);
      }}
      handles={handles}
      overlay={(mm) => <KeyLines drawing={drawing} mm={mm} />}
    />
  );
}

/** The drawing taken hold of in the middle of the print. */
function useDrawnHandle({ source, drawn: { outlinesMm, by, setBy } }: KeyDrawing): readonly SheetHandle[] {
  const { plan, unit } = usePrintDesk('plan', 'unit');
  if (source !== 'drawing' || !outlinesMm) return [];
  const { widthMm, heightMm } = plan.picture!;
  return [
    {
      id: 'drawing',
      label: keyWords('drawn.handle', { x: formatLength(by.xMm, unit), y: formatLength(by.yMm, unit) }),
      ...{ xMm: widthMm / 2 + by.xMm, yMm: heightMm / 2 + by.yMm },
      onMove: (xMm, yMm) => setBy({ xMm: roundTo(xMm - widthMm / 2, 1), yMm: roundTo(yMm - heightMm / 2, 1) }),
    },
  ];
}

function KeyLines({ drawing, mm }: { readonly drawing: KeyDrawing; readonly mm: number }) {
  const { pieces, leftOut, lines, source, drawn } = drawing;
  if (source === 'drawing')
    return drawn.outlinesMm ? (
      <path d={pathOfMm(drawn.outlinesMm, true)} fill={TOKENS.ink} fillRule="evenodd" data-testid="key-drawn" />
    ) : null;
  return (
    <g fill="none" strokeLinejoin="round" strokeLinecap="round" role="img" aria-label={keyWords('overlay')}>
      {(pieces ?? []).map(({ pointsMm }, i) => (
        <path
          key={i}
          d={pathOfMm([pointsMm], false)}
          data-testid={leftOut.has(i) ? 'key-left-out' : 'key-line'}
          stroke={leftOut.has(i) ? TOKENS.madder : TOKENS.ink}
          strokeWidth={leftOut.has(i) ? 1.6 * mm : lines.widthMm}
          strokeDasharray={leftOut.has(i) ? `${4 * mm} ${4 * mm}` : undefined}
        />
      ))}
    </g>
  );
}

/** Which colours' common edges are drawn. */
function Edges({ drawing: { colours, chosen, choose, keyLabel } }: { readonly drawing: KeyDrawing }) {
  const { plan, unit } = usePrintDesk('plan', 'unit');
  const meetings = useMeetings();
  const count = plan.flat!.colours.length;
  // the meetings are those of the map with the key on it: where one lies already, any two colours may meet under it
  const pairs = colours
    .flatMap((a, i) => colours.slice(i + 1).map((b, k) => ({ a, b, pair: i * 256 + i + 1 + k })))
    .map((one) => {
      const at = (id: string) => plan.flat!.colours.findIndex((c) => c.id === id);
      return { ...one, lengthMm: meetings?.bordersMm[at(one.a.id) * count + at(one.b.id)] ?? 0 };
    })
    .filter(({ lengthMm }) => keyLabel >= 0 || lengthMm > 0)
    .sort((p, q) => q.lengthMm - p.lengthMm);
  return (
    <section>
      <h2>{keyWords('edges')}</h2>
      {!meetings && <p className={kit.note}>{keyWords('measuring')}</p>}
      <div className={clsx(kit.row, kit.gap6, kit.above6)}>
        <Button
          disabled={!meetings}
          onClick={() =>
            choose(
              pairs.map(({ pair }) => pair),
              true,
            )
          }
        >
          {keyWords('all')}
        </Button>
        <Button disabled={chosen.size === 0} onClick={() => choose([...chosen], false)}>
          {keyWords('none')}
        </Button>
      </div>
      <ul className={css.pairs}>
        {pairs.map(({ a, b, pair, lengthMm }) => (
          <li key={pair}>
            <FormControlLabel
              control={
                <Checkbox size="small" checked={chosen.has(pair)} onChange={(e) => choose([pair], e.target.checked)} />
              }
              label={
                <span className={kit.small}>
                  <Swatch lab={a.wantedLabD50} /> <Swatch lab={b.wantedLabD50} />{' '}
                  {keyWords('edge', { a: a.name, b: b.name })}
                  {lengthMm > 0 && <span className={clsx(kit.quiet, kit.num)}> {formatLength(lengthMm, unit, 0)}</span>}
                </span>
              }
            />
          </li>
        ))}
      </ul>
    </section>
  );
}

/** How the lines are. */
function Lines({ drawing: { lines, setLines } }: { readonly drawing: KeyDrawing }) {
  const { unit } = usePrintDesk('unit');
  return (
    <section>
      <h2>
        <Explained term="key">{keyWords('lines')}</Explained>
      </h2>
      <div className={clsx(kit.fields, kit.above10)}>
        <LengthField
          label={keyWords('width')}
          valueMm={lines.widthMm}
          unit={unit}
          range={KEY_WIDTH_MM}
          onChange={(widthMm) => setLines({ widthMm })}
        />
        <LengthField
          label={keyWords('smooth')}
          valueMm={lines.smoothMm}
          unit={unit}
          range={KEY_SMOOTH_MM}
          onChange={(smoothMm) => setLines({ smoothMm })}
        />
        <LengthField
          label={keyWords('taper')}
          valueMm={lines.taperMm}
          unit={unit}
          range={KEY_SMOOTH_MM}
          onChange={(taperMm) => setLines({ taperMm })}
        />
      </div>
      <div className={kit.above10}>
        <LabFields name={keyWords('colour')} lab={lines.labD50} onChange={(labD50) => setLines({ labD50 })} />
      </div>
      <p className={clsx(kit.note, kit.above6)}>{keyWords('trap', { trap: formatLength(lines.widthMm / 2, unit) })}</p>
    </section>
  );
}

/** Piece by piece, for those who do not click. */
function Pieces({ drawing: { pieces = [], leftOut, turn, colours } }: { readonly drawing: KeyDrawing }) {
  const { unit } = usePrintDesk('unit');
  const listed = pieces
    .map((piece, number) => ({ ...piece, number }))
    .sort((a, b) => b.lengthMm - a.lengthMm)
    .slice(0, LISTED);
  return (
    <section>
      <h2>{keyWords('pieces')}</h2>
      <p className={kit.note} aria-live="polite" data-testid="key-pieces">
        {keyWords('piecesSay', { pieces: pieces.length, left: leftOut.size })}
      </p>
      <ul className={css.pairs}>
        {listed.map(({ a, b, lengthMm, number }) => (
          <li key={number}>
            <FormControlLabel
              control={<Checkbox size="small" checked={!leftOut.has(number)} onChange={() => turn(number)} />}
              label={
                <span className={kit.small}>
                  {keyWords('piece', {
                    ...{ a: colours[a]?.name ?? '', b: colours[b]?.name ?? '' },
                    length: formatLength(lengthMm, unit, 0),
                  })}
                </span>
              }
            />
          </li>
        ))}
      </ul>
    </section>
  );
}

function Acts({ drawing }: { readonly drawing: KeyDrawing }) {
  const { drawable, busy, keyLabel, draw, takeAway } = drawing;
  return (
    <section className={clsx(kit.row, kit.gap6)}>
      <Button variant="contained" color="primary" disabled={busy || !drawable} onClick={() => void draw()}>
        {keyWords(keyLabel < 0 ? 'draw' : 'again')}
      </Button>
      {keyLabel >= 0 && (
        <Button disabled={busy} onClick={() => void takeAway()}>
          {keyWords('away')}
        </Button>
      )}
      <span role="status" className={kit.note}>
        {busy ? keyWords('drawing') : ''}
      </span>
    </section>
  );
}

/** Whether the key is printed first or last, and what that does. */
function Place() {
  const { plan, change } = usePrintDesk('plan', 'change');
  const run = keyRunOf(plan),
    { begins } = plan.way;
  const place = run === 0 ? 'first' : run > 0 && run === plan.runs.length - 1 ? 'last' : begins.key;
  const set = (next: (typeof KEY_PLACES)[number]) => {
    void change({ kind: 'way-set', part: { begins: { ...begins, key: next } } });
    const runIds = withKeyAt(plan, next);
    if (runIds) void change({ kind: 'runs-ordered', runIds });
  };
  return (
    <section>
      <Choice
        label={keyWords('place')}
        value={place}
        options={KEY_PLACES.map((one) => [one, keyWords(`places.${one}`)] as const)}
        onChange={set}
      />
      <p className={clsx(kit.note, kit.above6)}>{keyWords(`placeSays.${place}`)}</p>
    </section>
  );
}
