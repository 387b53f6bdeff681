'use client';
import clsx from 'clsx';
import { useCallback, useEffect, useState, type DragEvent } from 'react';
import { FileButton } from '@/ui/kit/FileButton';
import { NothingYet } from '@/ui/kit/NothingYet';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { inWords } from '@/words/failures';
import { pictureWords } from '@/words/picture';

const ACCEPT = '.png,.jpg,.jpeg,.webp,.tif,.tiff,.svg,image/png,image/jpeg,image/webp,image/tiff,image/svg+xml';

/** A picture taken in: chosen, dropped or pasted. */
export function usePictureIn() {
  const desk = usePrintDesk('progress', 'bringIn');
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState<string>();
  const [over, setOver] = useState(false);
  const closed = desk.progress.cutsDone > 0;

  const take = useCallback(
    async (file: File | undefined) => {
      if (!file) return;
      if (closed) {
        setProblem(pictureWords('picture.theBlockIsAlready'));
        return;
      }
      setBusy(pictureWords('picture.reading', { file: file.name }));
      setProblem(undefined);
      const answer = await desk.bringIn(file);
      setBusy(undefined);
      if (!answer.ok) setProblem(inWords(answer));
    },
    [closed, desk],
  );

  useEffect(() => {
    const onPaste = (event: ClipboardEvent) => {
      const file = [...(event.clipboardData?.files ?? [])][0];
      if (file) {
        event.preventDefault();
        void take(file);
      }
    };
    window.addEventListener('paste', onPaste);
    return () => window.removeEventListener('paste', onPaste);
  }, [take]);
  return { setOver, take, over, busy, problem, closed };
}

interface BringInProps {
  readonly dropProps: { onDragOver: (e: DragEvent) => void; onDragLeave: () => void; onDrop: (e: DragEvent) => void };
  readonly over: boolean;
  readonly take: (file: File | undefined) => Promise<void>;
  readonly busy: string | undefined;
  readonly problem: string | undefined;
}

/** Where there is no picture yet. */
export function BringIn({ dropProps, over, take, busy, problem }: BringInProps) {
  return (
    <div className={clsx(kit.work, kit.single)} {...dropProps}>
      <div className={kit.stage}>
        <NothingYet
          over={over}
          title={pictureWords('picture.bringInAPicture')}
          says={pictureWords('picture.aSketchADrawing')}
        >
          <PictureButton take={take} busy={busy} />
          {problem && (
            <p className={clsx(kit.say, kit.bad, kit.atLeft, kit.measure)} role="alert">
              {problem}
            </p>
          )}
        </NothingYet>
      </div>
    </div>
  );
}

interface PictureButtonProps {
  readonly take: (file: File) => Promise<void>;
  readonly busy: string | undefined;
  readonly another?: boolean;
}

export function PictureButton({ take, busy, another }: PictureButtonProps) {
  return (
    <FileButton
      label={pictureWords('picture.pictureFile')}
      accept={ACCEPT}
      variant={another ? 'outlined' : 'contained'}
      color={another ? 'inherit' : 'primary'}
      disabled={busy !== undefined}
      onFile={(file) => void take(file)}
    >
      {busy ? `${busy} …` : another ? pictureWords('picture.anotherPicture') : pictureWords('picture.chooseAFile')}
    </FileButton>
  );
}
