'use client';
import { inWords } from '@/words/failures';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState, type Dispatch, type SetStateAction } from 'react';
import { deltaE2000, hexFromLabD50, type Lab } from '@/core/colour';
import { filmOver, filmWeightReaching, groundOf, internalOnGround, labFromInternal, type Film } from '@/core/inks';
import {
  MOST_STRIPS,
  type ReadingSource,
  type Drawdown,
  type NamedReading,
  type Reading,
  type ReadingRequest,
  type StoredInk,
} from '@/model';
import { DARKEST_ASSUMED, filmOfCabinetInk, stripsHeld, stripsOfPrint, type StripOfPrint } from '@/derived';
import { LabFields } from '../../kit/fields';
import { newId } from '@/session';
import { usePrintDesk } from '../../kit/printContext';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './DrawdownPanel.module.css';
import { FileButton } from '@/ui/kit/FileButton';
import { Tick } from '@/ui/kit/Tick';
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
/** A strip of a film of this print: bare, and with the ink across. */
interface DraftStrip extends StripOfPrint {
  readonly below?: Reading;
  readonly over?: Reading;
}
type Draft = Partial<Record<Slot, Reading>> & { readonly strips?: readonly DraftStrip[] };

/** A second ground is there, and every strip that was chosen is read bare and crossed. */
const isWhole = ({ paper, overPaper, black, strips = [] }: Draft) =>
  paper !== undefined &&
  overPaper !== undefined &&
  (black !== undefined || strips.length > 0) &&
  strips.every(({ below, over }) => below !== undefined && over !== undefined);

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
  const { keep, readCard, readCross, open } = useDrawdownActs(
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
      {card && !draft && <Strips ink={ink} card={card} />}
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
        <DrawdownStart
          reading={reading}
          readCard={readCard}
          readCross={readCross}
          setSource={setSource}
          setDraft={setDraft}
          open={open}
        />
      )}
    </section>
  );
}

interface DrawdownStartProps {
  readonly reading: string | undefined;
  readonly readCard: () => Promise<void>;
  readonly readCross: () => Promise<void>;
  readonly setSource: Dispatch<SetStateAction<'reader' | 'typed' | 'file'>>;
  readonly setDraft: Dispatch<SetStateAction<Draft | undefined>>;
  readonly open: (file: File | undefined) => Promise<void>;
}

