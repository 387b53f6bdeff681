'use client';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import type { Dispatch, SetStateAction } from 'react';
import clsx from 'clsx';
import { hexFromLabD50, type Lab } from '@/core/colour';
import { stripsOfPrint } from '@/derived';
import { MOST_STRIPS, type NamedReading, type Reading, type StoredInk } from '@/model';
import { LabFields } from '@/ui/kit/fields';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { Tick } from '@/ui/kit/Tick';
import { inksWords } from '@/words/inks';
import css from './DrawdownPanel.module.css';
import { isWhole, slots, type Draft, type DraftStrip, type Slot } from './drawdownDraft';

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
export function DraftFields({ draft, samples, ink, setDraft, source, setSource, keep, setSamples }: DraftFieldsProps) {
  return (
    <div className={clsx(kit.stack, kit.gap10, kit.around8)}>
      {slots().map((slot) => (
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
