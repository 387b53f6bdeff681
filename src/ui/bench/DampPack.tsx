'use client';
import { explaining } from '@/ui/kit/glossary/Explained';
import { rich } from '@/ui/kit/rich';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { useState } from 'react';
import { isDamp, packNowOf, type PackState } from '@/derived';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { useNow } from '@/ui/kit/useNow';
import { dampWords } from '@/words/damp';
import { momentOf } from '@/words/dates';
import { gramsInWords } from '@/words/quantities';
import type { BenchAct } from '@/model';
import { DampDialog, type Asked } from './DampDialog';
import css from './DampPack.module.css';
import { useLog } from '@/ui/kit/useLog';

const TICK_MS = 30_000;
const BAD: readonly PackState[] = ['too dry', 'too wet', 'past its time'];
const at = (ms: number) => momentOf(new Date(ms).toISOString());

/** The pack of damp paper of a print that is brushed: its clocks, its moisture, and what is out of cover. */
export function DampPack() {
  const { plan, progress } = usePrintDesk('plan', 'progress');
  const nowMs = useNow(TICK_MS, progress);
  const [asked, setAsked] = useState<Asked>();
  if (nowMs === undefined || !isDamp(plan)) return null;
  const now = packNowOf(plan, progress.bench, nowMs);
  return (
    <section
      className={clsx(kit.say, css.pack, now && BAD.includes(now.state) && kit.bad)}
      aria-label={dampWords('label')}
    >
      {now ? (
        <>
          <p className={css.state}>
            <strong>
              {dampWords(`state.${now.state}`, {
                at: at(now.readyAtMs),
                grams: gramsInWords(Math.abs(now.addG ?? 0)),
              })}
            </strong>
          </p>
          <p>
            {now.moisturePercent === undefined
              ? dampWords('notWeighed', { target: now.pack.targetPercent })
              : dampWords('moisture', {
                  percent: Math.round(now.moisturePercent),
                  target: now.pack.targetPercent,
                })}
            {' · '}
            {dampWords('cover', { under: now.pack.sheets - now.pack.out, out: now.pack.out })}
            {' · '}
            {dampWords('turned', { times: now.pack.turnedAt.length })}
          </p>
          <p className={kit.note}>
            {dampWords('clocks', { at: momentOf(now.pack.at), ready: at(now.readyAtMs), mould: at(now.mouldAtMs) })}
          </p>
          <PackActs packId={now.pack.packId} out={now.pack.out} sheets={now.pack.sheets} onAsk={setAsked} />
        </>
      ) : (
        <>
          <p>
            <strong>{dampWords('none')}</strong> {rich(dampWords.rich('noneSays', { term: explaining('damp') }))}
          </p>
          <Button className={kit.above6} onClick={() => setAsked({ what: 'damp' })}>
            {dampWords('damp')}
          </Button>
        </>
      )}
      {asked && <DampDialog asked={asked} onClose={() => setAsked(undefined)} />}
    </section>
  );
}

interface PackActsProps {
  readonly packId: string;
  readonly out: number;
  readonly sheets: number;
  readonly onAsk: (asked: Asked) => void;
}

function PackActs({ packId, out, sheets, onAsk }: PackActsProps) {
  const log = useLog();
  const act = (one: BenchAct) => void log(one);
  return (
    <div className={clsx(kit.row, kit.gap6, kit.above6)} role="group" aria-label={dampWords('acts')}>
      <Button disabled={out >= sheets} onClick={() => act({ kind: 'pack-opened', packId, out: out + 1 })}>
        {dampWords('out')}
      </Button>
      <Button disabled={out <= 0} onClick={() => act({ kind: 'pack-opened', packId, out: out - 1 })}>
        {dampWords('back')}
      </Button>
      <Button onClick={() => act({ kind: 'pack-turned', packId })}>{dampWords('turn')}</Button>
      <Button onClick={() => onAsk({ what: 'weigh', packId, sheets: sheets - out })}>{dampWords('weigh')}</Button>
      <Button onClick={() => onAsk({ what: 'end', packId })}>{dampWords('end')}</Button>
    </div>
  );
}
