'use client';
import { inWords } from '@/words/failures';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState, type Dispatch, type SetStateAction } from 'react';
import { fitByEye, type MisfitMark, type SheetLayout } from '@/core/registration';
import { LengthField } from '../../kit/fields';
import { newId } from '@/session';
import { usePrintDesk } from '../../kit/printContext';
import { Cautions } from '../../kit/Cautions';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './HandPanel.module.css';
import { proofWords } from '@/words/proof';

const MISFIT_RANGE = { minMm: -30, maxMm: 30 };
const MAX_MARKS = 12;

interface HandPanelProps {
  readonly run: number;
  readonly marks: readonly MisfitMark[];
  readonly onMarks: (marks: readonly MisfitMark[]) => void;
  readonly picked: number;
  readonly onPicked: (i: number) => void;
  readonly layout: SheetLayout;
  readonly onPutRight: () => void;
}

/** Misfit at marks, by eye with ruler or loupe. */
export function HandPanel({ run, marks, onMarks, picked, onPicked, layout, onPutRight }: HandPanelProps) {
  const { plan } = usePrintDesk('plan');
  const [against, setAgainst] = useState<string>();
  const [sheetName, setSheetName] = useState('');
  const runId = plan.runs[run - 1].id;
  const chosen =
    against !== undefined && against !== runId && (against === '' || plan.runs.some((r) => r.id === against))
      ? against
      : (plan.runs[run - 2]?.id ?? '');
  const { sheetMm } = layout;
  const set = (i: number, part: Partial<MisfitMark>) => onMarks(marks.map((m, k) => (k === i ? { ...m, ...part } : m)));
  const keep = useKeepProof(runId, chosen, sheetName, marks, run, onPutRight);
  return (
    <>
      <p className={kit.note}>{proofWords('hand.atEachMarkHow', { run })}</p>
      {marks.map((mark, i) => (
        <MarkFields
          key={i}
          i={i}
          picked={picked}
          onPicked={onPicked}
          marks={marks}
          onMarks={onMarks}
          mark={mark}
          set={set}
          sheetMm={sheetMm}
        />
      ))}
      <div className={kit.row}>
        <AnotherMark marks={marks} onMarks={onMarks} sheetMm={sheetMm} layout={layout} onPicked={onPicked} />
      </div>
      <ProofFields
        chosen={chosen}
        setAgainst={setAgainst}
        runId={runId}
        sheetName={sheetName}
        setSheetName={setSheetName}
      />
      <Button variant="contained" color="primary" onClick={() => void keep()}>
        {proofWords('hand.keepThisProof')}
      </Button>
      <MarksTell count={marks.length} />
      <Cautions place="pull" />
    </>
  );
}

/** What so many marks can tell, and how many proofs there are. */
function MarksTell({ count }: { count: number }) {
  const { proofs } = usePrintDesk('progress').progress.bench;
  return (
    <p className={kit.note}>
      {count < 2 ? proofWords('hand.oneMarkTellsNo') : count === 2 ? proofWords('hand.twoMarksTellDisplacement') : ''}{' '}
      {proofs.length > 0 ? proofWords('hand.proofsKept', { proofs: proofs.length }) : ''}
    </p>
  );
}

function useKeepProof(
  runId: string,
  chosen: string,
  sheetName: string,
  marks: readonly MisfitMark[],
  run: number,
  onPutRight: () => void,
) {
  const { log, tell } = usePrintDesk('log', 'tell');
  const keep = async () => {
    const answer = await log({
      kind: 'proofed',
      proofId: newId(),
      runId,
      againstRunId: chosen === '' ? null : chosen,
      sheet: sheetName.trim(),
      source: 'eye',
      marks: [...marks],
      motion: fitByEye(marks),
    });
    tell(
      answer.ok ? proofWords('hand.proofOfRunKept', { run }) : inWords(answer),
      answer.ok ? { words: proofWords('hand.putItRight'), take: onPutRight } : undefined,
    );
  };
  return keep;
}

interface AnotherMarkProps {
  readonly marks: readonly MisfitMark[];
  readonly onMarks: (marks: readonly MisfitMark[]) => void;
  readonly sheetMm: { readonly widthMm: number; readonly heightMm: number };
  readonly layout: SheetLayout;
  readonly onPicked: (i: number) => void;
}

