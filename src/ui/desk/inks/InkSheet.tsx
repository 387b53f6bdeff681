'use client';
import { perLanguage } from '@/words/language';
import { inWords } from '@/words/failures';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useMemo, useState } from 'react';
import { CONTRAST_RATIO, contrastRatio, type Opacity, type PigmentRole, MEDIUMS } from '@/core/inks';
import { PIGMENT_ROLES, STOCK_RANGE, STRENGTH_RANGE, type CabinetInk, type StoredInk } from '@/model';
import { filmOfCabinetInk, groundOfInk } from '@/derived';
import { LabFields, NumberField } from '../../kit/fields';
import { usePrintDesk } from '../../kit/printContext';
import { Swatch } from '../../kit/Swatch';
import { DrawdownPanel } from './DrawdownPanel';
import clsx from 'clsx';
import { kit } from '@/ui/kit/styles';
import { inksWords } from '@/words/inks';
import { mediumInWords } from '@/words/prints';
import { craftWords } from '@/words/craft';
import { filmInWords } from '@/words/films';

const contrastRange = perLanguage(() => ({ min: 0, max: 1, what: inksWords('inkSheet.theContrastRatio') }) as const);
const opacityWords = perLanguage((): readonly (readonly [Opacity, string])[] => [
  ['opaque', inksWords('inkSheet.opaqueHidesWhatLies')],
  ['half', inksWords('inkSheet.halfLetsSomeThrough')],
  ['transparent', inksWords('inkSheet.transparentColoursWhatLies')],
]);

/** All that is known of one ink of the cabinet; every change is saved at once. */
export function InkSheet({ ink, onRemove }: { ink: StoredInk; onRemove: () => void }) {
  const { cabinet, tell } = usePrintDesk('cabinet', 'tell');
  const [name, setName] = useState<string>();
  const save = async (part: Partial<CabinetInk>) => {
    const answer = await cabinet.save(ink.id, part);
    if (!answer.ok) tell(inWords(answer));
  };
  const takeName = () => {
    if (name !== undefined && name.trim() !== '' && name.trim() !== ink.name) void save({ name: name.trim() });
    setName(undefined);
  };
  const known = useMemo(() => filmOfCabinetInk(ink), [ink]);
  const hides = contrastRatio(known.film, groundOfInk(ink).internal);
  const word = typeof ink.opacity === 'string' ? ink.opacity : 'ratio';
  return (
    <>
      <section>
        <h2>
          <Swatch lab={ink.colour.labD50} large /> {ink.name}
        </h2>
        <p className={clsx(kit.note, kit.above6)}>
          {inksWords('inkSheet.itsFilmHidesOf', { hides: Math.round(100 * hides), words: filmInWords(known.words) })}
        </p>
      </section>
      <section className={clsx(kit.stack, kit.gap12)}>
        <TextField
          label={inksWords('inkSheet.name')}
          value={name ?? ink.name}
          onChange={(e) => setName(e.target.value)}
          onBlur={takeName}
          onKeyDown={(e) => e.key === 'Enter' && takeName()}
        />
        <KindAndUse ink={ink} save={save} />
        <LabFields
          name={inksWords('inkSheet.colourOfItsFull')}
          lab={ink.colour.labD50}
          onChange={(labD50) => void save({ colour: { labD50, spectrum: null } })}
        />
        <OpacityAndStock word={word} save={save} ink={ink} />
        <TextField
          label={inksWords('inkSheet.lightFastNote')}
          defaultValue={ink.lightFast}
          onBlur={(e) => e.target.value !== ink.lightFast && void save({ lightFast: e.target.value })}
        />
      </section>
      <DrawdownPanel ink={ink} onSave={(drawdowns, colour) => save({ drawdowns, ...(colour ? { colour } : {}) })} />
      <section>
        <Button color="error" onClick={onRemove}>
          {inksWords('inkSheet.takeThisInkOut')}
        </Button>
      </section>
    </>
  );
}

interface OpacityAndStockProps {
  readonly word: Opacity | 'ratio';
  readonly save: (part: Partial<CabinetInk>) => Promise<void>;
  readonly ink: StoredInk;
}

function OpacityAndStock({ word, save, ink }: OpacityAndStockProps) {
  return (
    <div className={kit.fields}>
      <TextField
        select
        label={inksWords('inkSheet.opacity')}
        value={word}
        onChange={(e) =>
          void save({
            opacity:
              e.target.value === 'ratio'
                ? (CONTRAST_RATIO[ink.opacity as Opacity] ?? 0.5)
                : (e.target.value as Opacity),
          })
        }
        slotProps={{
          select: { renderValue: (v) => (v === 'ratio' ? inksWords('inkSheet.byContrastRatio') : String(v)) },
        }}
      >
        {opacityWords().map(([value, words]) => (
          <MenuItem key={value} value={value}>
            {words}
          </MenuItem>
        ))}
        <MenuItem value="ratio">{inksWords('inkSheet.byContrastRatioOver')}</MenuItem>
      </TextField>
      {typeof ink.opacity === 'number' ? (
        <NumberField
          label={inksWords('inkSheet.contrastRatioTo')}
          value={ink.opacity}
          digits={2}
          range={contrastRange()}
          onChange={(opacity) => void save({ opacity })}
        />
      ) : (
        <span />
      )}
      <NumberField
        label={inksWords('inkSheet.strengthInMixtures')}
        value={ink.strength}
        digits={2}
        range={STRENGTH_RANGE}
        onChange={(strength) => void save({ strength })}
      />
      <NumberField
        label={inksWords('inkSheet.stockG')}
        value={ink.stockG}
        range={STOCK_RANGE}
        onChange={(stockG) => void save({ stockG })}
      />
    </div>
  );
}

function KindAndUse({ ink, save }: { ink: StoredInk; save: (part: Partial<CabinetInk>) => Promise<void> }) {
  return (
    <div className={kit.fields}>
      <TextField
        select
        label={inksWords('inkSheet.medium')}
        value={ink.mediumId}
        onChange={(e) => void save({ mediumId: e.target.value as StoredInk['mediumId'] })}
      >
        {MEDIUMS.map(({ id }) => (
          <MenuItem key={id} value={id}>
            {mediumInWords(id)}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        select
        label={inksWords('inkSheet.use')}
        value={ink.role}
        onChange={(e) => void save({ role: e.target.value as PigmentRole })}
      >
        {PIGMENT_ROLES.map((r) => (
          <MenuItem key={r} value={r}>
            {craftWords(`pigment.${r}`)}
          </MenuItem>
        ))}
      </TextField>
    </div>
  );
}
