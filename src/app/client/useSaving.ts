'use client';
import { inWords } from '@/words/failures';
import { useCallback, useRef, useState } from 'react';
import { askFile } from '@/session';
import type { Making } from '@/ui/kit/MakingFile';
import type { PrintDesk } from '@/ui/kit/printContext';

/** Files made by the server and saved by the browser; one at a time is shown on its way, and can be given up. */
export function useSaving(tell: PrintDesk['tell']) {
  const [making, setMaking] = useState<Making>();
  const stop = useRef<AbortController>(undefined);
  const saveFile = useCallback(
    async (url: string) => {
      stop.current?.abort();
      const mine = (stop.current = new AbortController());
      const shown = (share: number) => stop.current === mine && setMaking({ share });
      shown(0);
      const got = await askFile(url, shown, mine.signal);
      if (stop.current === mine) {
        stop.current = undefined;
        setMaking(undefined);
      }
      if (got.ok) save(got.value.file, got.value.fileName);
      else if (got.code !== 'stopped') tell(inWords(got));
    },
    [tell],
  );
  const giveUp = useCallback(() => stop.current?.abort(), []);
  return { making, giveUp, saveFile };
}

function save(file: Blob, fileName: string): void {
  const url = URL.createObjectURL(file);
  const link = Object.assign(document.createElement('a'), { href: url, download: fileName });
  link.click();
  // the browser reads it in its own time
  setTimeout(() => URL.revokeObjectURL(url), 60_000);
}
