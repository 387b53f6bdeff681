'use client';
import { inWords } from '@/words/failures';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState, type Dispatch, type SetStateAction } from 'react';
import { deltaE2000, hexFromLabD50, type Lab } from '@/core/colour';
import { filmOver, filmWeightReaching, groundOf, internalOnGround, labFromInternal, type Film } from '@/core/inks';
import type { ReadingSource, Drawdown, NamedReading, Reading, StoredInk } from '@/model';
import { DARKEST_ASSUMED, filmOfCabinetInk } from '@/derived';
import { LabFields } from '../../kit/fields';
import { newId } from '@/session';
import { usePrintDesk } from '../../kit/printContext';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './DrawdownPanel.module.css';
import { FileButton } from '@/ui/kit/FileButton';
import { dayOf } from '@/words/dates';
import { inksWords } from '@/words/inks';
import { quantity } from '@/words/quantities';
import { filmInWords } from '@/words/films';

const SLOTS = [
  { id: 'paper', words: inksWords('drawdown.barePaper'), over: 'paper', film: 'none' },
  { id: 'black', words: inksWords('drawdown.bareBlackStrip'), over: 'black', film: 'none' },
  { id: 'overPaper', words: inksWords('drawdown.fullFilmOverPaper'), over: 'paper', film: 'full' },
  { id: 'overBlack', words: inksWords('drawdown.fullFilmOverBlack'), over: 'black', film: 'full' },
  { id: 'thinOverPaper', words: inksWords('drawdown.thinFilmOverPaper'), over: 'paper', film: 'thin' },
] as const;
type Slot = (typeof SLOTS)[number]['id'];
type Draft = Partial<Record<Slot, Reading>>;

interface Props {
  readonly ink: StoredInk;
  readonly onSave: (drawdowns: readonly Drawdown[], colour?: Reading) => Promise<void>;
}

/** The drawdown card: readings taken, typed or brought in; the card as the film predicts it beside what was read. */
export function DrawdownPanel({ ink, onSave }: Props) {
  const card = ink.drawdowns.at(-1);
  const [draft, setDraft] = useState<Draft>();
  const [reading, setReading] = useState<string>();
  const [source, setSource] = useState<ReadingSource>('typed');
  const [samples, setSamples] = useState<readonly NamedReading[]>();
  const { keep, readCard, open } = useDrawdownActs(
    setReading,
    ink,
    setSource,
    setDraft,
    setSamples,
    draft,
    source,
    onSave,
  );
  return (
    <section aria-label={inksWords('drawdown.drawdown')}>
      <h3>{inksWords('drawdown.drawdown')}</h3>
      {card && !draft && <Card ink={ink} card={card} />}
      {!card && !draft && <p className={kit.note}>{inksWords('drawdown.drawAThinAnd')}</p>}
      {reading && (
        <p role="status" className={clsx(kit.note, kit.above8)}>
          {reading}
        </p>
      )}
      {draft && (
        <DraftFields
          draft={draft}
          samples={samples}
          ink={ink}
          setDraft={setDraft}
          source={source}
          setSource={setSource}
          keep={keep}
          setSamples={setSamples}
        />
      )}
      {!draft && (
        <DrawdownStart reading={reading} readCard={readCard} setSource={setSource} setDraft={setDraft} open={open} />
      )}
    </section>
  );
}

interface DrawdownStartProps {
  readonly reading: string | undefined;
  readonly readCard: () => Promise<void>;
  readonly setSource: Dispatch<SetStateAction<'reader' | 'typed' | 'file'>>;
  readonly setDraft: Dispatch<
    SetStateAction<
      Partial<Record<'paper' | 'black' | 'overPaper' | 'overBlack' | 'thinOverPaper', Reading>> | undefined
    >
  >;
  readonly open: (file: File | undefined) => Promise<void>;
}

function DrawdownStart({ reading, readCard, setSource, setDraft, open }: DrawdownStartProps) {
  return (
    <div className={clsx(kit.row, kit.above8)}>
      <Button disabled={reading !== undefined} onClick={() => void readCard()}>
        {inksWords('drawdown.readACardWith')}
      </Button>
      <Button
        onClick={() => {
          setSource('typed');
          setDraft({});
        }}
      >
        {inksWords('drawdown.typeReadingsIn')}
      </Button>
      <FileButton
        label={inksWords('drawdown.measurementFileOfThe')}
        accept=".txt,.cgats,text/plain"
        onFile={(file) => void open(file)}
      >
        {inksWords('drawdown.fromACgatsFile')}
      </FileButton>
    </div>
  );
}

