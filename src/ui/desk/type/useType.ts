'use client';
import { useCallback, useState } from 'react';
import { laidAt, placeOfType, sheetLayoutOf, typeMoved, type TypeBlock } from '@/derived';
import type { Place, TypeLine } from '@/model';
import { usePrintDesk } from '@/ui/kit/printContext';
import { inWords } from '@/words/failures';

/** A line of type as it is changed: other letters are set anew by the server, the same letters only move. */
export function useType(block: TypeBlock, run: number) {
  const { plan, change, typeset, progress } = usePrintDesk('plan', 'change', 'typeset', 'progress');
  const [problem, setProblem] = useState<string>();
  const blockId = block.id,
    { type } = block;
  const set = useCallback(
    async (line: TypeLine, within: Place) => {
      const done = await change({ kind: 'type-set', blockId, line, within });
      setProblem(done.ok ? undefined : inWords(done));
    },
    [blockId, change],
  );
  const reset = async (part: Partial<TypeLine>) => {
    const line = { ...type, ...part };
    if (!('text' in part) && !('face' in part) && !('sizePt' in part)) return set(line, placeOfType(block));
    const made = await typeset({ text: line.text, face: line.face, sizePt: line.sizePt });
    if (!made.ok) {
      setProblem(inWords(made));
      return;
    }
    await set({ ...line, widthMm: made.value.widthMm }, laidAt(made.value.outlinesMm, line.atMm));
  };
  const move = (atMm: TypeLine['atMm']) => {
    const { line, within } = typeMoved(block, atMm);
    return set(line, within);
  };
  return {
    ...{ type, problem, reset, move },
    layout: sheetLayoutOf(plan),
    closed: progress.runs[run - 1]?.cut ?? false,
    remove: () => change({ kind: 'type-removed', blockId }),
  };
}
