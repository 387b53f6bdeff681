'use client';
import { inWords } from '@/words/failures';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { ReadingSource, NamedReading, Reading, ReadingRequest } from '@/model';
import { usePrintDesk } from './printContext';
import { kit } from '@/ui/kit/styles';
import { FileButton } from '@/ui/kit/FileButton';
import { inksWords } from '@/words/inks';

interface ReadingButtonsProps {
  readonly request: ReadingRequest;
  readonly onReading: (reading: Reading, source: ReadingSource) => void;
}

/** A reading of one patch: with the colour reader, or a sample of a measurement file. */
export function ReadingButtons({ request, onReading }: ReadingButtonsProps) {
  const { cabinet, tell } = usePrintDesk('cabinet', 'tell');
  const [busy, setBusy] = useState(false);
  const [samples, setSamples] = useState<readonly NamedReading[]>();
  const read = async () => {
    setBusy(true);
    const answer = await cabinet.read(request);
    setBusy(false);
    if (answer.ok) onReading(answer.value.reading, 'reader');
    else tell(inWords(answer));
  };
  const open = async (file: File | undefined) => {
    if (!file) return;
    const answer = await cabinet.readFile(file);
    if (answer.ok) setSamples(answer.value);
    else tell(inWords(answer));
  };
  return (
    <div className={kit.row}>
      <Button disabled={busy} onClick={() => void read()}>
        {busy ? inksWords('readingButtons.reading') : inksWords('readingButtons.readWithTheReader')}
      </Button>
      <FileButton
        label={inksWords('readingButtons.measurementFile')}
        accept=".txt,.cgats,.ti3,text/plain"
        onFile={(file) => void open(file)}
      >
        {inksWords('readingButtons.fromACgatsFile')}
      </FileButton>
      {samples && (
        <TextField
          select
          fullWidth
          label={inksWords('readingButtons.sampleOfTheFile')}
          value=""
          onChange={(e) => {
            onReading(samples[Number(e.target.value)], 'file');
            setSamples(undefined);
          }}
        >
          {samples.slice(0, 300).map((s, i) => (
            <MenuItem key={i} value={i}>
              {s.name}
            </MenuItem>
          ))}
        </TextField>
      )}
    </div>
  );
}
