'use client';
import { useEffect, useMemo, useState } from 'react';
import type { DieShape } from '@/core/finishing';
import { shapeParts } from '@/derived';
import { useRegisterWorker } from '@/ui/kit/useRegisterWorker';
import { usePrintDesk } from '@/ui/kit/printContext';
import { inWords } from '@/words/failures';
import type { ShapeFound } from '@/workers';

export type ShapeState =
  | { readonly is: 'not wanted' | 'looking' | 'empty' }
  | { readonly is: 'found'; readonly shape: ShapeFound }
  | { readonly is: 'failed'; readonly why: string };

/** The shape of what prints, worked out anew when anything it follows from is otherwise; the one before is shown meanwhile. */
export function useShape(): ShapeState {
  const { plan, sheet } = usePrintDesk('plan', 'sheet');
  const wanted = plan.finishing.to === 'shape' && plan.runs.length > 0;
  const worker = useRegisterWorker();
  const [state, setState] = useState<ShapeState>({ is: 'looking' });
  const inside = useMemo(() => (wanted ? shapeParts(plan, sheet) : undefined), [wanted, plan, sheet]);
  const key = inside && JSON.stringify([[...inside.keys()].filter((part) => inside[part] === 1), plan.finishing.shape]);
  useEffect(() => {
    if (key === undefined) return undefined;
    let newest = true;
    const [parts, shape] = JSON.parse(key) as [number[], DieShape];
    const flags = new Uint8Array(0x10000);
    for (const part of parts) flags[part] = 1;
    void worker.ask('shape', { inside: flags, shape }).then((answer) => {
      if (!newest) return;
      if (!answer.ok) setState({ is: 'failed', why: inWords(answer) });
      else setState(answer.value ? { is: 'found', shape: answer.value } : { is: 'empty' });
    });
    return () => {
      newest = false;
    };
  }, [key, worker]);
  return wanted ? state : { is: 'not wanted' };
}