interface DraftFieldsProps {
  readonly draft: Partial<Record<'paper' | 'black' | 'overPaper' | 'overBlack' | 'thinOverPaper', Reading>>;
  readonly samples: readonly NamedReading[] | undefined;
  readonly ink: StoredInk;
  readonly setDraft: Dispatch<
    SetStateAction<
      Partial<Record<'paper' | 'black' | 'overPaper' | 'overBlack' | 'thinOverPaper', Reading>> | undefined
    >
  >;
  readonly source: 'reader' | 'typed' | 'file';
  readonly setSource: Dispatch<SetStateAction<'reader' | 'typed' | 'file'>>;
  readonly keep: () => Promise<void>;
  readonly setSamples: Dispatch<SetStateAction<readonly NamedReading[] | undefined>>;
}

/** The fields of a drawdown as read or typed, before they are kept. */
function DraftFields({ draft, samples, ink, setDraft, source, setSource, keep, setSamples }: DraftFieldsProps) {
  return (
    <div className={clsx(kit.stack, kit.gap10, kit.around8)}>
      {SLOTS.map((slot) => (
        <SlotFields
          key={slot.id}
          words={slot.words}
          reading={draft[slot.id]}
          samples={samples}
          start={startOf(ink, slot.id)}
          onReading={(r) => {
            setDraft({ ...draft, [slot.id]: r });
            if (!samples && source !== 'reader') setSource('typed');
          }}
        />
      ))}
      <div className={kit.row}>
        <Button
          variant="contained"
          color="primary"
          disabled={!draft.overPaper || !draft.paper || !draft.black}
          onClick={() => void keep()}
        >
          {inksWords('drawdown.keepThisDrawdown')}
        </Button>
        <Button
          variant="text"
          onClick={() => {
            setDraft(undefined);
            setSamples(undefined);
          }}
        >
          {inksWords('drawdown.leaveIt')}
        </Button>
      </div>
      <p className={kit.note}>{inksWords('drawdown.paperBlackAndThe')}</p>
    </div>
  );
}

/** Reading a card, opening a file of measurements, keeping what was read. */
function useDrawdownActs(
  setReading: Dispatch<SetStateAction<string | undefined>>,
  ink: StoredInk,
  setSource: Dispatch<SetStateAction<'reader' | 'typed' | 'file'>>,
  setDraft: Dispatch<
    SetStateAction<
      Partial<Record<'paper' | 'black' | 'overPaper' | 'overBlack' | 'thinOverPaper', Reading>> | undefined
    >
  >,
  setSamples: Dispatch<SetStateAction<readonly NamedReading[] | undefined>>,
  draft: Partial<Record<'paper' | 'black' | 'overPaper' | 'overBlack' | 'thinOverPaper', Reading>> | undefined,
  source: 'reader' | 'typed' | 'file',
  onSave: (drawdowns: readonly Drawdown[], colour?: Reading) => Promise<void>,
) {
  const { cabinet, tell } = usePrintDesk('cabinet', 'tell');
  const readCard = async () => {
    const next: Draft = {};
    for (const [i, slot] of SLOTS.entries()) {
      setReading(inksWords('drawdown.reading', { what: slot.words, at: i + 1, of: SLOTS.length }));
      const answer = await cabinet.read({ kind: 'drawdown', inkId: ink.id, over: slot.over, film: slot.film });
      if (!answer.ok) {
        tell(inWords(answer));
        setReading(undefined);
        return;
      }
      next[slot.id] = answer.value.reading;
    }
    setReading(undefined);
    setSource('reader');
    setDraft(next);
  };
  const open = async (file: File | undefined) => {
    if (!file) return;
    const answer = await cabinet.readFile(file);
    if (!answer.ok) {
      tell(inWords(answer));
      return;
    }
    setSamples(answer.value);
    setSource('file');
    setDraft({});
  };
  const keep = async () => {
    if (!draft?.overPaper || !draft.paper || !draft.black) return;
    const added: Drawdown = {
      id: newId(),
      at: new Date().toISOString(),
      source,
      paper: draft.paper,
      black: draft.black,
      overPaper: draft.overPaper,
      overBlack: draft.overBlack ?? null,
      thinOverPaper: draft.thinOverPaper ?? null,
    };
    await onSave([...ink.drawdowns, added], draft.overPaper);
    setDraft(undefined);
    setSamples(undefined);
  };
  return { keep, readCard, open };
}

function startOf(ink: StoredInk, slot: Slot): Lab {
  if (slot === 'paper') return ink.paperLabD50;
  return slot === 'black' ? [17, 0, 0] : ink.colour.labD50;
}

interface SlotFieldsProps {
  readonly words: string;
  readonly reading: Reading | undefined;
  readonly samples: readonly NamedReading[] | undefined;
  readonly start: Lab;
  readonly onReading: (reading: Reading) => void;
}

