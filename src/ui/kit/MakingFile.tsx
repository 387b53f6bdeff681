'use client';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import { useEffect, useState } from 'react';
import clsx from 'clsx';
import { kit } from './styles';
import css from './MakingFile.module.css';
import { frameWords } from '@/words/frame';

/** A file on its way: how far it is, 0 to 1. */
export interface Making {
  readonly share: number;
}

/** What is there sooner is not announced. */
const SOON_MS = 450;

/** How far the file is that is being drawn, and the way to give it up. */
export function MakingFile({ making, onStop }: { making: Making; onStop: () => void }) {
  const [late, setLate] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setLate(true), SOON_MS);
    return () => clearTimeout(timer);
  }, []);
  if (!late) return null;
  const percent = Math.round(100 * making.share);
  return (
    <div className={clsx(kit.row, css.making)} role="status">
      <span>
        {frameWords('making.says')} <span className={kit.num}>{percent} %</span>
      </span>
      <LinearProgress
        variant="determinate"
        value={percent}
        aria-label={frameWords('making.label')}
        className={css.bar}
      />
      <Button onClick={onStop}>{frameWords('making.stop')}</Button>
    </div>
  );
}