function AnotherMark({ marks, onMarks, sheetMm, layout, onPicked }: AnotherMarkProps) {
  return (
    <Button
      disabled={marks.length >= MAX_MARKS}
      onClick={() => {
        onMarks([
          ...marks,
          { xMm: Math.round(sheetMm.widthMm / 2), yMm: Math.round(layout.images[0].yMm + 10), dxMm: 0, dyMm: 0 },
        ]);
        onPicked(marks.length);
      }}
    >
      {proofWords('hand.anotherMark')}
    </Button>
  );
}

interface ProofFieldsProps {
  readonly chosen: string;
  readonly setAgainst: Dispatch<SetStateAction<string | undefined>>;
  readonly runId: string;
  readonly sheetName: string;
  readonly setSheetName: Dispatch<SetStateAction<string>>;
}

function ProofFields({ chosen, setAgainst, runId, sheetName, setSheetName }: ProofFieldsProps) {
  const { plan } = usePrintDesk('plan');
  return (
    <div className={kit.fields}>
      <TextField
        select
        label={proofWords('hand.against')}
        value={chosen}
        onChange={(e) => setAgainst(e.target.value)}
        slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
      >
        <MenuItem value="">{proofWords('hand.itsPlaceOnThe')}</MenuItem>
        {plan.runs.map(
          (r, i) =>
            r.id !== runId && (
              <MenuItem key={r.id} value={r.id}>
                {proofWords('hand.run', { run: i + 1 })}
              </MenuItem>
            ),
        )}
      </TextField>
      <TextField
        label={proofWords('hand.sheet')}
        value={sheetName}
        onChange={(e) => setSheetName(e.target.value.slice(0, 12))}
        slotProps={{ inputLabel: { shrink: true } }}
      />
    </div>
  );
}

interface MarkFieldsProps {
  readonly i: number;
  readonly picked: number;
  readonly onPicked: (i: number) => void;
  readonly marks: readonly MisfitMark[];
  readonly onMarks: (marks: readonly MisfitMark[]) => void;
  readonly mark: MisfitMark;
  readonly set: (i: number, part: Partial<MisfitMark>) => void;
  readonly sheetMm: { readonly widthMm: number; readonly heightMm: number };
}

function MarkFields({ i, picked, onPicked, marks, onMarks, mark, set, sheetMm }: MarkFieldsProps) {
  const { unit } = usePrintDesk('unit');
  return (
    <fieldset className={clsx(css.markFields, picked === i && css.on)} onFocus={() => onPicked(i)}>
      <legend>
        <strong>{proofWords('hand.mark', { mark: i + 1 })}</strong>
        {marks.length > 1 && (
          <>
            {' '}
            <button
              type="button"
              className={clsx(kit.link, kit.note)}
              onClick={() => {
                onMarks(marks.filter((_, k) => k !== i));
                onPicked(0);
              }}
            >
              {proofWords('hand.takeAway')}
            </button>
          </>
        )}
      </legend>
      <div className={kit.fields}>
        <LengthField
          label={proofWords('hand.tooFarRight')}
          valueMm={mark.dxMm}
          unit={unit}
          range={{ ...MISFIT_RANGE, what: proofWords('hand.theMisfit') }}
          onChange={(dxMm) => set(i, { dxMm })}
        />
        <LengthField
          label={proofWords('hand.tooLow')}
          valueMm={mark.dyMm}
          unit={unit}
          range={{ ...MISFIT_RANGE, what: proofWords('hand.theMisfit') }}
          onChange={(dyMm) => set(i, { dyMm })}
        />
        <LengthField
          label={proofWords('hand.fromTheLeftEdge')}
          valueMm={mark.xMm}
          unit={unit}
          range={{ minMm: 0, maxMm: sheetMm.widthMm, what: proofWords('hand.theMarksPlace') }}
          onChange={(xMm) => set(i, { xMm })}
        />
        <LengthField
          label={proofWords('hand.fromTheTopEdge')}
          valueMm={mark.yMm}
          unit={unit}
          range={{ minMm: 0, maxMm: sheetMm.heightMm, what: proofWords('hand.theMarksPlace') }}
          onChange={(yMm) => set(i, { yMm })}
        />
      </div>
    </fieldset>
  );
}
