'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { SETTINGS, type Run } from '@/model';
import { SETTING_SCALES, type Setting, type SettingInForce } from '@/derived';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { useLog } from '@/ui/kit/useLog';
import { inkingWords } from '@/words/inking';
import { settingValue } from './settingWords';
import css from './inking.module.css';

interface Props {
  /** Undefined: any of them. */
  readonly asked: Setting | undefined;
  readonly beside: readonly SettingInForce[];
  readonly next: string;
  readonly run: Run;
  readonly onSet: (what: Setting, value: string, why: string) => Promise<boolean>;
  readonly onClose: () => void;
}

/** A setting said otherwise than by a tap: any value, and why; and what was changed in this run so far. */
export function SettingDialog({ asked, beside, next, run, onSet, onClose }: Props) {
  const [what, setWhat] = useState<Setting>(asked ?? 'ink');
  const now = beside.find((one) => one.what === what)?.value ?? '';
  const [value, setValue] = useState(now);
  const [why, setWhy] = useState('');
  const [tried, setTried] = useState(false);
  const keep = async () => {
    setTried(true);
    if (value.trim() === '') return;
    if (value === now && why.trim() === '') return onClose();
    if (await onSet(what, value.trim(), why.trim())) onClose();
  };
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth>
      <DialogTitle>{inkingWords('setting.dialog', { sheet: next })}</DialogTitle>
      <DialogContent className={css.dialogFields}>
        <TextField
          select
          fullWidth
          label={inkingWords('setting.which')}
          value={what}
          onChange={({ target }) => {
            const chosen = target.value as Setting;
            setWhat(chosen);
            setValue(beside.find((one) => one.what === chosen)?.value ?? '');
          }}
        >
          {SETTINGS.map((one) => (
            <MenuItem key={one} value={one}>
              {inkingWords(`setting.what.${one}`)}
            </MenuItem>
          ))}
        </TextField>
        <ValueField what={what} value={value} onValue={setValue} missing={tried && value.trim() === ''} />
        <TextField
          fullWidth
          label={inkingWords('setting.why')}
          value={why}
          onChange={({ target }) => setWhy(target.value.slice(0, 300))}
        />
        <Changes run={run} />
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{inkingWords('setting.leave')}</Button>
        <Button variant="contained" color="primary" onClick={() => void keep()}>
          {inkingWords('setting.keep')}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

interface ValueProps {
  readonly what: Setting;
  readonly value: string;
  readonly onValue: (value: string) => void;
  readonly missing: boolean;
}

function ValueField({ what, value, onValue, missing }: ValueProps) {
  const scale = SETTING_SCALES[what];
  const shared = {
    ...{ fullWidth: true, label: inkingWords('setting.value'), value, error: missing },
    helperText: missing ? inkingWords('setting.nothingSaid') : undefined,
  };
  const levels = Array.from({ length: 19 }, (_, i) => (i > 9 ? `+${i - 9}` : String(i - 9)));
  const values = scale.is === 'choice' ? scale.values : scale.is === 'level' ? levels : undefined;
  if (!values) return <TextField {...shared} onChange={({ target }) => onValue(target.value.slice(0, 200))} />;
  return (
    <TextField
      {...shared}
      select
      value={values.includes(value) ? value : ''}
      onChange={({ target }) => onValue(target.value)}
    >
      {values.map((one) => (
        <MenuItem key={one} value={one}>
          {settingValue(what, one)}
        </MenuItem>
      ))}
    </TextField>
  );
}

function Changes({ run }: { readonly run: Run }) {
  const { progress } = usePrintDesk('progress');
  const log = useLog();
  const changes = progress.bench.settings.filter(({ runId }) => runId === run.id).toReversed();
  return (
    <section aria-label={inkingWords('setting.changes')}>
      <h3>{inkingWords('setting.changes')}</h3>
      {changes.length === 0 && <p className={kit.note}>{inkingWords('setting.noChange')}</p>}
      <ul className={css.changes}>
        {changes.map(({ id, what, value, fromSheet, why }) => {
          const said = { what: inkingWords(`setting.what.${what}`), value: settingValue(what, value) };
          return (
            <li key={id}>
              <span>
                {inkingWords('setting.change', { ...said, sheet: fromSheet })}{' '}
                {why && <span className={kit.quiet}>{inkingWords('setting.because', { why })}</span>}
              </span>
              <button
                type="button"
                className={kit.link}
                aria-label={inkingWords('setting.undoOf', said)}
                onClick={() => void log({ kind: 'setting-undone', settingId: id })}
              >
                {inkingWords('setting.undo')}
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
