'use client';
import clsx from 'clsx';
import { useMemo, useState } from 'react';
import { formatSize } from '@/words/lengths';
import { finishingProblems, imagesOf, trimmedOf } from '@/derived';
import { FileLink } from '@/ui/kit/FileLink';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { finishWords } from '@/words/finish';
import { layoutInWords } from '@/words/layout';
import { FinishDrawing } from './FinishDrawing';
import { LastFields, ShapeFields, ToFields } from './FinishFields';
import { LinesFields } from './LinesFields';
import { useShape, type ShapeState } from './useShape';
import css from './finish.module.css';

/** Finish: along which lines the sheets are cut, torn and folded in the end, and how they are pressed. */
export function FinishView() {
  const { plan, unit } = usePrintDesk('plan', 'unit');
  const shape = useShape();
  const [chosenId, setChosenId] = useState<string>();
  const trimmed = useMemo(() => trimmedOf(plan), [plan]);
  if (!trimmed)
    return (
      <div className={kit.work}>
        <div className={clsx(kit.stage, kit.scrolls)}>
          <p className={clsx(kit.say, kit.wait)}>{finishWords('answer.none')}</p>
        </div>
      </div>
    );
  const found = shape.is === 'found' ? shape.shape : undefined;
  const chosen = plan.finishing.lines.find(({ id }) => id === chosenId);
  return (
    <div className={kit.work}>
      <div className={clsx(kit.stage, kit.gap12)}>
        <div>
          <h1 className={clsx(kit.quiet, css.heading, kit.below6)}>{finishWords('title')}</h1>
          <p className={kit.answer} aria-live="polite" data-testid="finish-answer">
            {answerOf(plan, trimmed, shape, unit)}
          </p>
          {finishingProblems(plan, found).map((problem) => (
            <p key={problem.code} className={clsx(kit.say, kit.wait, kit.above6)}>
              {layoutInWords(problem, unit)}
            </p>
          ))}
        </div>
        <FinishDrawing trimmed={trimmed} shape={found} chosen={chosen} onChoose={setChosenId} />
      </div>
      <aside className={kit.side}>
        <ToFields />
        {plan.finishing.to === 'shape' && <ShapeFields />}
        <LinesFields chosen={chosen} onChoose={setChosenId} />
        <LastFields />
        <Files />
      </aside>
    </div>
  );
}

type Desk = ReturnType<typeof usePrintDesk<'plan' | 'unit'>>;

function answerOf(
  plan: Desk['plan'],
  { pieces, lines, layout }: NonNullable<ReturnType<typeof trimmedOf>>,
  shape: ShapeState,
  unit: Desk['unit'],
): string {
  if (plan.finishing.to === 'shape' && shape.is === 'not wanted') return finishWords('answer.noRuns');
  if (shape.is === 'failed') return shape.why;
  if (shape.is === 'looking' || shape.is === 'empty') return finishWords(`answer.${shape.is}`);
  if (shape.is === 'found') {
    const { pieces: count, openings, areaMm2 } = shape.shape;
    return finishWords('answer.shape', { pieces: count, openings, areaCm2: areaMm2 / 100, images: imagesOf(plan) });
  }
  const [piece = layout.sheetMm] = pieces;
  const size = formatSize(piece.widthMm, piece.heightMm, unit);
  return lines.length === 0
    ? finishWords('answer.asItIs', { size })
    : finishWords('answer.pieces', { count: pieces.length, size });
}

function Files() {
  const { urls } = usePrintDesk('urls');
  return (
    <section>
      <h2>{finishWords('files.title')}</h2>
      <div className={clsx(kit.row, kit.above12)}>
        <FileLink variant="contained" color="primary" href={urls.file('finish.pdf')}>
          {finishWords('files.pdf')}
        </FileLink>
        <FileLink href={urls.file('finish.svg')}>{finishWords('files.svg')}</FileLink>
        <FileLink href={urls.file('finish.dxf')}>{finishWords('files.dxf')}</FileLink>
      </div>
      <p className={clsx(kit.note, kit.above8)}>{finishWords('files.says')}</p>
    </section>
  );
}
