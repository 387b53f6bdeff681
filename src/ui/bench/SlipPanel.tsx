'use client';
import { inWords } from '@/words/failures';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { type Slip } from '@/derived';
import type { Regions, DrawnLine } from '@/ui/kit/regions/useRegions';
import { usePrintDesk } from '../kit/printContext';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import { OneSlip } from './OneSlip';
import { slipWords } from '@/words/slips';

/** A slip being shown on the block: what was gathered so far, as outlines in mm. */
export interface SlipDraft {
  readonly islands: readonly number[];
  readonly outlinesMm: readonly (readonly number[])[];
}

interface MarkProps {
  readonly regions: Regions;
  readonly cutId: string;
  readonly draft: SlipDraft | undefined;
  readonly onDraft: (draft: SlipDraft | undefined) => void;
}

/** “I cut something I should not have”: show where, and mark it. */
export function SlipMarking({ draft, onDraft, ...rest }: MarkProps) {
  if (draft) return <SlipDrafting draft={draft} onDraft={onDraft} {...rest} />;
  return (
    <Button fullWidth color="error" className={kit.target} onClick={() => onDraft({ islands: [], outlinesMm: [] })}>
      {slipWords('begin')}
    </Button>
  );
}

/** The slip as it is being shown. */
function SlipDrafting({ regions, cutId, draft, onDraft }: MarkProps & { readonly draft: SlipDraft }) {
  const { line, mmPerPx } = regions;
  const [note, setNote] = useState('');
  const count = draft.islands.length + draft.outlinesMm.length;
  const mark = useMarkSlip(draft, cutId, note, onDraft, regions);
  return (
    <section className={clsx(kit.say, kit.bad, kit.stack, kit.gap10)} aria-label={slipWords('mark.label')}>
      <h2>{slipWords('mark.title')}</h2>
      <p className={kit.note}>{slipWords('mark.says')}</p>
      <p className={kit.num} aria-live="polite">
        {line
          ? slipWords('mark.shownDrawing', { places: count, points: line.pointsPx.length / 2 })
          : slipWords('mark.shown', { places: count })}
      </p>
      <SlipPlace line={line} onDraft={onDraft} draft={draft} mmPerPx={mmPerPx} regions={regions} count={count} />
      <input
        className={clsx(kit.plainSelect, kit.fullWidth)}

        value={note}
        placeholder={slipWords('mark.notePlaceholder')}
        aria-label={slipWords('mark.noteLabel')}
        maxLength={300}
        onChange={(e) => setNote(e.target.value)}
      />
      <div className={kit.row}>
        <Button
          variant="contained"
          color="error"
          className={kit.target}
          disabled={count === 0}
          onClick={() => void mark()}
        >
          {slipWords('mark.markIt')}
        </Button>
        <Button
          onClick={() => {
            onDraft(undefined);
            regions.setLine(undefined);
          }}
        >
          {slipWords('mark.nothing')}
        </Button>
      </div>
    </section>
  );
}

function useMarkSlip(
  draft: SlipDraft,
  cutId: string,
  note: string,
  onDraft: (draft: SlipDraft | undefined) => void,
  regions: Regions,
) {
  const { sheetWorker, tell, log } = usePrintDesk('sheetWorker', 'tell', 'log');
  const mark = async () => {
    const outlined = draft.islands.length
      ? await sheetWorker.ask('outlines', { region: { islands: draft.islands, outlinesPx: [] } })
      : undefined;
    if (outlined && !outlined.ok) {
      tell(inWords(outlined));
      return;
    }
    // outlines, not islands: they stay true when the picture is changed to fit the block
    const place = {
      islands: [],
      outlinesMm: [...draft.outlinesMm, ...(outlined?.ok ? outlined.value.outlinesMm : [])],
    };
    const answer = await log({
      kind: 'slip',
      slipId: `slip-${Date.now().toString(36)}`,
      cutId,
      place,
      note: note.slice(0, 300),
    });
    if (!answer.ok) {
      tell(inWords(answer));
      return;
    }
    onDraft(undefined);
    regions.letGo();
  };
  return mark;
}

interface SlipPlaceProps {
  readonly line: DrawnLine | undefined;
  readonly onDraft: (draft: SlipDraft | undefined) => void;
  readonly draft: SlipDraft;
  readonly mmPerPx: number;
  readonly regions: Regions;
  readonly count: number;
}

/** How the place of a slip is shown: parts chosen, or a line drawn round it. */
function SlipPlace({ line, onDraft, draft, mmPerPx, regions, count }: SlipPlaceProps) {
  return (
    <div className={clsx(kit.row, kit.gap6)}>
      {line?.use === 'lasso' ? (
        <>
          <Button
            variant="contained"
            disabled={line.pointsPx.length < 6}
            onClick={() => {
              onDraft({
                ...draft,
                outlinesMm: [...draft.outlinesMm, line.pointsPx.map((v) => Math.round(v * mmPerPx * 100) / 100)],
              });
              regions.setLine(undefined);
            }}
          >
            {slipWords('mark.takeInside')}
          </Button>
          <Button onClick={() => regions.setLine(undefined)}>{slipWords('mark.no')}</Button>
        </>
      ) : (
        <Button onClick={() => regions.setLine({ use: 'lasso', pointsPx: [] })}>{slipWords('mark.draw')}</Button>
      )}
      {count > 0 && <Button onClick={() => onDraft({ islands: [], outlinesMm: [] })}>{slipWords('mark.again')}</Button>}
    </div>
  );
}

/** Slips marked so far, and what can be done about each, from the block as it is. */
export function SlipList({ onShow }: { onShow: (slip: Slip | undefined) => void }) {
  const { progress } = usePrintDesk('progress');
  const { slips } = progress.bench;
  if (slips.length === 0) return null;
  return (
    <>
      {slips.map((slip, i) => (
        <OneSlip key={slip.slipId} slip={slip} number={i + 1} onShow={onShow} />
      ))}
    </>
  );
}
