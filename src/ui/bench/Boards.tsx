'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { useState } from 'react';
import { boardsNow, type BoardNow } from '@/derived';
import { BOARD_RESTS } from '@/model';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { useLog } from '@/ui/kit/useLog';
import { dampWords } from '@/words/damp';
import { momentOf } from '@/words/dates';
import { noteInWords } from '@/words/notes';
import { DampDialog } from './DampDialog';

/** Wooden boards of a damp print and their water: wetted ahead, kept at one size until both sides are printed. */
export function Boards({ index }: { readonly index: number }) {
  const { plan, progress } = usePrintDesk('plan', 'progress');
  const [asked, setAsked] = useState<string>();
  const boards = boardsNow(plan, progress, index);
  if (boards.length === 0) return null;
  return (
    <section className={kit.above14} aria-label={dampWords('boards.label')}>
      <p className={kit.lead}>{dampWords('boards.label')}</p>
      {boards.map((board) => (
        <OneBoard key={board.block.id} board={board} onMeasure={() => setAsked(board.block.id)} />
      ))}
      {asked && <DampDialog asked={{ what: 'measure', blockId: asked }} onClose={() => setAsked(undefined)} />}
    </section>
  );
}

function OneBoard({ board, onMeasure }: { readonly board: BoardNow; readonly onMeasure: () => void }) {
  const log = useLog();
  const { block, prints, rests, grown, advice } = board;
  return (
    <div className={kit.above8}>
      <p>
        <strong>{dampWords(`boards.${prints}`, { block: block.name })}</strong>
        {' · '}
        {rests ? dampWords(`boards.rests.${rests.how}`, { at: momentOf(rests.at) }) : dampWords('boards.never')}
      </p>
      {grown && (
        <p className={kit.plain}>
          {dampWords('boards.grown', { across: grown.acrossPercent, down: grown.downPercent })}
        </p>
      )}
      {advice.map((one) => (
        <p key={one.code} className={clsx(kit.say, kit.wait, kit.readable, kit.around8)}>
          {noteInWords(one)}
        </p>
      ))}
      <div
        className={clsx(kit.row, kit.gap6, kit.above4)}
        role="group"
        aria-label={dampWords('boards.acts', { block: block.name })}
      >
        {BOARD_RESTS.map((how) => (
          <Button
            key={how}
            aria-pressed={rests?.how === how}
            onClick={() => void log({ kind: 'board-rests', blockId: block.id, how })}
          >
            {dampWords(`boards.rest.${how}`)}
          </Button>
        ))}
        <Button onClick={onMeasure}>{dampWords('boards.measure')}</Button>
      </div>
    </div>
  );
}
