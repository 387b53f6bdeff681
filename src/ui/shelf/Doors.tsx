'use client';
import Button from '@mui/material/Button';
import Link from 'next/link';
import { useState } from 'react';
import { FileButton } from '@/ui/kit/FileButton';
import { shelfWords } from '@/words/shelf';
import css from './Shelf.module.css';

interface BundleProps {
  readonly busy: boolean;
  readonly setBusy: (busy: boolean) => void;
  readonly onBundle: (file: File) => Promise<unknown>;
}

/** The three ways in of whoever opens the workshop for the first time. */
export function Doors({ onSample, ...bundle }: BundleProps & { readonly onSample: () => Promise<unknown> }) {
  const [making, setMaking] = useState(false);
  return (
    <ul className={css.doors}>
      <li>
        <h3>{shelfWords('doors.walk.title')}</h3>
        <p>{shelfWords('doors.walk.says')}</p>
        <Button
          variant="contained"
          color="primary"
          disabled={making}
          onClick={async () => {
            setMaking(true);
            await onSample();
            setMaking(false);
          }}
        >
          {shelfWords(making ? 'empty.making' : 'empty.sample')}
        </Button>
      </li>
      <li>
        <h3>{shelfWords('doors.own.title')}</h3>
        <p>{shelfWords('doors.own.says')}</p>
        <Button component={Link} href="/new">
          {shelfWords('new')}
        </Button>
      </li>
      <li>
        <h3>{shelfWords('doors.bundle.title')}</h3>
        <p>{shelfWords('doors.bundle.says')}</p>
        <BundleButton {...bundle} />
      </li>
    </ul>
  );
}

/** A print from a bundle. */
export function BundleButton({ busy, setBusy, onBundle }: BundleProps) {
  return (
    <FileButton
      label={shelfWords('bundle.file')}
      accept=".zip,application/zip"
      disabled={busy}
      onFile={async (file) => {
        setBusy(true);
        await onBundle(file);
        setBusy(false);
      }}
    >
      {shelfWords(busy ? 'bundle.opening' : 'bundle.open')}
    </FileButton>
  );
}