function DrawdownStart({ reading, readCard, readCross, setSource, setDraft, open }: DrawdownStartProps) {
  const { plan } = usePrintDesk('plan');
  return (
    <div className={clsx(kit.row, kit.above8)}>
      <Button disabled={reading !== undefined} onClick={() => void readCard()}>
        {inksWords('drawdown.readACardWith')}
      </Button>
      {plan.runs.length > 0 && (
        <Button disabled={reading !== undefined} onClick={() => void readCross()}>
          {inksWords('drawdown.readACrossStrip')}
        </Button>
      )}
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
  readonly draft: Draft;
  readonly samples: readonly NamedReading[] | undefined;
  readonly ink: StoredInk;
  readonly setDraft: Dispatch<SetStateAction<Draft | undefined>>;
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
      <StripFields
        strips={draft.strips ?? []}
        samples={samples}
        ink={ink}
        onStrips={(strips) => {
          setDraft({ ...draft, strips });
          if (!samples && source !== 'reader') setSource('typed');
        }}
      />
      <div className={kit.row}>
        <Button variant="contained" color="primary" disabled={!isWhole(draft)} onClick={() => void keep()}>
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

/** One patch the reader is held on, and where its reading goes. */
interface Patch {
  readonly words: string;
  readonly ask: ReadingRequest;
  readonly put: (draft: Draft, reading: Reading) => Draft;
}

/** Patches of a drawdown card. */
const cardPatches = (inkId: string, wanted: readonly Slot[] = SLOTS.map(({ id }) => id)): Patch[] =>
  SLOTS.filter(({ id }) => wanted.includes(id)).map(({ id: slot, words, over, film }) => ({
    words,
    ask: { kind: 'drawdown', inkId, over, film },
    put: (draft, reading) => ({ ...draft, [slot]: reading }),
  }));

/** Patches of a cross strip: paper, and each strip bare and crossed. */
function crossPatches(printId: string, inkId: string, strips: readonly StripOfPrint[]): Patch[] {
  const crossed = strips.flatMap(({ inkId: stripInkId, name }, at) =>
    (['none', 'full'] as const).map((film): Patch => ({
      words: inksWords(film === 'none' ? 'drawdown.stripBare' : 'drawdown.stripCrossed', { strip: name }),
      ask: { kind: 'strip', printId, stripInkId, inkId, film },
      put: (draft, reading) => ({
        ...draft,
        strips: draft.strips!.map((one, i) =>
          i === at ? { ...one, [film === 'none' ? 'below' : 'over']: reading } : one,
        ),
      }),
    })),
  );
  return [...cardPatches(inkId, ['paper', 'overPaper']), ...crossed];
}

/** The drawdown as it is kept; undefined while something of it is not read. */
function cardOf(draft: Draft, source: ReadingSource): Drawdown | undefined {
  const { paper, overPaper, black = null, overBlack = null, thinOverPaper = null, strips = [] } = draft;
  if (!paper || !overPaper || !isWhole(draft)) return undefined;
  return {
    ...{ id: newId(), at: new Date().toISOString(), source },
    ...{ paper, black, overPaper, overBlack: black && overBlack, thinOverPaper },
    strips: strips.map(({ name, below, over, takenUp }) => ({ name, takenUp, below: below!, over: over! })),
  };
}

/** Reading a card, opening a file of measurements, keeping what was read. */
function useDrawdownActs(
  setReading: Dispatch<SetStateAction<string | undefined>>,
  ink: StoredInk,
  setSource: Dispatch<SetStateAction<'reader' | 'typed' | 'file'>>,
  setDraft: Dispatch<SetStateAction<Draft | undefined>>,
  setSamples: Dispatch<SetStateAction<readonly NamedReading[] | undefined>>,
  draft: Draft | undefined,
  source: 'reader' | 'typed' | 'file',
  onSave: (drawdowns: readonly Drawdown[], colour?: Reading) => Promise<void>,
) {
  const { cabinet, tell, plan, id } = usePrintDesk('cabinet', 'tell', 'plan', 'id');
  /** One patch after the other; nothing is taken where one cannot be read. */
  const readAll = async (patches: readonly Patch[], begun: Draft = {}) => {
    let next = begun;
    for (const [i, { words, ask, put }] of patches.entries()) {
      setReading(inksWords('drawdown.reading', { what: words, at: i + 1, of: patches.length }));
      const answer = await cabinet.read(ask);
      if (!answer.ok) {
        tell(inWords(answer));
        setReading(undefined);
        return;
      }
      next = put(next, answer.value.reading);
    }
    setReading(undefined);
    setSource('reader');
    setDraft(next);
  };
  const readCard = () => readAll(cardPatches(ink.id));
  const readCross = () => {
    const strips = stripsOfPrint(plan, ink.mediumId).slice(0, MOST_STRIPS);
    return readAll(crossPatches(id, ink.id, strips), { strips });
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
    const added = draft && cardOf(draft, source);
    if (!added) return;
    await onSave([...ink.drawdowns, added], added.overPaper);
    setDraft(undefined);
    setSamples(undefined);
  };
  return { keep, readCard, readCross, open };
}

interface StripFieldsProps {
  readonly strips: readonly DraftStrip[];
  readonly samples: readonly NamedReading[] | undefined;
  readonly ink: StoredInk;
  readonly onStrips: (strips: readonly DraftStrip[]) => void;
}

/** Strips of this print's films that the ink was drawn across; those that are ticked are read bare and crossed. */
function StripFields({ strips, samples, ink, onStrips }: StripFieldsProps) {
  const { plan } = usePrintDesk('plan');
  const there = stripsOfPrint(plan, ink.mediumId);
  if (there.length === 0) return null;
  return (
    <fieldset className={css.strips}>
      <legend>{inksWords('drawdown.strips')}</legend>
      <p className={kit.note}>{inksWords('drawdown.stripsSay')}</p>
      {there.map((strip) => {
        const chosen = strips.find(({ inkId }) => inkId === strip.inkId);
        const put = (part: Partial<DraftStrip>) =>
          onStrips(strips.map((one) => (one === chosen ? { ...one, ...part } : one)));
        const lab = plan.inks.find(({ id }) => id === strip.inkId)!.solidLabD50;
        return (
          <div key={strip.inkId}>
            <Tick
              words={strip.name}
              on={chosen !== undefined}
              onTick={(on) =>
                onStrips(on ? [...strips, strip].slice(0, MOST_STRIPS) : strips.filter((one) => one !== chosen))
              }
            />
            {chosen && (
              <>
                <SlotFields
                  words={inksWords('drawdown.stripBare', { strip: strip.name })}
                  reading={chosen.below}
                  samples={samples}
                  start={lab}
                  onReading={(below) => put({ below })}
                />
                <SlotFields
                  words={inksWords('drawdown.stripCrossed', { strip: strip.name })}
                  reading={chosen.over}
                  samples={samples}
                  start={lab}
                  onReading={(over) => put({ over })}
                />
              </>
            )}
          </div>
        );
      })}
    </fieldset>
  );
}

/** Each strip, what the film gives over it, and what was read there. */
function Strips({ ink, card }: { ink: StoredInk; card: Drawdown }) {
  if (card.strips.length === 0) return null;
  return (
    <>
      <ul className={css.stripRows}>
        {stripsHeld(ink, card).map(({ name, belowLabD50, givenLabD50, readLabD50, deltaE }, i) => (
          <li key={i}>
            <span className={css.chip} aria-hidden>
              {[belowLabD50, givenLabD50, readLabD50].map((lab, k) => (
                <i key={k} style={{ background: hexFromLabD50(lab) }} />
              ))}
            </span>
            {inksWords('drawdown.stripRow', { strip: name, off: deltaE })}
          </li>
        ))}
      </ul>
      <p className={kit.note}>{inksWords('drawdown.stripsHeld', { strips: card.strips.length })}</p>
    </>
  );
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
    black = card.black && inside(card.black);
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
      <div className={clsx(css.cardGrid, !black && css.noBlack, kit.around8)}>
        <span className={kit.quiet}>{inksWords('drawdown.film')}</span>
        <span className={kit.quiet}>{inksWords('drawdown.overPaper')}</span>
        {black && <span className={kit.quiet}>{inksWords('drawdown.overBlack')}</span>}
        {rows.map(([name, weight, overPaper, overBlack]) => (
          <Cells
            key={name}
            name={name}
            cells={[
              [predicted(film, paper, weight), overPaper?.labD50],
              ...(black ? [[predicted(film, black, weight), overBlack?.labD50] as const] : []),
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
