'use client';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import clsx from 'clsx';
import { thicknessOf } from '@/core/picture';
import { DARKNESS_PERCENT } from '@/core/registration';
import { formatLength } from '@/words/lengths';
import { PLACE_ON_PRINT_MM } from '@/model';
import { Choice } from '@/ui/kit/Choice';
import { FileButton } from '@/ui/kit/FileButton';
import { LengthField } from '@/ui/kit/fields';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { keyWords } from '@/words/key';
import { Dial } from '../Dial';
import type { DrawnLines } from './useDrawnLines';

const ACCEPT = '.png,.jpg,.jpeg,.webp,.tif,.tiff,.svg,image/*';
const HOW = ['drawing', 'tracing'] as const;
const LARGEST_SPECK_MM2 = 10;

/** A line drawing brought in: how it lies on the print, how dark its lines are, and where it is moved to. */
export function DrawnSource({ drawn }: { readonly drawn: DrawnLines }) {
  const { unit } = usePrintDesk('unit');
  const { file, outlinesMm, by } = drawn;
  return (
    <section>
      <h2>{keyWords('source.drawing')}</h2>
      <div className={clsx(kit.row, kit.gap6, kit.above6)}>
        <FileButton label={keyWords('drawn.file')} accept={ACCEPT} onFile={drawn.setFile}>
          {keyWords(file ? 'drawn.another' : 'drawn.choose')}
        </FileButton>
        <span className={kit.note}>{file?.name}</span>
      </div>
      <p role="status" className={kit.note}>
        {drawn.reading
          ? keyWords('drawn.reading')
          : outlinesMm
            ? keyWords('drawn.found', {
                lines: outlinesMm.length,
                thickness: formatLength(thicknessOf(outlinesMm), unit),
              })
            : keyWords('drawn.says')}
      </p>
      {drawn.problem && (
        <p className={clsx(kit.say, kit.bad)} role="alert">
          {drawn.problem}
        </p>
      )}
      <HowItLies drawn={drawn} />
      <div className={clsx(kit.fields, kit.above10)}>
        <LengthField
          label={keyWords('drawn.right')}
          valueMm={by.xMm}
          unit={unit}
          range={PLACE_ON_PRINT_MM}
          onChange={(xMm) => drawn.setBy({ ...by, xMm })}
        />
        <LengthField
          label={keyWords('drawn.down')}
          valueMm={by.yMm}
          unit={unit}
          range={PLACE_ON_PRINT_MM}
          onChange={(yMm) => drawn.setBy({ ...by, yMm })}
        />
      </div>
    </section>
  );
}

/** How the drawing lies on the print, and what of it is a line. */
function HowItLies({ drawn }: { readonly drawn: DrawnLines }) {
  return (
    <>
      <Choice
        label={keyWords('drawn.how')}
        value={drawn.how}
        options={HOW.map((one) => [one, keyWords(`drawn.hows.${one}`)] as const)}
        className={kit.above10}
        onChange={drawn.setHow}
      />
      <FormControlLabel
        control={
          <Checkbox size="small" checked={drawn.mirrored} onChange={(e) => drawn.setMirrored(e.target.checked)} />
        }
        label={<span className={kit.small}>{keyWords('drawn.mirrored')}</span>}
      />
      <Dial
        label={keyWords('drawn.darkness')}
        value={drawn.darkness}
        min={DARKNESS_PERCENT.min}
        max={DARKNESS_PERCENT.max}
        step={1}
        shown={keyWords('drawn.percent', { percent: drawn.darkness })}
        onChange={drawn.setDarkness}
      />
      <Dial
        label={keyWords('drawn.specks')}
        value={drawn.leastMm2}
        min={0}
        max={LARGEST_SPECK_MM2}
        step={0.1}
        shown={keyWords('drawn.mm2', { area: drawn.leastMm2 })}
        onChange={drawn.setLeastMm2}
      />
    </>
  );
}
