'use client';
import { SETTING_SCALES, type Setting } from '@/model';
import Autocomplete from '@mui/material/Autocomplete';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import clsx from 'clsx';
import { useState } from 'react';
import { EDITION_ROUND, SETTINGS, type Plan, type Run } from '@/model';
import { checkSetting, settingFor, usedOf } from '@/derived';
import { DialogEnds } from '@/ui/kit/DialogEnds';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { useLog } from '@/ui/kit/useLog';
import { inWords } from '@/words/failures';
import { inkingWords, settingInWords } from '@/words/inking';
import css from './inking.module.css';

interface Props {
  /** Undefined: any of them. */
  readonly asked: Setting | undefined;
  readonly next: string;
  readonly run: Run;
  readonly onSet: (what: Setting, value: string, why: string) => Promise<boolean>;
  readonly onClose: () => void;
}

/** A setting said otherwise than by a tap: any value, and why; and what was changed in this run so far. */
export function SettingDialog({ asked, next, run, onSet, onClose }: Props) {
  const { plan, sheet, progress } = usePrintDesk('plan', 'sheet', 'progress');
  const nowOf = (one: Setting) => settingFor(plan, sheet, run, progress.bench, EDITION_ROUND, one, next);
  const [what, setWhat] = useState<Setting>(asked ?? 'ink');
  const [text, setText] = useState(nowOf(what));
  const [why, setWhy] = useState('');
  const [problem, setProblem] = useState<string>();
  const keep = async () => {
    const value = checkSetting(what, text);
    if (!value.ok) return setProblem(inWords(value));
    if (value.value === nowOf(what) && why.trim() === '') return onClose();
    if (await onSet(what, value.value, why.trim())) onClose();
  };
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth>
      <DialogTitle>{inkingWords('setting.dialog', { sheet: next })}</DialogTitle>
      <DialogContent className={css.dialogFields}>
        <WhichField
          what={what}
          onWhat={(chosen) => {
            setWhat(chosen);
            setText(nowOf(chosen));
            setProblem(undefined);
          }}
        />
        <ValueField
          key={what}
          what={what}
          value={text}
          problem={problem}
          onText={(said) => {
            setText(said);
            setProblem(undefined);
          }}
        />
        <TextField
          fullWidth
          label={inkingWords('setting.why')}
          value={why}
          onChange={({ target }) => setWhy(target.value.slice(0, 300))}
        />
        <Changes run={run} />
      </DialogContent>
      <DialogEnds
        leave={inkingWords('setting.leave')}
        keep={inkingWords('setting.keep')}
        onLeave={onClose}
        onKeep={() => void keep()}
      />
    </Dialog>
  );
}

function WhichField({ what, onWhat }: { readonly what: Setting; readonly onWhat: (chosen: Setting) => void }) {
  return (
    <TextField
      select
      fullWidth
      label={inkingWords('setting.which')}
      value={what}
      onChange={({ target }) => onWhat(target.value as Setting)}
    >
      {SETTINGS.map((one) => (
        <MenuItem key={one} value={one}>
          {inkingWords(`setting.what.${one}`)}
        </MenuItem>
      ))}
    </TextField>
  );
}

/** What is offered beside what is typed: the choices of a setting, and the things of the workshop it is about. */
function offered(plan: Plan, what: Setting): readonly string[] {
  const scale = SETTING_SCALES[what];
  const things =
    what === 'rubbing tool'
      ? usedOf(plan, 'rubbing tool')
      : what === 'roller or brush'
        ? [...usedOf(plan, 'roller'), ...usedOf(plan, 'brush')]
        : [];
  return [...(scale.is === 'choice' ? scale.values : []), ...things.map(({ name }) => name)];
}

interface ValueProps {
  readonly what: Setting;
  readonly value: string;
  readonly problem: string | undefined;
  readonly onText: (text: string) => void;
}

function ValueField({ what, value, problem, onText }: ValueProps) {
  const { plan } = usePrintDesk('plan');
  const options = offered(plan, what);
  // an offered value is shown in words, and what is typed in these words is that value
  const said = (text: string) =>
    onText(options.find((one) => settingInWords(what, one) === text) ?? text.slice(0, 200));
  return (
    <Autocomplete
      freeSolo
      disableClearable
      options={options}
      getOptionLabel={(one) => (options.includes(one) ? settingInWords(what, one) : one)}
      defaultValue={value}
      onInputChange={(_, text) => said(text)}
      renderInput={(params) => (
        <TextField
          {...params}
          label={inkingWords('setting.value')}
          error={problem !== undefined}
          helperText={problem ?? (SETTING_SCALES[what].is === 'level' && inkingWords('setting.levelSays'))}
        />
      )}
    />
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
          const said = { what: inkingWords(`setting.what.${what}`), value: settingInWords(what, value) };
          return (
            <li key={id}>
              <span>
                {inkingWords('setting.change', { ...said, sheet: fromSheet })}{' '}
                {why && <span className={kit.quiet}>{inkingWords('setting.because', { why })}</span>}
              </span>
              <button
                type="button"
                className={clsx(kit.link, kit.noWrap)}
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
