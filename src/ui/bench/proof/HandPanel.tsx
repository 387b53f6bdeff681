'use client';
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

const MISFIT_RANGE = { minMm: -30, maxMm: 30 };
const MAX_MARKS = 12;

interface HandPanelProps {
  readonly run: number;
  readonly marks: readonly MisfitMark[];
  readonly onMarks: (marks: readonly MisfitMark[]) => void;
  readonly picked: number;
  readonly onPicked: (i: number) => void;
  readonly layout: SheetLayout;
  readonly onShims: () => void;
}

/** Misfit at marks, by eye with ruler or loupe. */
export function HandPanel({ run, marks, onMarks, picked, onPicked, layout, onShims }: HandPanelProps) {
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
  const keep = useKeepProof(runId, chosen, sheetName, marks, run, onShims);
  return (
    <>
      <p className={kit.note}>
        At each mark: how far run {run} lies from where it should, with a loupe or ruler, as the print is seen. Right
        and down are positive. Click the picture to put the chosen mark where you measure.
      </p>
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
        Keep this proof
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
      {count < 2
        ? 'One mark tells no turn.'
        : count === 2
          ? 'Two marks tell displacement and turn; growth takes three or more.'
          : ''}{' '}
      {proofs.length > 0 ? `${proofs.length} proof${proofs.length === 1 ? '' : 's'} kept.` : ''}
    </p>
  );
}

function useKeepProof(
  runId: string,
  chosen: string,
  sheetName: string,
  marks: readonly MisfitMark[],
  run: number,
  onShims: () => void,
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
      answer.ok ? `Proof of run ${run} kept.` : answer.message,
      answer.ok ? { words: 'To the shims', take: onShims } : undefined,
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
      Another mark
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
        label="Against"
        value={chosen}
        onChange={(e) => setAgainst(e.target.value)}
        slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
      >
        <MenuItem value="">its place on the sheet</MenuItem>
        {plan.runs.map(
          (r, i) =>
            r.id !== runId && (
              <MenuItem key={r.id} value={r.id}>
                run {i + 1}
              </MenuItem>
            ),
        )}
      </TextField>
      <TextField
        label="Sheet"
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
        <strong>Mark {i + 1}</strong>
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
              take away
            </button>
          </>
        )}
      </legend>
      <div className={kit.fields}>
        <LengthField
          label="too far right"
          valueMm={mark.dxMm}
          unit={unit}
          range={{ ...MISFIT_RANGE, what: 'the misfit' }}
          onChange={(dxMm) => set(i, { dxMm })}
        />
        <LengthField
          label="too low"
          valueMm={mark.dyMm}
          unit={unit}
          range={{ ...MISFIT_RANGE, what: 'the misfit' }}
          onChange={(dyMm) => set(i, { dyMm })}
        />
        <LengthField
          label="from the left edge"
          valueMm={mark.xMm}
          unit={unit}
          range={{ minMm: 0, maxMm: sheetMm.widthMm, what: 'the mark’s place' }}
          onChange={(xMm) => set(i, { xMm })}
        />
        <LengthField
          label="from the top edge"
          valueMm={mark.yMm}
          unit={unit}
          range={{ minMm: 0, maxMm: sheetMm.heightMm, what: 'the mark’s place' }}
          onChange={(yMm) => set(i, { yMm })}
        />
      </div>
    </fieldset>
  );
}
