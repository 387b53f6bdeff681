'use client';
import { inWords } from '@/words/failures';
import { readTyped } from '@/words/typed';
import { useMemo, useRef, useState } from 'react';
import type { Outcome } from '@/core/units';

interface Typing {
  /** The value as it is written while nobody types. */
  readonly shown: string;
  /** Not a number while nothing is known. */
  readonly value: number;
  readonly read: (text: string) => Outcome<number>;
  readonly onChange: (value: number) => void;
}

/** Smaller differences than this are none: what was read back from its own rounding changes nothing. */
const SAME = 1e-6;

/**
 * A value typed as text. What cannot be read stays in the field with the reason; what can is taken on Enter or on leaving; Escape
 * lets go of what was typed. The handlers stay the same ones, so that a field whose value stays is not drawn again.
 */
export function useTyped(typing: Typing) {
  const [text, setText] = useState<string>();
  const [error, setError] = useState<string>();
  const now = useRef({ typing, text });
  now.current = { typing, text };
  const handlers = useMemo(() => {
    const take = () => {
      const { shown, value, read, onChange } = now.current.typing,
        typed = now.current.text;
      if (typed === undefined) return;
      const parsed = typed === shown ? undefined : readTyped(typed, read); // what is shown, left as it was, changes nothing
      setError(parsed && !parsed.ok ? inWords(parsed) : undefined);
      if (parsed && !parsed.ok) return;
      if (parsed && !(Math.abs(parsed.value - value) <= SAME)) onChange(parsed.value);
      // after what is taken is shown: a field that reads as it was typed is not drawn again, nor with its old value in between
      queueMicrotask(() => setText((later) => (later === typed ? undefined : later)));
    };
    const letGo = () => {
      setText(undefined);
      setError(undefined);
    };
    return {
      onChange: (e: { readonly target: { readonly value: string } }) => setText(e.target.value),
      onBlur: take,
      onKeyDown: (e: { readonly key: string }) => {
        if (e.key === 'Enter') take();
        if (e.key === 'Escape') letGo();
      },
    };
  }, []);
  return { error, value: text ?? typing.shown, handlers };
}
