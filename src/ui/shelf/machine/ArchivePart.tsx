'use client';
import Button from '@mui/material/Button';
import clsx from 'clsx';
import { useState } from 'react';
import type { ArchiveRead, Outcome } from '@/model';
import { FileButton } from '@/ui/kit/FileButton';
import { kit } from '@/ui/kit/styles';
import { inWords } from '@/words/failures';
import { keepingWords } from '@/words/keeping';
import type { MachineProps } from './MachinePage';
import css from './MachinePage.module.css';

/** The whole workshop as one file, out and in. */
export function ArchivePart({ onArchive }: Pick<MachineProps, 'onArchive'>) {
  const [share, setShare] = useState<number>();
  const [came, setCame] = useState<Outcome<ArchiveRead>>();
  return (
    <section className={css.section} aria-labelledby="archive">
      <h2 id="archive">{keepingWords('archive.title')}</h2>
      <p className={kit.note}>{keepingWords('archive.says')}</p>
      <p className={clsx(kit.row, kit.above8)}>
        <Button href="/api/archive" download>
          {keepingWords('archive.out')}
        </Button>
        <FileButton
          label={keepingWords('archive.file')}
          accept=".zip,application/zip"
          disabled={share !== undefined}
          onFile={async (file) => {
            setCame(undefined);
            setShare(0);
            setCame(await onArchive(file, setShare));
            setShare(undefined);
          }}
        >
          {share === undefined ? keepingWords('archive.in') : keepingWords('archive.taking', { share })}
        </FileButton>
      </p>
      {came && <Came came={came} />}
    </section>
  );
}

function Came({ came }: { readonly came: Outcome<ArchiveRead> }) {
  if (!came.ok)
    return (
      <p className={clsx(kit.say, kit.bad, kit.above8)} role="alert">
        {inWords(came)}
      </p>
    );
  return (
    <div className={clsx(kit.say, kit.good, kit.above8)} role="status">
      <p>{keepingWords('archive.taken', came.value)}</p>
      {came.value.refused.map(({ name, why }, i) => (
        <p key={i} className={kit.madder}>
          {keepingWords('archive.refused', { name, why })}
        </p>
      ))}
    </div>
  );
}
