'use client';
import { inWords } from '@/words/failures';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { type Dispatch, type SetStateAction } from 'react';
import { cuttingHours, materialById, type CutIsland } from '@/core/cutting';
import { type Run } from '@/model';
import { blocksOfRun } from '@/derived';
import { type LabelState } from '@/ui/kit/blockStates';
import { usePrintDesk } from '../kit/printContext';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import css from './CutView.module.css';
import type { Cut } from '@/model';
import { benchWords } from '@/words/bench';
import { explaining } from '@/ui/kit/glossary/Explained';
import { rich } from '@/ui/kit/rich';

interface GateDialogProps {
  readonly asking: boolean;
  readonly setAsking: Dispatch<SetStateAction<boolean>>;
  readonly index: number;
  readonly cutName: string;
  readonly islands: readonly CutIsland[] | undefined;
  readonly doneCount: number;
  readonly minutes: string;
  readonly setMinutes: Dispatch<SetStateAction<string>>;
  readonly labels: LabelState;
  readonly cutCm2: number;
  readonly run: Run;
  readonly stage: Cut;
}

export function GateDialog(gate: GateDialogProps) {
  const { asking, setAsking, index } = gate;
  return (
    <Dialog open={asking} onClose={() => setAsking(false)} maxWidth="xs" fullWidth>
      <DialogTitle>{benchWords('gate.title', { run: index + 1 })}</DialogTitle>
      <GateFacts {...gate} />
      <GateActs {...gate} />
    </Dialog>
  );
}

function GateActs({ setAsking, minutes, labels, cutCm2, run, setMinutes, stage }: GateDialogProps) {
  const { sheetWorker, plan, log, tell } = usePrintDesk('sheetWorker', 'plan', 'log', 'tell');
  return (
    <DialogActions>
      <Button onClick={() => setAsking(false)}>{benchWords('gate.notYet')}</Button>
      <Button
        variant="contained"
        color="error"
        onClick={async () => {
          setAsking(false);
          const took = Number(minutes);
          const figures =
            took > 0
              ? await sheetWorker.ask('stageFigures', { standing: labels.standing, cutNow: labels.cutNow })
              : undefined;
          const saidHours = figures?.ok
            ? cuttingHours(figures.value.outlineM, cutCm2, materialById(blocksOfRun(plan, run)[0].block.materialId))
            : undefined;
          setMinutes('');
          const answer = await log({
            kind: 'cut-done',
            cutId: stage.id,
            ...(took > 0 ? { minutes: took, saidHours } : {}),
          });
          if (!answer.ok) tell(inWords(answer));
        }}
      >
        {benchWords('gate.yes')}
      </Button>
    </DialogActions>
  );
}

function GateFacts({ index, cutName, islands, doneCount, minutes, setMinutes }: GateDialogProps) {
  return (
    <DialogContent>
      <p>{rich(benchWords.rich('gate.says', { term: explaining('gate') }))}</p>
      <ul className={clsx(kit.around8, css.checks)}>
        <li>{index === 0 ? benchWords('gate.firstOff') : benchWords('gate.off', { cut: cutName })}</li>
        {index > 0 && <li>{benchWords('gate.sheets', { run: index })}</li>}
        <li>{benchWords('gate.noUndo')}</li>
      </ul>
      {islands && doneCount > 0 && doneCount < islands.length && (
        <p className={clsx(kit.say, kit.wait)}>{benchWords('gate.notTicked', { parts: islands.length - doneCount })}</p>
      )}
      <label className={clsx(kit.note, kit.stack, kit.gap4, kit.above12)}>
        {benchWords('gate.minutes')}
        <input
          className={kit.plainSelect}
          inputMode="numeric"
          value={minutes}
          onChange={(e) => setMinutes(e.target.value.replace(/[^\d]/g, '').slice(0, 5))}
          aria-label={benchWords('gate.minutesLabel')}
        />
      </label>
    </DialogContent>
  );
}
