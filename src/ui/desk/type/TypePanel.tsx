'use client';
import { perLanguage } from '@/words/language';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import clsx from 'clsx';
import { useState } from 'react';
import { formatLength } from '@/words/lengths';
import { pointsInMm, typeInBed, type TypeBlock } from '@/derived';
import { PLACE_ON_PRINT_MM } from '@/model/ranges';
import { TYPE_BY, TYPE_FACES, TYPE_HIGH_MM, TYPE_PT } from '@/model';
import { Choice } from '@/ui/kit/Choice';
import { LengthField, NumberField } from '@/ui/kit/fields';
import { FileLink } from '@/ui/kit/FileLink';
import { usePrintDesk } from '@/ui/kit/printContext';
import { kit } from '@/ui/kit/styles';
import { typeWords } from '@/words/type';
import { TypeSketch } from './TypeSketch';
import { useType } from './useType';

interface TypePanelProps {
  readonly block: TypeBlock;
  readonly run: number;
}
type Typing = ReturnType<typeof useType>;

const faces = perLanguage(() => TYPE_FACES.map((face) => [face, typeWords(`face.${face}`)] as const)),
  bySaid = perLanguage(() => TYPE_BY.map((by) => [by, typeWords(`by.${by}`)] as const));

/** The sheet with the line where it lies, as large as there is room. */
export function TypeStage({ block, run }: TypePanelProps) {
  const { layout, closed, move } = useType(block, run);
  return layout ? <TypeSketch {...{ layout, block, closed, run }} onMove={(atMm) => void move(atMm)} /> : null;
}

/** A line of type: its letters, where it lies on the sheet, and how it stands in the bed. */
export function TypePanel({ block, run }: TypePanelProps) {
  const typing = useType(block, run);
  const { problem, closed, remove } = typing;
  return (
    <>
      <section>
        <h2>{typeWords('title')}</h2>
        {closed && <p className={clsx(kit.say, kit.wait)}>{typeWords('closed')}</p>}
        <Letters {...typing} />
        {problem && (
          <p className={clsx(kit.say, kit.bad, kit.above8)} role="alert">
            {problem}
          </p>
        )}
      </section>
      <OnTheSheet {...typing} />
      <InTheBed {...typing} block={block} />
      <p className={clsx(kit.note, kit.above10)}>{typeWords('ink')}</p>
      <Button className={kit.above10} disabled={closed} onClick={() => void remove()}>
        {typeWords('remove')}
      </Button>
    </>
  );
}

function Letters({ type, reset, closed }: Typing) {
  const { unit } = usePrintDesk('unit');
  const [text, setText] = useState(type.text);
  const take = () => {
    const next = text.trim();
    if (next && next !== type.text) void reset({ text: next });
    else setText(type.text);
  };
  return (
    <>
      <TextField
        fullWidth
        className={kit.above12}
        label={typeWords('text')}
        value={text}
        disabled={closed}
        onChange={(e) => setText(e.target.value.slice(0, 120))}
        onBlur={take}
        onKeyDown={(e) => e.key === 'Enter' && take()}
      />
      <div className={clsx(kit.fields, kit.atTop, kit.above12)}>
        <Choice
          label={typeWords('faceLabel')}
          value={type.face}
          options={faces()}
          disabled={closed}
          onChange={(face) => void reset({ face })}
        />
        <NumberField
          label={typeWords('size')}
          value={type.sizePt}
          range={TYPE_PT}
          disabled={closed}
          onChange={(sizePt) => void reset({ sizePt })}
        />
      </div>
      <p className={clsx(kit.note, kit.above6)} data-testid="type-size">
        {typeWords('sizeSays', {
          size: formatLength(pointsInMm(type.sizePt), unit, 2),
          width: formatLength(type.widthMm, unit, 1),
        })}
      </p>
      <p className={kit.note}>{typeWords(type.face === 'box' ? 'boxSays' : 'standIn')}</p>
    </>
  );
}

