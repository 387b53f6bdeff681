'use client';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { MASK_GROWTH_MM, type Mask } from '@/model';
import { maskNotes } from '@/derived';
import { LengthField } from '../../kit/fields';
import { FileLink } from '@/ui/kit/FileLink';
import { usePrintDesk } from '../../kit/printContext';
import clsx from 'clsx';
import { useAnchors } from '@/ui/kit/regions/useAnchors';
import { kit } from '@/ui/kit/styles';
import type { Masking } from './useMasking';
import { blockWords } from '@/words/block';
import { noteInWords } from '@/words/notes';

export function MaskRow(masking: Masking & { readonly mask: Mask; readonly i: number }) {
  const { mask, shown, setShown, theRun, i } = masking;
  const { plan } = usePrintDesk('plan');
  return (
    <div className={clsx(kit.stack, kit.gap8, kit.band)}>
      <div className={clsx(kit.row, kit.between)}>
        <button
          type="button"
          className={clsx(kit.link, kit.plain, kit.atLeft)}
          aria-pressed={shown === mask.id}
          onClick={() => setShown(shown === mask.id ? undefined : mask.id)}
        >
          {noteInWords(maskNotes({ ...plan, masks: [mask] }, theRun)[0])}
        </button>
      </div>
      {shown === mask.id && <MaskDetails {...masking} mask={mask} />}
      <LostPlaces mask={mask} />
      <span className={kit.visuallyHidden}>{blockWords('maskRow.mask', { mask: i + 1 })}</span>
    </div>
  );
}

function MaskDetails(masking: Masking & { readonly mask: Mask }) {
  const { mask, closed, edit } = masking;
  return (
    <>
      <MaskFields {...masking} mask={mask} />
      <TextField
        label={blockWords('maskRow.noteForTheBench')}
        defaultValue={mask.note}
        disabled={closed}
        onBlur={(e) => {
          if (e.target.value !== mask.note) void edit(mask.id, { note: e.target.value.slice(0, 200) });
        }}
        slotProps={{ inputLabel: { shrink: true } }}
      />
      <MaskActs {...masking} mask={mask} />
    </>
  );
}

function MaskActs({ mask, closed, setShown }: Masking & { readonly mask: Mask }) {
  const { urls, change } = usePrintDesk('urls', 'change');
  return (
    <div className={clsx(kit.row, kit.gap6)}>
      {(mask.kind === 'mask' || mask.kind === 'keep clean') && (
        <>
          <FileLink size="small" href={urls.file(`mask-${mask.id}.pdf`)}>
            {blockWords('maskRow.pdf')}
          </FileLink>
          <FileLink size="small" href={urls.file(`mask-${mask.id}.svg`)}>
            {blockWords('maskRow.svg')}
          </FileLink>
          <FileLink size="small" href={urls.file(`mask-${mask.id}.dxf`)}>
            {blockWords('maskRow.dxf')}
          </FileLink>
        </>
      )}
      {!closed && (
        <Button
          size="small"
          color="error"
          onClick={() => {
            setShown(undefined);
            void change({ kind: 'mask-removed', maskId: mask.id });
          }}
        >
          {blockWords('maskRow.takeAway')}
        </Button>
      )}
    </div>
  );
}

function MaskFields({ mask, closed, edit }: Masking & { readonly mask: Mask }) {
  const { unit } = usePrintDesk('unit');
  return (
    <div className={clsx(kit.fields, kit.atTop, kit.above6)}>
      {mask.kind !== 'wipe' && mask.kind !== 'do not ink' && (
        <LengthField
          label={
            mask.kind === 'keep clean'
              ? blockWords('maskRow.openingsLargerBy')
              : blockWords('maskRow.intoClearedGround')
          }
          valueMm={mask.growMm}
          unit={unit}
          range={MASK_GROWTH_MM}
          disabled={closed}
          onChange={(mm) => void edit(mask.id, { growMm: mm })}
        />
      )}
      {(mask.kind === 'mask' || mask.kind === 'keep clean') && (
        <TextField
          select
          label={blockWords('maskRow.heldBy')}
          disabled={closed}
          value={mask.hold}
          onChange={(e) => void edit(mask.id, { hold: e.target.value as Mask['hold'] })}
        >
          <MenuItem value="pins">{blockWords('maskRow.pinHoles')}</MenuItem>
          <MenuItem value="corner">{blockWords('maskRow.theOriginCorner')}</MenuItem>
        </TextField>
      )}
    </div>
  );
}

/** Places of a mask that cannot be found again on the picture as it is now. */
function LostPlaces({ mask }: { mask: Mask }) {
  const keys = useAnchors(mask.place.anchors);
  const lost = keys?.filter((key) => key === null).length ?? 0;
  return lost > 0 ? <p className={clsx(kit.say, kit.wait)}>{blockWords('maskRow.ofItsPlacesLost', { lost })}</p> : null;
}
