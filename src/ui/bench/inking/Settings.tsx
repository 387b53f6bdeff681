'use client';
import { SETTING_SCALES, type Setting } from '@/model';
import clsx from 'clsx';
import dynamic from 'next/dynamic';
import { useMemo, useState } from 'react';
import { EDITION_ROUND } from '@/model';
import { settingsBeside, stepped, type SettingInForce } from '@/derived';
import { fetched } from '@/ui/kit/fetched';
import { useKeys } from '@/ui/kit/keys';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { useLog } from '@/ui/kit/useLog';
import { inkingWords, settingInShort, settingInWords } from '@/words/inking';
import type { Pulling } from '../usePull';
import css from './inking.module.css';

const SettingDialog = dynamic(
  fetched(() => import('./SettingDialog').then((m) => m.SettingDialog)),
  { ssr: false },
);

/** The settings in force beside the pull: one tap says more, less or the next choice, from the next sheet on. */
export function Settings({ pulling: { run, next } }: { readonly pulling: Pulling }) {
  const { plan, progress, sheet } = usePrintDesk('plan', 'progress', 'sheet');
  const { said, say } = useSaid();
  const log = useLog();
  const [asked, setAsked] = useState<Setting | 'any'>();
  useKeys('s', inkingWords('setting.other'), () => setAsked('any'), { enabled: !asked });
  const beside = useMemo(
    () => (next ? settingsBeside(plan, sheet, run, progress.bench, EDITION_ROUND, next) : []),
    [plan, sheet, run, progress.bench, next],
  );
  if (!next) return null;
  const set = (what: Setting, value: string, why = '') =>
    say(what, value, () =>
      log({ kind: 'setting-changed', roundId: EDITION_ROUND, runId: run.id, fromSheet: next, what, value, why }),
    );
  return (
    <section className={css.settings} aria-label={inkingWords('setting.title')}>
      <div className={css.chips}>
        {beside.map((one) => (
          <Chip
            key={one.what}
            setting={said.has(one.what) ? { ...one, value: said.get(one.what)!.value, from: next } : one}
            onSet={(value) => void set(one.what, value)}
            onOther={() => setAsked(one.what)}
          />
        ))}
      </div>
      {asked && (
        <SettingDialog
          asked={asked === 'any' ? undefined : asked}
          next={next}
          run={run}
          onSet={set}
          onClose={() => setAsked(undefined)}
        />
      )}
    </section>
  );
}

/**
 * What was said and is not on the server's disk yet is shown at once, so that a second tap goes on from the first; a pull waits to be shown
 * until it counts, a setting need not.
 */
function useSaid() {
  const [said, setSaid] = useState<ReadonlyMap<Setting, { readonly value: string }>>(new Map());
  const say = async (what: Setting, value: string, log: () => Promise<boolean>) => {
    const mine = { value };
    setSaid((all) => new Map(all).set(what, mine));
    const kept = await log();
    // what was said after it stays
    setSaid((all) => (all.get(what) === mine ? new Map([...all].filter(([one]) => one !== what)) : all));
    return kept;
  };
  return { said, say };
}

interface ChipProps {
  readonly setting: SettingInForce;
  readonly onSet: (value: string) => void;
  readonly onOther: () => void;
}

function Chip({ setting: { what, value, from }, onSet, onOther }: ChipProps) {
  const name = inkingWords(`setting.what.${what}`),
    shown = settingInWords(what, value),
    short = settingInShort(what, value),
    scale = SETTING_SCALES[what];
  return (
    <div className={clsx(css.chip, from && css.changed)}>
      {scale.is !== 'words' && <Step sign="−" what={what} value={value} onSet={onSet} />}
      <button
        type="button"
        className={clsx(css.chipValue, kit.pressIn)}
        title={from ? inkingWords('setting.from', { sheet: from }) : inkingWords('setting.atFirst')}
        onClick={onOther}
      >
        <small>{name}</small>{' '}
        <strong className={clsx(kit.num, (scale.is === 'words' || scale.is === 'choice') && css.inWords)}>
          {short}
        </strong>
        <span className={kit.visuallyHidden}>
          {inkingWords('setting.otherOf', { same: String(short === shown), value: shown })}
        </span>
      </button>
      {scale.is !== 'words' && <Step sign="+" what={what} value={value} onSet={onSet} />}
    </div>
  );
}

interface StepProps extends Pick<ChipProps, 'onSet'> {
  readonly sign: '−' | '+';
  readonly what: Setting;
  readonly value: string;
}

function Step({ sign, what, value, onSet }: StepProps) {
  const choice = SETTING_SCALES[what].is === 'choice',
    next = stepped(what, value, sign === '+' ? 1 : -1);
  const name = inkingWords(`setting.what.${what}`);
  // of choices one goes on, round and round: a way back would be a target too many
  if (choice && sign === '−') return null;
  const words = choice ? 'setting.furtherOf' : sign === '+' ? 'setting.moreOf' : 'setting.lessOf';
  return (
    <button
      type="button"
      className={clsx(css.step, kit.pressIn)}
      aria-label={inkingWords(words, { what: name })}
      disabled={next === undefined}
      onClick={() => next !== undefined && onSet(next)}
    >
      {choice ? '›' : sign}
    </button>
  );
}
