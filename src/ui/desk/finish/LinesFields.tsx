'use client';
import { perLanguage } from '@/words/language';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { useState } from 'react';
import { FOLD_PLACE_MM, LINE_ACTS, PANELS_RANGE, TRAY_SIDE_MM } from '@/core/finishing';
import { formatLength } from '@/words/lengths';
import { foldedIntoPanels, foldedIntoTray, foldedPiece } from '@/derived';
import { MOST_DRAWN_LINES, type FinishingLine } from '@/model';
import { newId } from '@/session';
import { Choice } from '@/ui/kit/Choice';
import { CountField, LengthField } from '@/ui/kit/fields';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { inWords } from '@/words/failures';
import { finishWords } from '@/words/finish';
import { useFinishing } from './FinishFields';
import css from './finish.module.css';
import { LOOKS } from './lineLooks';

const actsSaid = perLanguage(() => LINE_ACTS.map((act) => [act, finishWords(`lines.acts.${act}`)] as const));
const BEGINNINGS = ['panels', 'rows', 'tray'] as const;
type Beginning = (typeof BEGINNINGS)[number];
const beginSaid = perLanguage(() => BEGINNINGS.map((one) => [one, finishWords(`lines.${one}`)] as const));

interface Props {
  readonly chosen: FinishingLine | undefined;
  readonly onChoose: (id: string | undefined) => void;
}

/** Cuts and folds drawn on each piece: begun as panels or a box, then moved one by one. */
export function LinesFields({ chosen, onChoose }: Props) {
  const { plan } = usePrintDesk('plan'),
    { lines } = plan.finishing;
  const set = useFinishing();
  const piece = foldedPiece(plan);
  const full = lines.length >= MOST_DRAWN_LINES;
  const add = () => {
    if (!piece) return;
    const id = newId(),
      xMm = Math.round(piece.xMm + piece.widthMm / 2);
    set({
      lines: [
        ...lines,
        { id, does: 'valley', fromMm: { xMm, yMm: piece.yMm }, toMm: { xMm, yMm: piece.yMm + piece.heightMm } },
      ],
    });
    onChoose(id);
  };
  return (
    <section className={clsx(kit.stack, kit.gap12)}>
      <h2>{finishWords('lines.title')}</h2>
      <p className={kit.note}>{finishWords('lines.says')}</p>
      <BeginWith onLay={(laid) => set({ lines: laid })} />
      <LineList chosen={chosen} onChoose={onChoose} />
      <div className={kit.row}>
        <Button
          onClick={add}
          disabled={full}
          title={full ? finishWords('lines.full', { most: MOST_DRAWN_LINES }) : undefined}
        >
          {finishWords('lines.add')}
        </Button>
        {lines.length > 0 && (
          <Button
            onClick={() => {
              set({ lines: [] });
              onChoose(undefined);
            }}
          >
            {finishWords('lines.clear')}
          </Button>
        )}
      </div>
      {chosen && <LineFields key={chosen.id} line={chosen} onChoose={onChoose} />}
    </section>
  );
}

interface BeginProps {
  readonly onLay: (lines: readonly FinishingLine[]) => void;
}

