'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { useRef, useState } from 'react';
import type { Told } from '@/core/units';
import { NumberField } from '@/ui/kit/fields';
import { kit } from '@/ui/kit/styles';
import { goToUnread } from '@/ui/kit/unread';
import css from './mix.module.css';

interface Props {
  readonly label: string;
  readonly range: { readonly min: number; readonly max: number; readonly what: Told };
  readonly digits?: number;
  /** What puts it down. */
  readonly words: string;
  /** A figure come by otherwise than by typing. */
  readonly given?: number;
  readonly onPut: (value: number) => void;
}

/** A figure and what puts it down; without one, or with one that cannot be, the field is gone to instead. */
export function FigureToPut({ label, range, digits, words, given, onPut }: Props) {
  const [typed, setTyped] = useState<number>();
  const field = useRef<HTMLDivElement>(null);
  const value = typed ?? given;
  const put = () => {
    if (goToUnread(field.current)) return;
    if (value === undefined) return field.current?.querySelector('input')?.focus();
    setTyped(undefined);
    onPut(value);
  };
  return (
    <div className={clsx(css.beginning, kit.above12)} ref={field}>
      <NumberField {...{ label, range, digits, value }} onChange={setTyped} />
      <Button onClick={put}>{words}</Button>
    </div>
  );
}
