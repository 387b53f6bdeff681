'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { formatLength } from '@/words/lengths';
import { blockOfCut, isType, sheetLayoutOf, typeInBed } from '@/derived';
import type { Cut } from '@/model';
import { FileLink } from '@/ui/kit/FileLink';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { inWords } from '@/words/failures';
import { typeWords } from '@/words/type';

/** A line of type instead of a cut: where it stands in the bed, and that it is locked up. */
export function TypeLockUp({ stage }: { readonly stage: Cut }) {
  const { plan, unit, urls, log, tell, progress } = usePrintDesk('plan', 'unit', 'urls', 'log', 'tell', 'progress');
  const block = blockOfCut(plan, stage.id),
    layout = sheetLayoutOf(plan);
  if (!block || !isType(block) || !layout) return null;
  const bed = typeInBed(plan, block, layout),
    done = progress.bench.cutsPassed.some(({ cutId }) => cutId === stage.id);
  const lockUp = async () => {
    const answer = await log({ kind: 'cut-done', cutId: stage.id });
    if (!answer.ok) tell(inWords(answer));
  };
  return (
    <section>
      <h2>{typeWords('lockUp.title', { text: block.type.text })}</h2>
      <ol className={clsx(kit.watch, kit.above8)}>
        <li className={kit.plain}>{typeWords('lockUp.set', { size: block.type.sizePt })}</li>
        <li className={kit.plain}>
          {typeWords('lockUp.place', {
            left: formatLength(bed.fromLeftMm, unit, 1),
            foot: formatLength(bed.fromFootMm, unit, 1),
          })}
        </li>
        <li className={kit.plain}>{typeWords('lockUp.read')}</li>
        <li className={kit.plain}>{typeWords('lockUp.height', { high: formatLength(block.type.highMm, unit, 2) })}</li>
      </ol>
      <div className={clsx(kit.row, kit.gap12, kit.above12)}>
        <Button variant="contained" disabled={done} onClick={() => void lockUp()}>
          {typeWords(done ? 'lockUp.isDone' : 'lockUp.done')}
        </Button>
        <FileLink href={urls.file(`type-${block.id}.pdf`)}>{typeWords('file.pdf')}</FileLink>
      </div>
    </section>
  );
}