function SlotFields({ words, reading, samples, start, onReading }: SlotFieldsProps) {
  const shown = reading?.labD50 ?? start;
  return (
    <div>
      <p className={kit.below6}>
        <span
          className={clsx(kit.swatch, !reading && css.unread)}
          style={{ background: reading && hexFromLabD50(reading.labD50) }}
          aria-hidden
        />{' '}
        {words}
        {reading ? (
          reading.spectrum ? (
            <span className={kit.quiet}> {inksWords('drawdown.spectrum')}</span>
          ) : (
            ''
          )
        ) : (
          <span className={kit.quiet}> {inksWords('drawdown.notRead')}</span>
        )}
      </p>
      {samples ? (
        <TextField
          select
          fullWidth
          label={inksWords('drawdown.sample')}
          value=""
          onChange={(e) => {
            const { labD50, spectrum } = samples[Number(e.target.value)];
            onReading({ labD50, spectrum });
          }}
        >
          {samples.slice(0, 300).map((s, i) => (
            <MenuItem key={i} value={i}>
              {s.name}
            </MenuItem>
          ))}
        </TextField>
      ) : (
        <div className={clsx(kit.row, kit.noWrap)}>
          <LabFields name={words} lab={shown} onChange={(labD50) => onReading({ labD50, spectrum: null })} />
          {!reading && (
            <Button onClick={() => onReading({ labD50: shown, spectrum: null })}>{inksWords('drawdown.asIs')}</Button>
          )}
        </div>
      )}
    </div>
  );
}

/** Rows thin and full, columns over paper and over black; in each the prediction left, the reading right. */
function Card({ ink, card }: { ink: StoredInk; card: Drawdown }) {
  const { film, words } = filmOfCabinetInk(ink);
  const ground = groundOf(card.paper.labD50, DARKEST_ASSUMED);
  const inside = (r: Reading) => internalOnGround(ground, r.labD50, r.spectrum);
  const paper = inside(card.paper),
    black = inside(card.black);
  const thin = card.thinOverPaper ? filmWeightReaching(film, paper, inside(card.thinOverPaper)) : 0.5;
  const predicted = (f: Film, below: Float64Array, weight: number) =>
    labFromInternal(ground, filmOver(f, below, weight));
  const rows: [string, number, Reading | null, Reading | null][] = [
    [inksWords('drawdown.thin', { times: quantity('times', thin, 2) }), thin, card.thinOverPaper, null],
    [inksWords('drawdown.full'), 1, card.overPaper, card.overBlack],
    [inksWords('drawdown.twice'), 2, null, null],
  ];
  return (
    <>
      <div className={clsx(css.cardGrid, kit.around8)}>
        <span className={kit.quiet}>{inksWords('drawdown.film')}</span>
        <span className={kit.quiet}>{inksWords('drawdown.overPaper')}</span>
        <span className={kit.quiet}>{inksWords('drawdown.overBlack')}</span>
        {rows.map(([name, weight, overPaper, overBlack]) => (
          <Cells
            key={name}
            name={name}
            cells={[
              [predicted(film, paper, weight), overPaper?.labD50],
              [predicted(film, black, weight), overBlack?.labD50],
            ]}
          />
        ))}
      </div>
      <p className={kit.note}>
        {inksWords('drawdown.inEachFieldThe', {
          drawdowns: ink.drawdowns.length,
          day: dayOf(card.at),
          how:
            card.source === 'reader'
              ? inksWords('drawdown.withTheReader')
              : card.source === 'file'
                ? inksWords('drawdown.fromAFile')
                : inksWords('drawdown.typedIn'),
          words: filmInWords(words),
        })}
      </p>
    </>
  );
}

function Cells({ name, cells }: { name: string; cells: readonly (readonly [Lab, Lab | undefined])[] }) {
  return (
    <>
      <span className={kit.num}>{name}</span>
      {cells.map(([predicted, read], i) => {
        const off = read && deltaE2000(predicted, read);
        return (
          <span
            key={i}
            className={css.chip}
            role="img"
            aria-label={
              read
                ? inksWords('drawdown.overPaperPredictedAnd', { name, ground: i === 0 ? 'paper' : 'black', off: off! })
                : inksWords('drawdown.overPaperPredicted', { name, ground: i === 0 ? 'paper' : 'black' })
            }
            title={off === undefined ? inksWords('drawdown.predicted') : inksWords('drawdown.predictedReadE', { off })}
          >
            <i style={{ background: hexFromLabD50(predicted) }} />
            {read && <i style={{ background: hexFromLabD50(read) }} />}
          </span>
        );
      })}
    </>
  );
}