/** Lines of a card, a leporello or a box, to begin with. */
function BeginWith({ onLay }: BeginProps) {
  const { plan, unit } = usePrintDesk('plan', 'unit');
  const [how, setHow] = useState<Beginning>('panels');
  const [panels, setPanels] = useState(2);
  const [tray, setTray] = useState({ lengthMm: 60, widthMm: 40, heightMm: 20 });
  const there = plan.finishing.lines.length;
  const lay = () => {
    const as = newId();
    onLay(
      how === 'tray'
        ? foldedIntoTray(plan, tray, as)
        : foldedIntoPanels(plan, panels, how === 'panels' ? 'upright' : 'level', as),
    );
  };
  const side = (of: 'length' | 'width' | 'height') => (
    <LengthField
      label={finishWords(`lines.${of}`)}
      valueMm={tray[`${of}Mm`]}
      range={{ ...TRAY_SIDE_MM, what: inWords(TRAY_SIDE_MM.what) }}
      unit={unit}
      onChange={(mm) => setTray({ ...tray, [`${of}Mm`]: mm })}
    />
  );
  return (
    <>
      <Choice label={finishWords('lines.begin')} value={how} options={beginSaid()} onChange={setHow} />
      {how === 'tray' ? (
        <>
          <div className={css.sides}>
            {side('length')}
            {side('width')}
            {side('height')}
          </div>
          <p className={kit.note}>{finishWords('lines.lid')}</p>
        </>
      ) : (
        <CountField
          label={finishWords('lines.count')}
          value={panels}
          range={{ ...PANELS_RANGE, what: inWords(PANELS_RANGE.what) }}
          onChange={setPanels}
        />
      )}
      <Button onClick={lay}>
        {there > 0 ? finishWords('lines.layAnew', { lines: there }) : finishWords('lines.lay')}
      </Button>
    </>
  );
}

function LineList({ chosen, onChoose }: Props) {
  const { plan, unit } = usePrintDesk('plan', 'unit'),
    { lines } = plan.finishing;
  if (lines.length === 0) return <p className={kit.note}>{finishWords('lines.none')}</p>;
  return (
    <ol className={css.lines} aria-label={finishWords('lines.list')}>
      {lines.map((line, i) => (
        <li key={line.id}>
          <button
            type="button"
            className={css.line}
            aria-pressed={line.id === chosen?.id}
            onClick={() => onChoose(line.id === chosen?.id ? undefined : line.id)}
          >
            <svg width="34" height="8" aria-hidden>
              <line x1="0" y1="4" x2="34" y2="4" className={LOOKS[line.does]} />
            </svg>
            {finishWords('lines.line', {
              number: i + 1,
              does: finishWords(`lines.acts.${line.does}`),
              length: formatLength(lengthMm(line), unit),
            })}
          </button>
        </li>
      ))}
    </ol>
  );
}

const lengthMm = ({ fromMm, toMm }: FinishingLine) => Math.hypot(toMm.xMm - fromMm.xMm, toMm.yMm - fromMm.yMm);

interface LineProps {
  readonly line: FinishingLine;
  readonly onChoose: (id: string | undefined) => void;
}

/** The chosen line: what is done along it, and where it lies. */
function LineFields({ line, onChoose }: LineProps) {
  const { plan, unit } = usePrintDesk('plan', 'unit'),
    { lines } = plan.finishing;
  const set = useFinishing();
  const changed = (part: Partial<FinishingLine>) =>
    set({ lines: lines.map((one) => (one.id === line.id ? { ...one, ...part } : one)) });
  const place = (label: 'fromX' | 'fromY' | 'toX' | 'toY', end: 'fromMm' | 'toMm', of: 'xMm' | 'yMm') => (
    <LengthField
      label={finishWords(`lines.${label}`)}
      valueMm={line[end][of]}
      range={{ ...FOLD_PLACE_MM, what: inWords(FOLD_PLACE_MM.what) }}
      unit={unit}
      onChange={(mm) => changed({ [end]: { ...line[end], [of]: mm } })}
    />
  );
  return (
    <>
      <Choice
        label={finishWords('lines.does')}
        value={line.does}
        options={actsSaid()}
        onChange={(does) => changed({ does })}
      />
      <div className={css.places}>
        {place('fromX', 'fromMm', 'xMm')}
        {place('fromY', 'fromMm', 'yMm')}
        {place('toX', 'toMm', 'xMm')}
        {place('toY', 'toMm', 'yMm')}
      </div>
      <Button
        onClick={() => {
          set({ lines: lines.filter(({ id }) => id !== line.id) });
          onChoose(undefined);
        }}
      >
        {finishWords('lines.remove')}
      </Button>
    </>
  );
}