/** Where it lies: dragged, typed, or put under the image by its left, its middle or its right. */
function OnTheSheet({ type, move, closed }: Typing) {
  const { plan, unit } = usePrintDesk('plan', 'unit');
  const { widthMm, heightMm } = plan.picture!;
  const under = type.atMm.yMm > heightMm ? type.atMm.yMm : heightMm + 8;
  const at = { left: 0, middle: (widthMm - type.widthMm) / 2, right: widthMm - type.widthMm };
  return (
    <section>
      <h3>{typeWords('place')}</h3>
      <p className={kit.note}>{typeWords('placeSays')}</p>
      <div className={clsx(kit.fields, kit.atTop, kit.above12)}>
        <LengthField
          label={typeWords('fromLeft')}
          valueMm={type.atMm.xMm}
          unit={unit}
          range={PLACE_ON_PRINT_MM}
          disabled={closed}
          onChange={(xMm) => void move({ ...type.atMm, xMm })}
        />
        <LengthField
          label={typeWords('belowImage')}
          valueMm={type.atMm.yMm - heightMm}
          unit={unit}
          range={PLACE_ON_PRINT_MM}
          disabled={closed}
          onChange={(mm) => void move({ ...type.atMm, yMm: heightMm + mm })}
        />
      </div>
      <div className={clsx(kit.row, kit.gap12, kit.above8)}>
        {(['left', 'middle', 'right'] as const).map((side) => (
          <button
            key={side}
            type="button"
            className={kit.link}
            disabled={closed}
            onClick={() => void move({ xMm: at[side], yMm: under })}
          >
            {typeWords(`under.${side}`)}
          </button>
        ))}
      </div>
    </section>
  );
}

function InTheBed({ block, type, layout, reset, closed }: Typing & Pick<TypePanelProps, 'block'>) {
  const { plan, unit, urls } = usePrintDesk('plan', 'unit', 'urls');
  if (!layout) return null;
  const bed = typeInBed(plan, block, layout);
  const mm = (value: number, digits = 1) => formatLength(Math.abs(value), unit, digits);
  return (
    <section>
      <h3>{typeWords('bed')}</h3>
      <div className={clsx(kit.fields, kit.atTop, kit.above12)}>
        <Choice
          label={typeWords('byLabel')}
          value={type.by}
          options={bySaid()}
          disabled={closed}
          onChange={(by) => void reset({ by })}
        />
        <LengthField
          label={typeWords('high')}
          valueMm={type.highMm}
          unit={unit}
          range={TYPE_HIGH_MM}
          disabled={closed}
          onChange={(highMm) => void reset({ highMm })}
        />
      </div>
      <p className={clsx(kit.note, kit.above8)}>
        {typeWords('bedSays', { left: mm(bed.fromLeftMm), foot: mm(bed.fromFootMm), capital: mm(bed.capitalMm) })}
      </p>
      <p className={clsx(kit.note, Math.abs(bed.aboveBlockMm) > SAME_MM && kit.ochre)} data-testid="type-height">
        {Math.abs(bed.aboveBlockMm) <= SAME_MM
          ? typeWords('height.same')
          : typeWords('height.differs', {
              mm: mm(bed.aboveBlockMm, 2),
              higher: String(bed.aboveBlockMm > 0),
              by: type.by,
            })}
      </p>
      {Math.abs(bed.offTypeHeightMm) > SAME_MM && (
        <p className={kit.note}>
          {typeWords('height.unusual', { mm: mm(bed.offTypeHeightMm, 2), higher: String(bed.offTypeHeightMm > 0) })}
        </p>
      )}
      <p className={kit.note}>{typeWords('mirror')}</p>
      <div className={clsx(kit.row, kit.gap12, kit.above8)}>
        {(['pdf', 'svg'] as const).map((form) => (
          <FileLink key={form} href={urls.file(`type-${block.id}.${form}`)}>
            {typeWords(`file.${form}`)}
          </FileLink>
        ))}
      </div>
    </section>
  );
}

/** Heights nearer to each other print under one packing: start value. */
const SAME_MM = 0.05;
