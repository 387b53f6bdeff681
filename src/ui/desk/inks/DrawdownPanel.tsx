'use client';
import { Explained } from '@/ui/kit/glossary/Explained';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { useState, type Dispatch, type SetStateAction } from 'react';
import { stripsOfPrint } from '@/derived';
import {
  MOST_STRIPS,
  type Drawdown,
  type NamedReading,
  type Reading,
  type ReadingSource,
  type StoredInk,
} from '@/model';
import { FileButton } from '@/ui/kit/FileButton';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { inWords } from '@/words/failures';
import { inksWords } from '@/words/inks';
import { Card, Strips } from './DrawdownCard';
import { cardOf, cardPatches, crossPatches, type Draft, type Patch } from './drawdownDraft';
import { DraftFields } from './DrawdownFields';

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
      <h3>
        <Explained term="drawdown">{inksWords('drawdown.drawdown')}</Explained>
      </h3>
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
