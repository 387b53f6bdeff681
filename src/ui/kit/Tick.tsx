'use client';
import clsx from 'clsx';
import { kit } from './styles';
import css from './Tick.module.css';

interface Props {
  readonly words: string;
  readonly on: boolean;
  readonly onTick: (on: boolean) => void;
}

/** Something that is so, or is not: ticked by a touch or by the space bar. */
export function Tick({ words, on, onTick }: Props) {
  return (
    <label className={clsx(kit.tick, css.line)}>
      <input type="checkbox" checked={on} onChange={(e) => onTick(e.target.checked)} />
      {words}
    </label>
  );
}
