'use client';
import { useRef, useState } from 'react';
import { success } from '@/core/units';
import { laidAt, sheetLayoutOf, typeMoved, type TypeBlock } from '@/derived';
import type { TypeLine } from '@/model';
import { usePrintDesk } from '@/ui/kit/printContext';
import { inWords } from '@/words/failures';

/** A line of type as it is changed: other letters are set anew by the server, the same letters only move. */
export function useType(block: TypeBlock, run: number) {
  const { plan, change, progress } = usePrintDesk('plan', 'change', 'progress');
  const { problem, reset } = useChanges(block);
  return {
    ...{ type: block.type, problem, reset },
    move: (atMm: TypeLine['atMm']) => reset({ atMm }),
    layout: sheetLayoutOf(plan),
    closed: progress.runs[run - 1]?.cut ?? false,
    remove: () => change({ kind: 'type-removed', blockId: block.id }),
  };
}

/**
 * Changes of a line one after another: letters take a while to be set, and what is changed meanwhile is changed on the line as it will be, not
 * on what it still is. Of several that wait the last one has all of them in it.
 */
function useChanges(block: TypeBlock) {
  const { change, typeset } = usePrintDesk('change', 'typeset');
  const [problem, setProblem] = useState<string>();
  const now = useRef(block),
    ahead = useRef<TypeLine>(undefined),
    before = useRef<Promise<void>>(Promise.resolve());
  now.current = block;

  const laid = async (line: TypeLine) => {
    const { type } = now.current;
    if (line.text === type.text && line.face === type.face && line.sizePt === type.sizePt)
      return success({ line, within: typeMoved(now.current, line.atMm).within });
    const made = await typeset({ text: line.text, face: line.face, sizePt: line.sizePt });
    if (!made.ok) return made;
    const { outlinesMm, widthMm } = made.value;
    return success({ line: { ...line, widthMm }, within: laidAt(outlinesMm, line.atMm) });
  };
  const make = async (line: TypeLine) => {
    if (ahead.current !== line) return;
    const made = await laid(line);
    const done = made.ok ? await change({ kind: 'type-set', blockId: now.current.id, ...made.value }) : made;
    setProblem(done.ok ? undefined : inWords(done));
    if (ahead.current === line) ahead.current = undefined;
  };
  const reset = (part: Partial<TypeLine>): Promise<void> => {
    const line = { ...(ahead.current ?? now.current.type), ...part };
    ahead.current = line;
    const next = () => make(line);
    // one that could not be made holds up none after it
    before.current = before.current.then(next, next);
    return before.current;
  };
  return { problem, reset };
}
