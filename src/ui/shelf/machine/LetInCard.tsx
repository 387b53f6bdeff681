'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { useEffect, useState } from 'react';
import type { LetIn } from '@/model';
import { kit } from '@/ui/kit/styles';
import { keepingWords } from '@/words/keeping';
import { listOf } from '@/words/phrases';
import css from './MachinePage.module.css';

/** White round a QR code, in its own dots. */
const QUIET = 4;

interface Props {
  readonly shown: LetIn;
  /** Names of devices that came in since it is shown. */
  readonly came: readonly string[];
  readonly onDone: () => void;
}

/** The code that lets devices in: to be read by a camera, or typed; for as long as it lives. */
export function LetInCard({ shown, came, onDone }: Props) {
  const { code, addresses, devices, secure } = shown;
  const left = useSecondsLeft(shown.seconds);
  const [first, ...others] = addresses;
  return (
    <div className={css.card} role="group" aria-label={keepingWords('devices.letIn')}>
      <Qr rows={shown.qr} />
      <div>
        {first === undefined ? (
          <p className={clsx(kit.say, kit.bad)}>{keepingWords('code.nowhere')}</p>
        ) : (
          <>
            <p className={kit.note}>{keepingWords('code.title')}</p>
            <p className={css.address}>{first.replace(/^https?:\/\//, (scheme) => (secure ? scheme : ''))}</p>
            <p className={kit.note}>{keepingWords('code.typed')}</p>
            <p className={css.code} data-testid="code">
              {code}
            </p>
          </>
        )}
        <p role="timer" className={clsx(kit.num, left === 0 && kit.madder)}>
          {left === 0
            ? keepingWords('code.over')
            : keepingWords('code.left', { minutes: Math.floor(left / 60), seconds: left % 60 })}
        </p>
        <p className={clsx(kit.note, kit.above6)}>{keepingWords('code.uses', { devices })}</p>
        {came.length > 0 && (
          <p role="status" className={clsx(kit.say, kit.good, kit.above6)}>
            {keepingWords('code.came', { names: listOf([...came]) })}
          </p>
        )}
        {others.length > 0 && <p className={kit.note}>{keepingWords('code.other', { addresses: listOf(others) })}</p>}
        <p className={kit.above10}>
          <Button onClick={onDone}>{keepingWords('code.done')}</Button>
        </p>
      </div>
    </div>
  );
}

function useSecondsLeft(seconds: number): number {
  const [left, setLeft] = useState(Math.round(seconds));
  useEffect(() => {
    const until = performance.now() + 1000 * seconds;
    const tick = setInterval(() => setLeft(Math.max(0, Math.ceil((until - performance.now()) / 1000))), 500);
    return () => clearInterval(tick);
  }, [seconds]);
  return left;
}

/** Dark dots on white, as a camera wants them. */
function Qr({ rows }: { readonly rows: readonly string[] }) {
  const side = rows.length + 2 * QUIET;
  const dots = rows.flatMap((row, y) => [...row].flatMap((dot, x) => (dot === '1' ? [`M${x} ${y}h1v1h-1z`] : [])));
  return (
    <svg
      className={css.qr}
      viewBox={`${-QUIET} ${-QUIET} ${side} ${side}`}
      role="img"
      aria-label={keepingWords('code.scan')}
    >
      <rect x={-QUIET} y={-QUIET} width={side} height={side} className={css.white} />
      <path d={dots.join('')} className={css.dark} />
    </svg>
  );
}
